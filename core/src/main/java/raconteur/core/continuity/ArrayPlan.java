package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/**
 * The fewest meter touches that prove an array of sockets in parallel: every common line whole at
 * every socket, and no two lines shorted that are neighbours at any of them. Pins on which the
 * sockets differ (data-in and data-out of one-bit memories) are left out.
 *
 * <p>A line over n pins needs n − 1 touches, for a touch joins two pins and n pins hang together by
 * no fewer than n − 1 joins (a spanning tree); two lines that are whole need one touch to be told
 * apart, and each pair of neighbouring lines needs its own, for a touch compares two. So {@code Σ(n
 * − 1)} plus the number of neighbouring pairs is a lower bound, and the plan meets it. Each line is
 * walked from socket to socket, so that a break is found between two neighbours. Linear in the
 * number of pins.
 *
 * @param parts the sockets in the order they are walked
 * @param touches in the order to make them
 * @param leftOut the pin numbers on which the sockets differ
 */
public record ArrayPlan(List<String> parts, List<Touch> touches, List<String> leftOut) {
  public ArrayPlan {
    parts = List.copyOf(parts);
    touches = List.copyOf(touches);
    leftOut = List.copyOf(leftOut);
  }

  /** How many sockets a line has to join on average to be called common. */
  private static final int SOCKETS_ON_A_LINE = 4;

  /** When the touches are made. */
  public enum School {
    /** All sockets are in; the whole array is proven in one go. */
    ALL_AT_ONCE,
    /** After each new socket, what it could have broken or bridged. */
    ONE_AT_A_TIME
  }

  /**
   * The meter on two pins.
   *
   * @param joined what a good array shows
   * @param line the line, or the two that are neighbours
   * @param afterSocket the socket after which this touch can be made
   */
  public record Touch(PinRef one, PinRef other, boolean joined, String line, String afterSocket) {}

  /** A line: what joins one pin of each of several sockets. */
  record Line(String name, List<PinRef> pins) {}

  /** The arrays of a board: parts of one device that share most of their lines, in twos or more. */
  public static List<List<String>> arrays(Board board) {
    Map<String, List<Part>> byDevice = new LinkedHashMap<>();
    for (Part part : board.parts()) {
      if (part.fitted() && part.device().isRam()) {
        byDevice.computeIfAbsent(part.device().name(), d -> new ArrayList<>()).add(part);
      }
    }
    return byDevice.values().stream()
        .filter(parts -> parts.size() > 1)
        .map(parts -> parts.stream().map(Part::designator).toList())
        .map(parts -> alongTheCopper(board, parts))
        .toList();
  }

  /** In the order in which a line that joins them all passes them, where one does. */
  private static List<String> alongTheCopper(Board board, List<String> parts) {
    return board.nets().stream()
        .filter(net -> !board.isSupply(net.name()))
        .map(
            net ->
                net.path().stream().map(PinRef::part).filter(parts::contains).distinct().toList())
        .filter(order -> order.size() == parts.size())
        .findFirst()
        .orElse(parts);
  }

  /** Plans an array; the parts have the same pins and stand in the order they are walked. */
  public static ArrayPlan of(Board board, List<String> parts, School school) {
    List<Part> sockets = parts.stream().map(p -> board.part(p).orElseThrow()).toList();
    List<Line> lines = new ArrayList<>();
    List<String> leftOut = new ArrayList<>();
    if (board.nets().isEmpty()) {
      byPinName(sockets, lines, leftOut);
    } else {
      byNet(board, sockets, lines, leftOut);
    }
    List<Touch> touches = new ArrayList<>();
    walkLines(lines, touches);
    tellNeighboursApart(sockets, lines, school, touches);
    if (school == School.ONE_AT_A_TIME) {
      touches.sort(Comparator.comparingInt(t -> parts.indexOf(t.afterSocket())));
    }
    return new ArrayPlan(parts, touches, leftOut);
  }

