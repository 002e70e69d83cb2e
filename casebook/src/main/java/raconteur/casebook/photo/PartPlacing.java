package raconteur.casebook.photo;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import raconteur.casebook.exchange.BoardImport;
import raconteur.casebook.exchange.Imported;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Designator;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.Part.Placement;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.core.photo.DrawnPart;
import raconteur.core.photo.PartRow;

/**
 * Puts parts where they were drawn on a photograph: a part the board has already is moved there, a
 * new one is told from its print; one nobody knows gets the pins of the package that was drawn.
 */
public final class PartPlacing {
  /** Parts whose middles are nearer than this lie on one another. */
  private static final double ON_ONE_PLACE_MILLIMETRES = 2;

  /** A photograph's error grows with what is drawn. */
  private static final double SLIP_A_MILLIMETRE = 0.05;

  private final BoardContents contents;
  private final DeviceLibrary library;
  private final Map<String, String> said;

  /**
   * @param said what somebody said a marking is: marking to device
   */
  public PartPlacing(BoardContents contents, DeviceLibrary library, Map<String, String> said) {
    this.contents = contents;
    this.said = Map.copyOf(said);
    this.library = library.with(contents.devices());
  }

  /** What came of it. */
  public sealed interface Answer {}

  /**
   * The board with parts placed.
   *
   * @param parts which, in the order they were placed
   */
  public record Placed(BoardContents contents, List<String> parts, String says) implements Answer {
    public Placed {
      parts = List.copyOf(parts);
    }
  }

  /** Why nothing was placed, with what would be. */
  public record Refused(String sentence) implements Answer {}

  /** Ends what cannot be done; caught where it began. */
  private static final class No extends Exception {
    private static final long serialVersionUID = 1;

    No(String sentence) {
      super(sentence);
    }
  }

  @FunctionalInterface
  private interface Work {
    Placed done() throws No;
  }

  private static Answer answer(Work work) {
    try {
      return work.done();
    } catch (No no) {
      return new Refused(String.valueOf(no.getMessage()));
    }
  }

  /**
   * One part.
   *
   * @param print what is printed on it; empty for a part the board has, or one nobody can read
   * @param pinOne where pin 1 was drawn, in millimetres of the board
   * @param far where the far corner was, see {@link DrawnPart}
   */
  public Answer draw(String designator, String print, boolean underside, Point pinOne, Point far) {
    return answer(
        () -> {
          String typed = designator.strip();
          String name = find(typed).isPresent() ? typed : typed.toUpperCase(Locale.ROOT);
          if (!Designator.fits(name)) {
            throw new No(
                name.isEmpty()
                    ? "Say first which part this is, U14 or 5C."
                    : "“" + name + "” will not do: " + Designator.RULE + ".");
          }
          Drawn drawn = drawn(name, print.strip(), underside, pinOne, far);
          Part part = drawn.part().with(drawn.place(), Map.of());
          checkPlace(part);
          return new Placed(
              with(part, drawn.board()),
              List.of(name),
              name + ", " + drawn.says() + ", lies at " + words(part.place()) + ".");
        });
  }

  /** A part as it was drawn, and the board with the device it needs. */
  private record Drawn(Part part, Placement place, BoardContents board, String says) {}

  private Drawn drawn(String name, String print, boolean underside, Point pinOne, Point far)
      throws No {
    Optional<Part> there = find(name);
    Optional<Imported> read = print.isEmpty() ? Optional.empty() : Optional.of(read(name, print));
    if (there.isPresent() && read.isPresent()) {
      String said = partIn(read.get(), name).device().name();
      if (!said.equals(there.get().device().name()) && !there.get().value().equals(print)) {
        throw new No(
            name
                + " is a "
                + there.get().device().name()
                + " on this board; leave its print empty to place it, or change it under Parts.");
      }
    }
    Part part =
        there
            .or(() -> read.map(r -> partIn(r, name)))
            .orElseGet(
                () -> Part.of(name, device("unknown-" + name, List.of(), "DIP14"), "unsorted"));
    return part.device().pins().isEmpty()
        ? unknown(part, underside, pinOne, far)
        : known(part, underside, pinOne, far);
  }

