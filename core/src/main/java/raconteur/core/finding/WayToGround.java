package raconteur.core.finding;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;

/**
 * Ohms from a line to ground that say by themselves, without any line to compare with, whether the
 * two are joined: next to nothing is a short, and some hundred ohms are none. Between them a good
 * chip's own leaks and resistors lie.
 */
public final class WayToGround {
  /** A shorted pin reads less, with the leads (common practice, no source). */
  private static final double JOINED_OHMS = 15;

  private static final double APART_OHMS = 200;

  /** A good line of logic reads more, chips and resistors and all (common practice, no source). */
  private static final double DOUBTFUL_OHMS = 100;

  private WayToGround() {}

  /**
   * Whether a line reads lower than any good one, though it may not be joined to ground outright.
   */
  public static boolean isDoubtful(Board board, Finding.PinOhms reading) {
    Optional<Net> line = board.netOf(reading.pin()).filter(n -> !board.isSupply(n.name()));
    return reading.ohms() < DOUBTFUL_OHMS
        && line.isPresent()
        && !mayRestOnGround(board, line.get());
  }

  /** The same as continuity; empty where the figure does not tell, or a coil is on the line. */
  public static Optional<Finding.Continuity> of(Board board, Finding.PinOhms reading) {
    boolean joined = reading.ohms() <= JOINED_OHMS;
    if (!joined && reading.ohms() < APART_OHMS) {
      return Optional.empty();
    }
    List<PinRef> ground = board.net(board.ground()).map(Net::path).orElse(List.of());
    Optional<Net> line = board.netOf(reading.pin()).filter(n -> !board.isSupply(n.name()));
    boolean passes = line.filter(n -> mayRestOnGround(board, n)).isPresent();
    return line.isEmpty() || passes || ground.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Finding.Continuity(
                reading.pin(),
                ground.stream()
                    .filter(p -> p.part().equals(reading.pin().part()))
                    .findFirst()
                    .orElse(ground.getFirst()),
                joined));
  }

  private static boolean mayRestOnGround(Board board, Net line) {
    return line.path().stream()
        .anyMatch(p -> board.part(p.part()).filter(x -> mayJoin(x.device())).isPresent());
  }

  /** What a line may be joined to ground by on a good board. */
  private static boolean mayJoin(Device device) {
    return (device.isSeries() && !device.isResistor())
        || device.isSpeaker()
        || device.isKey()
        || device.isTransistor();
  }
}
