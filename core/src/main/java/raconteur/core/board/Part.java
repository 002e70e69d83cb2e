package raconteur.core.board;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.core.device.Device;

/**
 * A device placed on the board.
 *
 * @param designator for example {@code U14}
 * @param place where its middle is
 * @param socket the kind of socket, empty where it is soldered
 * @param fitted false for a socket or a place that is empty on this revision
 * @param value what is printed on a resistor or capacitor, empty where nothing is
 * @param purpose what it is there for, in the words of whoever listed it; empty where nobody said
 * @param pinsAt where its pins lie on the board, seen from the top, by number; empty where they lie
 *     as the package's outline says
 */
public record Part(
    String designator,
    Device device,
    String block,
    Placement place,
    String socket,
    boolean fitted,
    String value,
    String purpose,
    Map<String, Outline.Point> pinsAt) {
  public Part {
    pinsAt = Map.copyOf(pinsAt);
  }

  /** A part as parts lists give it: a designator and what it is. */
  public static Part of(String designator, Device device, String block) {
    return new Part(designator, device, block, Placement.UNKNOWN, "", true, "", "", Map.of());
  }

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
      boolean known) {
    public static final Placement UNKNOWN = new Placement(0, 0, 0, false, false);
  }

  /** What is printed on a resistor, in ohms; empty where nothing that can be read is. */
  public OptionalDouble printedOhms() {
    return UsualSeries.ohms(value);
  }

  public Part withValue(String other) {
    return new Part(designator, device, block, place, socket, fitted, other, purpose, pinsAt);
  }

  public Part with(Device other) {
    return new Part(designator, other, block, place, socket, fitted, value, purpose, pinsAt);
  }

  public Part with(Placement other, Map<String, Outline.Point> otherPinsAt) {
    return new Part(designator, device, block, other, socket, fitted, value, purpose, otherPinsAt);
  }

  public Part named(String other) {
    return new Part(other, device, block, place, socket, fitted, value, purpose, pinsAt);
  }

  public Part inBlock(String other) {
    return new Part(designator, device, other, place, socket, fitted, value, purpose, pinsAt);
  }

  public Part inSocket(String other) {
    return new Part(designator, device, block, place, other, fitted, value, purpose, pinsAt);
  }

  public Part thereFor(String other) {
    return new Part(designator, device, block, place, socket, fitted, value, other, pinsAt);
  }

  /**
   * The words it is called by: what it is there for, and what a list calls a plug, a key or a pot.
   * What is printed on a chip is not among them.
   */
  public String called() {
    return device.isChip() ? purpose : purpose + " " + value + " " + device.name();
  }

  private static final Pattern SMOOTHS =
      Pattern.compile("(?i)\\b(?:supply|filter|smoothing|reservoir|input|bulk|main|power)\\b");

  /** Whether a list has this capacitor for the supply as a whole (common practice, no source). */
  public boolean isListedToSmooth() {
    return device.isElectrolytic() && !device.isCell() && SMOOTHS.matcher(called()).find();
  }

  /** The volts that are named where it is listed: 12 of {@code 12V supply filter}. */
  public Set<Double> listedVolts() {
    return BETWEEN_WORDS
        .splitAsStream(purpose)
        .flatMap(word -> SupplyName.volts(word).stream())
        .collect(Collectors.toUnmodifiableSet());
  }

  private static final Pattern BETWEEN_WORDS = Pattern.compile("[ ,;/]+");

  /** What it is, for a line of a list: its device, and what it is there for where that is known. */
  public String inWords() {
    String what = device.inWords();
    String named =
        purpose.isBlank() && (device.isContact() || device.isTrimmer()) ? value : purpose;
    return named.isBlank() || named.equals(device.name()) ? what : what + ", " + named;
  }

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
