package raconteur.core.board;

import java.util.List;
import raconteur.core.device.Device;

/**
 * A device placed on the board.
 *
 * @param designator for example {@code U14}
 * @param place where its middle is
 * @param socket the kind of socket, empty where it is soldered
 * @param fitted false for a socket or a place that is empty on this revision
 * @param value what is printed on a resistor or capacitor, empty where nothing is
 */
public record Part(
    String designator,
    Device device,
    String block,
    Placement place,
    String socket,
    boolean fitted,
    String value) {

  /**
   * @param xMillimetres from the left edge, seen from the top
   * @param yMillimetres from the rear edge, seen from the top
   * @param turnedDegrees anticlockwise as drawn with y downwards: 0 has pin 1 bottom left
   * @param underside true where the part sits on the underside
   * @param known false where the file gives no position
   */
  public record Placement(
      double xMillimetres,
      double yMillimetres,
      double turnedDegrees,
      boolean underside,
      boolean known) {}

  public boolean socketed() {
    return !socket.isEmpty();
  }

  public PinRef pin(String number) {
    return new PinRef(designator, number);
  }

  /** Its pins in the order of their numbers. */
  public List<PinRef> pins() {
    return device.pins().stream().map(p -> pin(p.number())).toList();
  }
}
