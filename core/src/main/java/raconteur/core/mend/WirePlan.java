package raconteur.core.mend;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jgrapht.Graph;
import org.jgrapht.alg.spanning.KruskalMinimumSpanningTree;
import org.jgrapht.graph.DefaultWeightedEdge;
import org.jgrapht.graph.SimpleWeightedGraph;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Place;
import raconteur.core.finding.Mend;

/**
 * Which wires, pin to pin, make nets whole again whose tracks are cut or whose pads are lifted: as
 * few as there are pieces less one, and among those the shortest in all. The pieces of a net are
 * joined by a minimum spanning tree (Kruskal, "On the shortest spanning subtree of a graph",
 * Proceedings of the American Mathematical Society 7, 1956, as JGraphT has it); between two pieces
 * the shortest pair of pins counts, one that has a wire already where that is little longer.
 *
 * @param wires in the order they are soldered
 * @param unplaced nets that cannot be planned because their pins have no place on the board
 */
public record WirePlan(List<Wire> wires, List<String> unplaced) {
  /** A pin that has a wire already is preferred up to this much more length. */
  private static final double SHARED_PIN_SLACK = 1.25;

  public WirePlan {
    wires = List.copyOf(wires);
    unplaced = List.copyOf(unplaced);
  }

  /**
   * One wire.
   *
   * @param fromUnder where it begins on the underside, in millimetres as seen from there
   */
  public record Wire(
      String net,
      PinRef from,
      PinRef to,
      double millimetres,
      Outline.Point fromUnder,
      Outline.Point toUnder) {

    /** The line that says it is in. */
    public String line() {
      return "mended " + new Mend.Wired(from, to).line();
    }
  }

  /**
   * Plans the wires for cuts.
   *
   * @param cuts segments that are open; those of one net are planned together
   */
  public static WirePlan of(Board board, List<Place.Segment> cuts) {
    Map<String, List<Place.Segment>> byNet = new LinkedHashMap<>();
    cuts.forEach(c -> byNet.computeIfAbsent(c.net(), _ -> new ArrayList<>()).add(c));
    List<Wire> wires = new ArrayList<>();
    List<String> unplaced = new ArrayList<>();
    Set<PinRef> used = new HashSet<>();
    byNet.forEach(
        (name, segments) -> {
          Net net = board.net(name).orElseThrow();
          List<Place.Segment> apart = segments.stream().filter(c -> !neighbours(net, c)).toList();
          apart.stream()
              .filter(c -> placed(board, c.from()) && placed(board, c.to()))
              .forEach(c -> wires.add(new Worker(board, used).direct(c)));
          List<List<PinRef>> pieces = pieces(net, segments);
          boolean placed =
              pieces.stream().allMatch(piece -> piece.stream().anyMatch(p -> placed(board, p)));
          if (placed) {
            wires.addAll(new Worker(board, used).join(name, pieces));
          } else {
            unplaced.add(name);
          }
        });
    return new WirePlan(wires, unplaced);
  }

  /** Whether a cut is between pins that follow each other, so that its place is known. */
  private static boolean neighbours(Net net, Place.Segment cut) {
    return Math.abs(net.path().indexOf(cut.from()) - net.path().indexOf(cut.to())) == 1;
  }

  private static boolean placed(Board board, PinRef pin) {
    return board.part(pin.part()).filter(p -> p.place().known()).isPresent();
  }

  /** The pieces a net falls into where its path is cut. */
  static List<List<PinRef>> pieces(Net net, List<Place.Segment> cuts) {
    List<List<PinRef>> pieces = new ArrayList<>();
    List<PinRef> piece = new ArrayList<>();
    PinRef before = net.path().getFirst();
    for (PinRef pin : net.path()) {
      PinRef last = before;
      boolean cut =
          cuts.stream()
              .anyMatch(
                  c ->
                      (c.from().equals(last) && c.to().equals(pin))
                          || (c.to().equals(last) && c.from().equals(pin)));
      if (cut) {
        pieces.add(piece);
        piece = new ArrayList<>();
      }
      piece.add(pin);
      before = pin;
    }
    pieces.add(piece);
    return pieces;
  }

