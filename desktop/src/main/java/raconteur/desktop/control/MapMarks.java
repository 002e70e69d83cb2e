package raconteur.desktop.control;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Outline;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.WalkedLine;

/**
 * What is drawn onto a board.
 *
 * @param suspicion part to the chance that it is bad, 0 to 1
 * @param cleared parts the findings speak for
 * @param mended parts that were worked on
 * @param out parts that are out of their sockets
 * @param tracks stretches of copper that may be broken
 * @param stepPart where the next step is, empty for nowhere
 * @param stepPins which pins it needs
 * @param chosen the part looked at now, empty for none
 * @param damage rectangles something happened to
 * @param differing parts and nets in which a sibling differs, or parts that are not original
 * @param notes places with a word to them, such as those of pictures
 * @param walked a line that was walked from pin to pin
 */
public record MapMarks(
    Map<String, Double> suspicion,
    Set<String> cleared,
    Set<String> mended,
    Set<String> out,
    List<Track> tracks,
    String stepPart,
    List<PinRef> stepPins,
    String chosen,
    List<DamageArea> damage,
    Set<String> differing,
    List<Note> notes,
    Optional<WalkedLine> walked) {
  /** From so much on a part's frame is red. */
  static final double SHOWN = 0.02;

  /** A bare board. */
  public static final MapMarks NONE =
      new MapMarks(
          Map.of(),
          Set.of(),
          Set.of(),
          Set.of(),
          List.of(),
          "",
          List.of(),
          "",
          List.of(),
          Set.of(),
          List.of(),
          Optional.empty());

  public MapMarks {
    suspicion = Map.copyOf(suspicion);
    cleared = Set.copyOf(cleared);
    mended = Set.copyOf(mended);
    out = Set.copyOf(out);
    tracks = List.copyOf(tracks);
    stepPins = List.copyOf(stepPins);
    damage = List.copyOf(damage);
    differing = Set.copyOf(differing);
    notes = List.copyOf(notes);
  }

  /** A stretch of a net between two of its pins, with the chance that it is broken. */
  public record Track(String net, PinRef from, PinRef to, double suspicion) {}

  /** A word at a place of the board. */
  public record Note(Outline.Point at, String word) {}

  /** What the marks that are there mean, in a line; empty on a bare board. */
  public String legend() {
    List<String> means = new ArrayList<>();
    if (suspicion.values().stream().anyMatch(s -> s >= SHOWN)) {
      means.add("red: suspected");
    }
    if (!tracks.isEmpty()) {
      means.add("red line: a track that may be open");
    }
    if (!cleared.isEmpty()) {
      means.add("✓ cleared");
    }
    if (!out.isEmpty()) {
      means.add("dashed: out");
    }
    if (!stepPart.isEmpty() || !stepPins.isEmpty()) {
      means.add("green: next step");
    }
    if (!chosen.isEmpty()) {
      means.add("outer frame: chosen");
    }
    if (!damage.isEmpty()) {
      means.add("hatched: damage");
    }
    return String.join(" · ", means);
  }

  /** The same with another part looked at. */
  public MapMarks choosing(String part) {
    return new MapMarks(
        suspicion, cleared, mended, out, tracks, stepPart, stepPins, part, damage, differing, notes,
        walked);
  }

  /** A bare board but for where the probes go: pins, and a part that is gone along. */
  public static MapMarks probing(String part, List<PinRef> pins) {
    return new MapMarks(
        NONE.suspicion,
        NONE.cleared,
        NONE.mended,
        NONE.out,
        NONE.tracks,
        "",
        pins,
        part,
        NONE.damage,
        NONE.differing,
        NONE.notes,
        NONE.walked);
  }

  /** A bare board but for how strongly parts are coloured. */
  public static MapMarks coloured(Map<String, Double> shares) {
    return new MapMarks(
        shares,
        NONE.cleared,
        NONE.mended,
        NONE.out,
        NONE.tracks,
        NONE.stepPart,
        NONE.stepPins,
        NONE.chosen,
        NONE.damage,
        NONE.differing,
        NONE.notes,
        NONE.walked);
  }

  /** The same with parts and nets marked in which a sibling differs. */
  public MapMarks differing(Set<String> places) {
    return new MapMarks(
        suspicion, cleared, mended, out, tracks, stepPart, stepPins, chosen, damage, places, notes,
        walked);
  }
}
