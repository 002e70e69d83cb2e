package raconteur.core.story;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.finding.Finding;

/**
 * How a board was found, as far as it bears on what to suspect.
 *
 * @param damage areas something happened to
 * @param sockets part to the kind of socket found, empty for soldered; only where it was looked at
 * @param foreign parts, or their sockets, that are not original
 * @param hurt parts something happened to, named instead of marked
 * @param missing parts that are not there now
 * @param sets parts that were replaced together
 * @param measured what a meter found joined or open
 * @param atParts volts of a rail read at a part
 */
public record Condition(
    List<DamageArea> damage,
    Map<String, String> sockets,
    Set<String> foreign,
    Map<String, DamageArea.Kind> hurt,
    Set<String> missing,
    Set<List<String>> sets,
    List<Finding.Continuity> measured,
    List<Finding.FarVolts> atParts) {
  /** Nothing was looked at or marked. */
  public static final Condition UNMARKED =
      new Condition(
          List.of(), Map.of(), Set.of(), Map.of(), Set.of(), Set.of(), List.of(), List.of());

  /** How far around a part that was changed the board counts as reworked. */
  private static final double AROUND_MILLIMETRES = 1;

  public Condition {
    damage = List.copyOf(damage);
    sockets = Map.copyOf(sockets);
    foreign = Set.copyOf(foreign);
    hurt = Map.copyOf(hurt);
    missing = Set.copyOf(missing);
    sets = Set.copyOf(sets);
    measured = List.copyOf(measured);
    atParts = List.copyOf(atParts);
  }

  /** The same with more that a meter found. */
  Condition alsoMeasured(List<Finding.Continuity> more) {
    return measuredOnly(
        Stream.concat(measured.stream(), more.stream()).distinct().toList(), atParts);
  }

  /** The same with only those measurements that are against the board's nets and rails. */
  Condition withSurprisesOnly(Board board) {
    return measuredOnly(
        measured.stream().filter(way -> isSurprise(way, board)).toList(),
        atParts.stream().filter(read -> isLow(read, board)).toList());
  }

  private Condition measuredOnly(List<Finding.Continuity> ways, List<Finding.FarVolts> volts) {
    return new Condition(damage, sockets, foreign, hurt, missing, sets, ways, volts);
  }

  private static boolean isLow(Finding.FarVolts read, Board board) {
    return board
        .rail(read.rail())
        .filter(rail -> Math.abs(read.volts()) < Math.abs(rail.volts()) * (1 - rail.tolerance()))
        .isPresent();
  }

  private static boolean isSurprise(Finding.Continuity way, Board board) {
    if (way.one().part().equals(way.other().part())
        && board.part(way.one().part()).filter(p -> p.device().isSeries()).isPresent()) {
      return false;
    }
    Optional<Net> one = board.netOf(way.one());
    return one.isPresent() && way.joined() != one.equals(board.netOf(way.other()));
  }

  /** The board with the sockets that were found instead of those its file says. */
  public Board asFound(Board board) {
    return sockets.isEmpty() ? board : board.inSockets(sockets);
  }

  /** Of what was replaced together, the parts of one kind. */
  private Set<List<String>> setsOfOneKind(Board board) {
    Set<List<String>> kinds = new HashSet<>();
    for (List<String> together : sets) {
      Map<String, List<String>> byDevice = new TreeMap<>();
      for (String name : together) {
        board
            .part(name)
            // Speed and make matter where several answer as one: memories.
            .filter(part -> part.device().isRam())
            .ifPresent(
                part ->
                    byDevice
                        .computeIfAbsent(part.device().name(), _ -> new ArrayList<>())
                        .add(name));
      }
      byDevice.values().stream().filter(set -> set.size() > 1).forEach(kinds::add);
    }
    return kinds;
  }

  /** What of this makes faults likelier, or possible. */
  public FaultCatalogue.AsFound asFoundFaults(Board board) {
    return new FaultCatalogue.AsFound(
        allDamage(board), hurt, missing, setsOfOneKind(board), measured, atParts);
  }

  /** The marked damage, and what was reworked around every part that is not original. */
  public List<DamageArea> allDamage(Board board) {
    List<DamageArea> all = new ArrayList<>(damage);
    board.parts().stream()
        .filter(p -> foreign.contains(p.designator()) && p.place().known())
        .map(Condition::around)
        .forEach(all::add);
    return all;
  }

  private static DamageArea around(Part part) {
    List<Outline.Point> pins =
        part.device().pins().stream().map(p -> Outline.pinOnBoard(part, p.number())).toList();
    double left =
        pins.stream().mapToDouble(Outline.Point::x).min().orElse(part.place().xMillimetres());
    double right =
        pins.stream().mapToDouble(Outline.Point::x).max().orElse(part.place().xMillimetres());
    double top =
        pins.stream().mapToDouble(Outline.Point::y).min().orElse(part.place().yMillimetres());
    double foot =
        pins.stream().mapToDouble(Outline.Point::y).max().orElse(part.place().yMillimetres());
    return new DamageArea(
        DamageArea.Kind.REWORK,
        left - AROUND_MILLIMETRES,
        top - AROUND_MILLIMETRES,
        right - left + 2 * AROUND_MILLIMETRES,
        foot - top + 2 * AROUND_MILLIMETRES);
  }
}