  /** Without nets every pin is common, unless its name says that it carries one chip's data. */
  private static void byPinName(List<Part> sockets, List<Line> lines, List<String> leftOut) {
    for (var pin : sockets.getFirst().device().pins()) {
      boolean own = pin.name().matches("(?i)D|Q|DI|DO|DIN|DOUT|D[0-9]+|I/?O[0-9]*|DQ[0-9]*");
      if (own) {
        leftOut.add(pin.number());
      } else {
        lines.add(new Line(pin.name(), sockets.stream().map(s -> s.pin(pin.number())).toList()));
      }
    }
  }

  /** With nets a line is a net's pins in the array; a pin whose nets join few sockets is own. */
  private static void byNet(
      Board board, List<Part> sockets, List<Line> lines, List<String> leftOut) {
    Set<String> differing = new LinkedHashSet<>();
    for (var pin : sockets.getFirst().device().pins()) {
      Set<String> nets =
          sockets.stream()
              .map(s -> board.netOf(s.pin(pin.number())).map(Net::name).orElse(""))
              .collect(Collectors.toSet());
      boolean own = nets.size() > 1 && nets.size() * SOCKETS_ON_A_LINE > sockets.size();
      if (own || nets.contains("")) {
        differing.add(pin.number());
      }
    }
    leftOut.addAll(differing);
    Map<String, List<PinRef>> byNet = new LinkedHashMap<>();
    for (var pin : sockets.getFirst().device().pins()) {
      if (!differing.contains(pin.number())) {
        for (Part socket : sockets) {
          PinRef ref = socket.pin(pin.number());
          byNet
              .computeIfAbsent(
                  board.netOf(ref).map(Net::name).orElseThrow(), n -> new ArrayList<>())
              .add(ref);
        }
      }
    }
    byNet.forEach((name, pins) -> lines.add(new Line(name, inOrder(sockets, pins))));
  }

  private static List<PinRef> inOrder(List<Part> sockets, List<PinRef> pins) {
    List<String> order = sockets.stream().map(Part::designator).toList();
    return pins.stream().sorted(Comparator.comparingInt(p -> order.indexOf(p.part()))).toList();
  }

  private static void walkLines(List<Line> lines, List<Touch> touches) {
    for (Line line : lines) {
      for (int i = 0; i + 1 < line.pins().size(); i++) {
        PinRef here = line.pins().get(i);
        PinRef next = line.pins().get(i + 1);
        touches.add(new Touch(here, next, true, line.name(), next.part()));
      }
    }
  }

  private static void tellNeighboursApart(
      List<Part> sockets, List<Line> lines, School school, List<Touch> touches) {
    Map<PinRef, String> lineOf = new TreeMap<>(Comparator.comparing(PinRef::toString));
    lines.forEach(line -> line.pins().forEach(pin -> lineOf.put(pin, line.name())));
    Set<Set<String>> apart = new HashSet<>();
    for (Part socket : sockets) {
      if (school == School.ONE_AT_A_TIME) {
        apart.clear();
      }
      for (PinTable.Pair pair : PinTable.neighbours(socket)) {
        String one = lineOf.getOrDefault(pair.one(), "");
        String other = lineOf.getOrDefault(pair.other(), "");
        boolean both = !one.isEmpty() && !other.isEmpty() && !one.equals(other);
        if (both && apart.add(Set.of(one, other))) {
          touches.add(
              new Touch(pair.one(), pair.other(), false, one + " | " + other, socket.designator()));
        }
      }
    }
  }

  /**
   * No plan proves the same with fewer touches: n − 1 for each line over n pins, and one for each
   * pair of lines that are neighbours at some socket.
   */
  public int lowerBound() {
    Map<String, Set<PinRef>> pins = new LinkedHashMap<>();
    Set<String> pairs = new HashSet<>();
    for (Touch touch : touches) {
      if (touch.joined()) {
        pins.computeIfAbsent(touch.line(), l -> new HashSet<>())
            .addAll(List.of(touch.one(), touch.other()));
      } else {
        pairs.add(touch.line());
      }
    }
    return pins.values().stream().mapToInt(p -> p.size() - 1).sum() + pairs.size();
  }
}
