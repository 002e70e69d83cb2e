package raconteur.casebook.exchange;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.Outline.Point;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.marking.MarkingReader;
import raconteur.core.netlines.NetLines;

/**
 * Reads a board out of whatever file there is: a board pack, a parts list or net list as CSV, a net
 * list or board file in brackets, or bare-board test records. Keeps nothing.
 */
public final class BoardImport {
  private static final double MARGIN_MILLIMETRES = 5;

  /** Revisions that derive from each other are fewer; two that derive in a ring end here. */
  private static final int MOST_SIBLINGS = 8;

  private final String name;
  private final DeviceLibrary library;
  private final BoardFiles.Siblings siblings;
  private final Map<String, String> said;
  private final MarkingReader markings;
  private final Problems problems;
  private final DraftBoard draft;
  private final List<String> understood = new ArrayList<>();

  private BoardImport(
      String name, DeviceLibrary library, BoardFiles.Siblings siblings, Map<String, String> said) {
    this.name = name;
    this.library = library;
    this.said = said;
    this.markings = new MarkingReader(library);
    this.siblings = siblings;
    this.problems = new Problems(name);
    this.draft = new DraftBoard(problems);
  }

  /** Reads a file from the disk. */
  public static Loaded<Imported> read(
      Path file, DeviceLibrary library, BoardFiles.Siblings siblings) {
    return read(file, library, siblings, Map.of());
  }

  /**
   * Reads a file from the disk.
   *
   * @param said what somebody said a marking of the file is: marking to device
   */
  public static Loaded<Imported> read(
      Path file, DeviceLibrary library, BoardFiles.Siblings siblings, Map<String, String> said) {
    String name = String.valueOf(file.getFileName());
    try {
      if (!Files.isRegularFile(file)) {
        return refused(name, "there is no such file");
      }
      if (Files.size(file) > BoardShelf.LARGEST_BYTES) {
        return refused(
            name, "the file is larger than " + BoardShelf.LARGEST_BYTES / 1_000_000 + " MB");
      }
      return new BoardImport(name, library, orBeside(file, library, siblings, 0), said)
          .read(Files.readAllBytes(file));
    } catch (IOException e) {
      return refused(name, "the file cannot be read");
    }
  }