  private Drawn known(Part part, boolean underside, Point pinOne, Point far) throws No {
    Device device = part.device();
    DrawnPart drawn = DrawnPart.of(device.outline(), device.pins().size(), pinOne, far, underside);
    double length = Math.hypot(far.x() - pinOne.x(), far.y() - pinOne.y());
    if (drawn.offByMillimetres()
        > DrawnPart.CLOSE_ENOUGH_MILLIMETRES + SLIP_A_MILLIMETRE * length) {
      int farPin = DrawnPart.farPin(Outline.of(device.outline(), device.pins().size()));
      throw new No(
          String.format(
              Locale.ROOT,
              "A %s has %d pins (%s); what was drawn is %.1f mm off that. Draw from pin 1 to pin"
                  + " %s, or look at the print again.",
              device.name(),
              device.pins().size(),
              device.outline(),
              drawn.offByMillimetres(),
              device.pins().get(farPin).number()));
    }
    return new Drawn(part, drawn.place(), contents, device.name());
  }

  private Drawn unknown(Part part, boolean underside, Point pinOne, Point far) throws No {
    DrawnPart drawn =
        DrawnPart.dualInLine(pinOne, far, underside)
            .orElseThrow(
                () ->
                    new No(
                        "That fits no package of two rows; draw from pin 1 to the corner across,"
                            + " or say by its print what it is."));
    List<DevicePin> pins =
        IntStream.rangeClosed(1, drawn.pins())
            .mapToObj(String::valueOf)
            .map(n -> new DevicePin(n, n, PinKind.PASSIVE))
            .toList();
    Device device = device(part.device().name(), pins, drawn.packageName());
    List<Device> devices = new ArrayList<>(contents.devices());
    devices.removeIf(d -> d.name().equals(device.name()));
    devices.add(device);
    BoardContents board =
        contents
            .withDevices(devices)
            .eachPart(p -> p.device().name().equals(device.name()) ? p.with(device) : p);
    return new Drawn(
        part.with(device), drawn.place(), board, "a part of " + drawn.pins() + " pins");
  }

  private static Device device(String name, List<DevicePin> pins, String packageName) {
    return Device.ofPins(name, "not in the library", "unknown", packageName, pins);
  }

  private Imported read(String name, String print) throws No {
    Loaded<Imported> loaded =
        BoardImport.read(
            name,
            (name + " " + print).getBytes(StandardCharsets.UTF_8),
            library,
            id -> new Loaded.Refused<>(List.of(new Issue(id, 0, 0, "", "not asked for"))),
            said);
    if (loaded instanceof Loaded.Ok<Imported>(Imported imported)
        && imported.board().part(name).isPresent()) {
      List<String> asked = imported.problems().stream().map(Issue::reason).toList();
      if (!asked.isEmpty() && imported.parts().getFirst().device().isEmpty()) {
        throw new No(asked.getFirst() + ".");
      }
      return imported;
    }
    throw new No("“" + print + "” cannot be read as a print; a type number would be, SN74LS245N.");
  }

  private static Part partIn(Imported imported, String name) {
    return imported.board().part(name).orElseThrow();
  }