  /** In all, in millimetres. */
  public double millimetres() {
    return wires.stream().mapToDouble(Wire::millimetres).sum();
  }

  /** What to measure once the wires are in, the wires themselves first. */
  public List<AfterChecks.Check> verification(Board board) {
    Set<AfterChecks.Check> checks = new LinkedHashSet<>();
    for (Wire wire : wires) {
      checks.addAll(AfterChecks.after(board, new Mend.Wired(wire.from(), wire.to())));
    }
    return checks.stream()
        .sorted(Comparator.comparing((AfterChecks.Check c) -> !c.joined()))
        .toList();
  }

  private static final class Worker {
    private final Board board;
    private final Set<PinRef> used;

    Worker(Board board, Set<PinRef> used) {
      this.board = board;
      this.used = used;
    }

    /** A pair of pins and how far they are apart. */
    private record Reach(PinRef one, PinRef other, double millimetres) {}

    List<Wire> join(String net, List<List<PinRef>> pieces) {
      Graph<Integer, DefaultWeightedEdge> graph =
          new SimpleWeightedGraph<>(DefaultWeightedEdge.class);
      for (int i = 0; i < pieces.size(); i++) {
        graph.addVertex(i);
      }
      for (int i = 0; i < pieces.size(); i++) {
        for (int j = i + 1; j < pieces.size(); j++) {
          DefaultWeightedEdge edge = graph.addEdge(i, j);
          graph.setEdgeWeight(edge, nearest(pieces.get(i), pieces.get(j)).millimetres());
        }
      }
      List<Wire> wires = new ArrayList<>();
      for (DefaultWeightedEdge edge : new KruskalMinimumSpanningTree<>(graph).getSpanningTree()) {
        Reach reach =
            nearest(pieces.get(graph.getEdgeSource(edge)), pieces.get(graph.getEdgeTarget(edge)));
        used.add(reach.one());
        used.add(reach.other());
        wires.add(
            new Wire(
                net,
                reach.one(),
                reach.other(),
                reach.millimetres(),
                under(reach.one()),
                under(reach.other())));
      }
      return wires;
    }

    /** Where the cut lies between the two is not known: straight from one to the other. */
    Wire direct(Place.Segment cut) {
      used.add(cut.from());
      used.add(cut.to());
      return new Wire(
          cut.net(),
          cut.from(),
          cut.to(),
          apart(cut.from(), cut.to()),
          under(cut.from()),
          under(cut.to()));
    }

    private Reach nearest(List<PinRef> one, List<PinRef> other) {
      List<Reach> reaches = new ArrayList<>();
      for (PinRef a : one) {
        for (PinRef b : other) {
          if (placed(board, a) && placed(board, b)) {
            reaches.add(new Reach(a, b, apart(a, b)));
          }
        }
      }
      Reach shortest =
          reaches.stream().min(Comparator.comparingDouble(Reach::millimetres)).orElseThrow();
      Optional<Reach> shared =
          reaches.stream()
              .filter(r -> used.contains(r.one()) || used.contains(r.other()))
              .filter(r -> r.millimetres() <= shortest.millimetres() * SHARED_PIN_SLACK)
              .min(Comparator.comparingDouble(Reach::millimetres));
      return shared.orElse(shortest);
    }

    private double apart(PinRef a, PinRef b) {
      Outline.Point one = top(a);
      Outline.Point other = top(b);
      return Math.hypot(one.x() - other.x(), one.y() - other.y());
    }

    private Outline.Point top(PinRef pin) {
      Part part = board.part(pin.part()).orElseThrow();
      return Outline.pinOnBoard(part, pin.number());
    }

    private Outline.Point under(PinRef pin) {
      Outline.Point top = top(pin);
      return new Outline.Point(board.identity().widthMillimetres() - top.x(), top.y());
    }
  }
}