  /**
   * A file's text where it is nets as they are typed, which are read onto a board that has its
   * parts; none where it is something else or cannot be read.
   */
  public static Optional<String> typedNets(Path file) {
    try {
      if (!Files.isRegularFile(file) || Files.size(file) > BoardShelf.LARGEST_BYTES) {
        return Optional.empty();
      }
      String text = DecodedText.of(Files.readAllBytes(file)).text();
      boolean brackets = !text.isBlank() && "({".indexOf(text.stripLeading().charAt(0)) >= 0;
      return brackets || !NetLines.isTyped(text) ? Optional.empty() : Optional.of(text);
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Siblings as given, else {@code id.json} beside the file, and so on up to a few steps. */
  private static BoardFiles.Siblings orBeside(
      Path file, DeviceLibrary library, BoardFiles.Siblings given, int depth) {
    return id -> {
      Loaded<Board> known = given.find(id);
      Path beside = file.resolveSibling(id + ".json");
      if (known instanceof Loaded.Ok<Board>
          || depth >= MOST_SIBLINGS
          || !id.matches("[a-z0-9][a-z0-9.-]{0,60}")
          || !Files.isRegularFile(beside)) {
        return known;
      }
      try {
        return Files.size(beside) > BoardShelf.LARGEST_BYTES
            ? known
            : BoardFiles.read(
                beside.getFileName().toString(),
                Files.readString(beside),
                library,
                orBeside(beside, library, given, depth + 1));
      } catch (IOException e) {
        return known;
      }
    };
  }

  /** Reads a file's bytes. */
  public static Loaded<Imported> read(
      String name, byte[] bytes, DeviceLibrary library, BoardFiles.Siblings siblings) {
    return read(name, bytes, library, siblings, Map.of());
  }

  /**
   * Reads a file's bytes.
   *
   * @param said what somebody said a marking is: marking to device
   */
  public static Loaded<Imported> read(
      String name,
      byte[] bytes,
      DeviceLibrary library,
      BoardFiles.Siblings siblings,
      Map<String, String> said) {
    return new BoardImport(name, library, siblings, said).read(bytes);
  }

  private static Loaded<Imported> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }

  private Loaded<Imported> read(byte[] bytes) {
    DecodedText decoded = DecodedText.of(bytes);
    String text = decoded.text();
    String start = text.stripLeading();
    if (start.isEmpty()) {
      return refused(name, "the file is empty");
    }
    if (text.indexOf('\0') >= 0) {
      return refused(name, "this is not text: it has zero bytes in it");
    }
    if (start.charAt(0) == '{') {
      return pack(text);
    }
    if (start.charAt(0) != '(' && NetLines.isTyped(text)) {
      return refused(
          name,
          "typed nets are read onto a board that has its parts: under “Type nets”, or together with"
              + " its parts list, 'board import PARTS NETS'");
    }
    understood.add("encoding " + decoded.encoding());
    if (start.charAt(0) == '(') {
      return brackets(text);
    }
    if (BareBoardRecords.looksLike(text)) {
      return bareBoardTest(text);
    }
    Optional<String> format =
        PlainNetList.read(text, draft, problems)
            .or(() -> PlainParts.read(text, draft, problems))
            .or(() -> tables(text));
    return format.isPresent()
        ? finish(format.get(), around().map(BoardImport::fromTheCorner))
        : refused(
            name,
            "this is no file Raconteur knows: a board pack (JSON), a parts list (a table, or a"
                + " place and its print a line), a net list (a table, text or brackets), a board"
                + " file in brackets, or IPC-D-356 records would be read");
  }

  /** Every table of the text that is one we know; the formats in words. */
  private Optional<String> tables(String text) {
    Set<String> formats = new LinkedHashSet<>();
    for (CsvTable table : CsvTable.readAll(text, PartsColumns.headings(), problems)) {
      CsvImport.read(table, markings, draft, problems, understood).ifPresent(formats::add);
    }
    return formats.isEmpty() ? Optional.empty() : Optional.of(String.join(" and ", formats));
  }

  private Loaded<Imported> pack(String text) {
    return switch (BoardFiles.read(name, text, library, siblings)) {
      case Loaded.Refused<Board> refused -> new Loaded.Refused<>(refused.issues());
      case Loaded.Ok<Board>(Board board) -> {
        understood.add(board.parts().size() + " parts");
        understood.add(board.nets().size() + " nets");
        yield new Loaded.Ok<>(
            new Imported(
                "board pack",
                board,
                understood,
                missing(board.contents(), false),
                List.of(),
                List.of()));
      }
    };
  }

  private Loaded<Imported> brackets(String text) {
    Optional<SymbolicExpression> root = SymbolicExpression.read(text, problems);
    Optional<SymbolicImport.Read> read = root.flatMap(r -> SymbolicImport.read(r, draft, problems));
    return read.isEmpty()
        ? refused(
            name, "brackets, but neither a net list (components, nets) nor a board (footprints)")
        : finish(read.get().format(), read.get().edge());
  }

  private Loaded<Imported> bareBoardTest(String text) {
    BareBoardRecords.Read read = BareBoardRecords.read(text, draft, problems);
    understood.add(read.records() + " test records in units of " + read.units());
    Optional<SymbolicImport.Box> edge = read.edge().or(this::around);
    double upper = edge.map(SymbolicImport.Box::bottom).orElse(0.0);
    for (DraftBoard.DraftPart part : draft.parts()) {
      part.pins.replaceAll((number, at) -> at.map(p -> new Point(p.x(), upper - p.y())));
    }
    return finish(
        "bare-board test records, IPC-D-356",
        edge.map(e -> new SymbolicImport.Box(e.left(), 0, e.right(), upper - e.top())));
  }

  /** Places in a table are taken as they are, unless some lie left of or behind the corner. */
  private static SymbolicImport.Box fromTheCorner(SymbolicImport.Box around) {
    return around.left() < -MARGIN_MILLIMETRES || around.top() < -MARGIN_MILLIMETRES
        ? around
        : new SymbolicImport.Box(0, 0, around.right(), around.bottom());
  }

  /** The rectangle around all pins, with a margin. */
  private Optional<SymbolicImport.Box> around() {
    Optional<SymbolicImport.Box> box = Optional.empty();
    for (DraftBoard.DraftPart part : draft.parts()) {
      List<Point> points = new ArrayList<>();
      part.pins.values().forEach(p -> p.ifPresent(points::add));
      part.at.ifPresent(points::add);
      for (Point p : points) {
        box =
            Optional.of(
                box.map(b -> b.and(p.x(), p.y())).orElse(SymbolicImport.Box.at(p.x(), p.y())));
      }
    }
    return box.map(
        b ->
            new SymbolicImport.Box(
                b.left() - MARGIN_MILLIMETRES,
                b.top() - MARGIN_MILLIMETRES,
                b.right() + MARGIN_MILLIMETRES,
                b.bottom() + MARGIN_MILLIMETRES));
  }

  private Loaded<Imported> finish(String format, Optional<SymbolicImport.Box> edge) {
    if (draft.partCount() == 0) {
      problems.add(0, "no part was found in it");
      return new Loaded.Refused<>(problems.list());
    }
    List<String> passedOver = draft.dropMechanical();
    UnitCheck.of(draft).ifPresent(words -> problems.add(0, words));
    Optional<SymbolicImport.Box> box = edge.or(this::around);
    Point shift = box.map(b -> new Point(-b.left(), -b.top())).orElse(new Point(0, 0));
    BoardIdentity identity = identity(box);
    DraftBoard.Finished finished = draft.finish(identity, library, said, shift);
    Loaded<Board> checked = BoardFiles.check(finished.contents(), library);
    if (checked instanceof Loaded.Refused<Board> refused) {
      List<Issue> all = new ArrayList<>(problems.list());
      all.addAll(refused.issues());
      return new Loaded.Refused<>(all);
    }
    understood.add(
        draft.partCount() + " parts, " + finished.recognised() + " of them known devices");
    if (draft.pinCount() > 0) {
      understood.add(draft.pinCount() + " pins in " + draft.netCount() + " nets");
    }
    if (draft.placed() > 0) {
      understood.add(draft.placed() + " parts with a place");
    }
    int made = finished.contents().devices().size();
    if (made > 0) {
      understood.add(made + " devices not in the library, kept by their pin numbers");
    }
    if (!passedOver.isEmpty()) {
      understood.add("passed over, no parts: " + String.join(", ", passedOver));
    }
    return new Loaded.Ok<>(
        new Imported(
            format,
            checked.shipped(),
            understood,
            missing(finished.contents(), finished.ohmsAssumed()),
            problems.list(),
            finished.parts()));
  }

  private BoardIdentity identity(Optional<SymbolicImport.Box> box) {
    String stem = name.replaceAll("\\.[^.]*$", "");
    String id =
        stem.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9.-]+", "-").replaceAll("^[.-]+", "");
    String usable = id.isEmpty() ? "imported-board" : id.substring(0, Math.min(60, id.length()));
    double width = box.map(b -> b.right() - b.left()).orElse(0.0);
    double height = box.map(b -> b.bottom() - b.top()).orElse(0.0);
    boolean sized = width >= 1 && height >= 1 && width <= 2000 && height <= 2000;
    return new BoardIdentity(
        usable,
        DraftBoard.clean(stem).isEmpty() ? "Imported board" : DraftBoard.clean(stem),
        "A",
        DraftBoard.clean(stem).isEmpty() ? "Imported board" : DraftBoard.clean(stem),
        "",
        sized ? Math.round(width * 1000) / 1000.0 : 0,
        sized ? Math.round(height * 1000) / 1000.0 : 0,
        false,
        true);
  }

  private List<String> missing(BoardContents contents, boolean ohmsAssumed) {
    List<String> missing = new ArrayList<>();
    if (contents.nets().isEmpty()) {
      missing.add("nets: probe and continuity readings cannot reason yet");
    }
    if (contents.parts().stream().anyMatch(p -> !p.place().known())) {
      missing.add("positions: the map will be an arrangement by block");
    }
    if (ohmsAssumed) {
      missing.add(
          "rails: taken from net names, with 300 Ω to ground assumed (common practice, no source)");
    } else if (contents.rails().isEmpty()) {
      missing.add("rails with volts and ohms");
    }
    if (contents.ground().isEmpty() && !contents.nets().isEmpty()) {
      missing.add("a ground net: none is called GND, VSS or 0V");
    }
    if (contents.deadTest().flashes().isEmpty()) {
      missing.add("a flash table");
    }
    if (contents.symptoms().isEmpty()) {
      missing.add("symptom cards of its own");
    }
    long unknown = contents.devices().stream().filter(d -> d.isUnknown()).count();
    if (unknown > 0) {
      missing.add("what " + unknown + " devices are: their class, pin names and kinds");
    }
    return missing;
  }
}