  /**
   * Parts in a row or an array that begins with one that was placed, by where pin 1 of the last
   * lies; designators count on from the first's. New ones are of the first's kind.
   */
  public Answer row(String first, Point pinOneOfLast, int across, int down) {
    return answer(
        () -> {
          Part begin = placed(first);
          int count = across * down;
          if (across < 1 || down < 1 || count < 2 || count > PartRow.MOST) {
            throw new No("A row has 2 to " + PartRow.MOST + " parts, such as 8, or 8 x 4.");
          }
          Point off =
              pinOne(
                  begin,
                  new Placement(
                      0, 0, begin.place().turnedDegrees(), begin.place().underside(), true));
          Placement last =
              new Placement(
                  pinOneOfLast.x() - off.x(),
                  pinOneOfLast.y() - off.y(),
                  begin.place().turnedDegrees(),
                  begin.place().underside(),
                  true);
          List<Placement> places = PartRow.between(begin.place(), last, across, down);
          BoardContents board = contents;
          List<String> names = new ArrayList<>(List.of(first));
          for (int i = 1; i < count; i++) {
            String name = after(names.getLast());
            board = new PartPlacing(board, library, said).alike(name, begin, places.get(i));
            names.add(name);
          }
          return new Placed(
              board,
              names,
              first
                  + " to "
                  + names.getLast()
                  + " lie in "
                  + down
                  + (down == 1 ? " row." : " rows."));
        });
  }

  /** The one after the last, as far from it as that is from the one before. */
  public Answer repeat(String before, String last) {
    return answer(
        () -> {
          Part one = placed(before);
          Part other = placed(last);
          String name = after(last);
          Placement place = PartRow.next(one.place(), other.place());
          return new Placed(
              alike(name, other, place), List.of(name), name + " lies at " + words(place) + ".");
        });
  }

  private static String after(String designator) throws No {
    return PartRow.after(designator)
        .orElseThrow(() -> new No(designator + " has no number to count on from."));
  }

  /** The board with one more part like another. */
  private BoardContents alike(String name, Part like, Placement place) throws No {
    Part part = find(name).orElseGet(() -> like.named(name)).with(place, Map.of());
    checkPlace(part);
    return with(part, contents);
  }

  private Part placed(String name) throws No {
    return find(name)
        .filter(p -> p.place().known())
        .orElseThrow(() -> new No(name + " has no place yet; draw it first."));
  }

  private Optional<Part> find(String name) {
    return contents.parts().stream().filter(p -> p.designator().equals(name)).findFirst();
  }

  private static Point pinOne(Part part, Placement at) {
    int pins = part.device().pins().size();
    return pins == 0
        ? new Point(at.xMillimetres(), at.yMillimetres())
        : Outline.of(part.device().outline(), pins).onBoard(0, at);
  }

  private void checkPlace(Part part) throws No {
    double x = part.place().xMillimetres();
    double y = part.place().yMillimetres();
    double wide = contents.identity().widthMillimetres();
    double high = contents.identity().heightMillimetres();
    if (wide > 0 && high > 0 && (x < 0 || y < 0 || x > wide || y > high)) {
      throw new No(part.designator() + " would lie beside the board; nothing was placed.");
    }
    for (Part other : contents.parts()) {
      Placement at = other.place();
      if (at.known()
          && at.underside() == part.place().underside()
          && !other.designator().equals(part.designator())
          && Math.hypot(at.xMillimetres() - x, at.yMillimetres() - y) < ON_ONE_PLACE_MILLIMETRES) {
        throw new No(
            part.designator() + " would lie on " + other.designator() + "; nothing was placed.");
      }
    }
  }

  /** The board with a part in the place of one of its name, or as a new one. */
  private static BoardContents with(Part part, BoardContents board) {
    List<String> blocks = new ArrayList<>(board.blocks());
    if (!blocks.contains(part.block())) {
      blocks.add(part.block());
    }
    List<Part> parts = new ArrayList<>();
    boolean there = false;
    for (Part p : board.parts()) {
      boolean same = p.designator().equals(part.designator());
      parts.add(same ? part : p);
      there |= same;
    }
    if (!there) {
      parts.add(part);
    }
    return board.withBlocks(blocks).withParts(parts);
  }

  private static String words(Placement place) {
    return String.format(
        Locale.ROOT,
        "%.1f, %.1f mm, %s",
        place.xMillimetres(),
        place.yMillimetres(),
        place.turnedDegrees() == 0
            ? "not turned"
            : String.format(Locale.ROOT, "turned by %.0f°", place.turnedDegrees()));
  }
}
