package raconteur.desktop.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.exchange.BoardExport;
import raconteur.casebook.exchange.BoardImport;
import raconteur.casebook.exchange.Imported;
import raconteur.casebook.exchange.ImportedPart;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.report.FreeRunReport;
import raconteur.core.bench.freerun.FreeRun;
import raconteur.core.board.Board;
import raconteur.core.board.BoardCheck;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardDifference;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.BoardMerge;
import raconteur.core.board.BoardMerge.Winner;
import raconteur.core.board.BoardWriter;
import raconteur.core.board.DepthMeter;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.netlines.NetLines;

/** The commands about boards: import, check, show, diff, export. */
@Command(
    name = "board",
    description = "Boards from files: import, check, show, compare, export.",
    mixinStandardHelpOptions = true,
    subcommands = {
      BoardCommands.ImportFiles.class,
      BoardCommands.TypedNets.class,
      BoardCommands.FreeRunning.class,
      BoardCommands.Check.class,
      BoardCommands.Show.class,
      BoardCommands.Diff.class,
      BoardCommands.Export.class
    })
final class BoardCommands extends Printing {

  @Override
  public Integer call() {
    return refuse(
        "Say what to do with a board: import, nets, check, freerun, show, diff or export;"
            + " './raconteur board --help' tells more.");
  }

  /** Finds boards by the id of one that ships, or by a file of any kind that is read. */
  abstract static class OfBoards extends Printing {
    static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();

    /** A board by file or id; a file's siblings are looked for beside it. */
    static Loaded<Board> board(String name) {
      Path file = Path.of(name);
      if (!Files.exists(file)) {
        return BoardShelf.of(Path.of("")).load(name) instanceof Loaded.Ok<Board> shipped
            ? shipped
            : new Loaded.Refused<>(
                List.of(
                    new Issue(
                        name,
                        0,
                        0,
                        "",
                        "there is neither a file nor a shipped board of this name")));
      }
      return switch (read(file, Map.of())) {
        case Loaded.Refused<Imported> refused -> new Loaded.Refused<>(refused.issues());
        case Loaded.Ok<Imported>(Imported imported) -> new Loaded.Ok<>(imported.board());
      };
    }

    static Loaded<Imported> read(Path file, Map<String, String> said) {
      return BoardImport.read(file, LIBRARY, id -> BoardShelf.of(Path.of("")).load(id), said);
    }

    final int with(String name, java.util.function.ToIntFunction<Board> then) {
      return switch (board(name)) {
        case Loaded.Refused<Board> refused -> refuse(refused.summary());
        case Loaded.Ok<Board>(Board board) -> then.applyAsInt(board);
      };
    }

    final int write(Path file, FileKind kind, String text) {
      return WholeFile.write(file, kind, text)
          .map(this::refuse)
          .orElseGet(() -> print("Written to " + file + ".\n"));
    }
  }

  /** A command about one board. */
  abstract static class OfOneBoard extends OfBoards {
    @Parameters(paramLabel = "BOARD", description = "A file, or the id of a shipped board.")
    private String name = "";

    abstract int call(Board board);

    @Override
    public final Integer call() {
      return with(name, this::call);
    }
  }

  /** {@code raconteur board import FILE…}. */
  @Command(
      name = "import",
      description = {
        "Read parts lists, net lists and board files, and say what was understood.",
        "Example: raconteur board import parts.csv nets.net -o my-board.json"
      },
      mixinStandardHelpOptions = true)
  static final class ImportFiles extends OfBoards {
    @Parameters(paramLabel = "FILE", arity = "1..*", description = "Any file the window imports.")
    private List<Path> files = List.of();

    @Option(names = "--onto", paramLabel = "BOARD", description = "Add to this board.")
    private @Nullable String onto;

    @Option(
        names = "--take-added",
        description = "Where the files differ from what is there, take what they say.")
    private boolean takeAdded;

    @Option(
        names = "--is",
        paramLabel = "MARKING=DEVICE",
        description = "What a marking is that cannot be told, such as --is HOUSE-17=74LS257.")
    private Map<String, String> said = new LinkedHashMap<>();

    @Option(names = "--machine", paramLabel = "NAME", description = "The machine it belongs to.")
    private @Nullable String machine;

    @Option(names = "--revision", paramLabel = "NAME", description = "The board's revision.")
    private @Nullable String revision;

    @Option(names = "-o", paramLabel = "OUT", description = "Keep the board as a board pack.")
    private @Nullable Path out;

    @Option(names = "--json", description = "Print JSON in place of text.")
    private boolean json;

    private final Map<String, ImportedPart> told = new LinkedHashMap<>();
    private final List<Issue> problems = new ArrayList<>();
    private final List<String> understood = new ArrayList<>();
    private final List<BoardMerge.Conflict> conflicts = new ArrayList<>();

    @Override
    public Integer call() {
      Optional<String> strange =
          said.values().stream().filter(d -> LIBRARY.find(d).isEmpty()).findFirst();
      if (strange.isPresent()) {
        return refuse(
            "No device is called " + strange.get() + "; './raconteur devices' lists them.");
      }
      Optional<BoardContents> contents = Optional.empty();
      if (onto != null) {
        switch (board(onto)) {
          case Loaded.Refused<Board> refused -> {
            return refuse(refused.summary());
          }
          case Loaded.Ok<Board>(Board board) -> contents = Optional.of(board.contents());
        }
      }
      Map<Path, String> typed = new LinkedHashMap<>();
      files.forEach(f -> BoardImport.typedNets(f).ifPresent(text -> typed.put(f, text)));
      for (Path file : files) {
        if (typed.containsKey(file)) {
          continue;
        }
        switch (read(file, said)) {
          case Loaded.Refused<Imported> refused -> {
            return refuse(refused.summary());
          }
          case Loaded.Ok<Imported>(Imported imported) ->
              contents = Optional.of(added(contents, file, imported));
        }
      }
      if (contents.isEmpty()) {
        return refuse(
            "Typed nets are read onto a board that has its parts: name its parts list too, or the"
                + " board with --onto.");
      }
      BoardContents board = contents.get();
      for (Map.Entry<Path, String> nets : typed.entrySet()) {
        board = withNets(board, nets.getKey(), nets.getValue());
      }
      return checked(named(board));
    }

    /**
     * Nets as they are typed, read when all parts are there, in whatever order files were named.
     */
    private BoardContents withNets(BoardContents before, Path file, String text) {
      NetLines.Read nets = NetLines.read(text, before);
      String name = String.valueOf(file.getFileName());
      understood.add(name + ": nets as they are typed");
      understood.add("  " + nets.says().size() + " lines taken");
      nets.problems().forEach(p -> problems.add(new Issue(name, p.line(), 0, "", p.says())));
      return nets.contents();
    }

    private BoardContents added(Optional<BoardContents> before, Path file, Imported imported) {
      understood.add(file.getFileName() + ": a " + imported.format());
      imported.understood().forEach(u -> understood.add("  " + u));
      problems.addAll(imported.problems());
      imported.parts().forEach(p -> told.merge(p.part(), p, ImportFiles::better));
      BoardContents more = imported.board().contents();
      if (before.isEmpty()) {
        return more;
      }
      var merged =
          BoardMerge.of(before.get(), more, takeAdded ? Winner.WHAT_IS_ADDED : Winner.THE_BOARD);
      conflicts.addAll(merged.conflicts());
      return merged.contents();
    }

    private static ImportedPart better(ImportedPart before, ImportedPart now) {
      return before.device().isPresent() || now.device().isEmpty() ? before : now;
    }

    private BoardContents named(BoardContents contents) {
      if (machine == null && revision == null) {
        return contents;
      }
      BoardIdentity was = contents.identity();
      return contents.with(
          was.named(
              machine == null ? was.machine() : machine,
              revision == null ? was.revision() : revision));
    }

    private int checked(BoardContents contents) {
      return switch (BoardFiles.check(contents, LIBRARY)) {
        case Loaded.Refused<Board> refused -> refuse(refused.summary());
        case Loaded.Ok<Board>(Board board) -> {
          if (out != null) {
            Optional<String> refusal =
                WholeFile.write(
                    out, BoardExport.Format.PACK.kind(), BoardWriter.write(board.contents()));
            if (refusal.isPresent()) {
              yield refuse(refusal.get());
            }
          }
          yield print(json ? json(board) : text(board));
        }
      };
    }

    /** The device of the library a part is; none where it is kept by its pins only. */
    private static Optional<String> device(Part part) {
      return part.device().isUnknown() ? Optional.empty() : Optional.of(part.device().name());
    }

    private String knownBy(Part part) {
      return Optional.ofNullable(told.get(part.designator()))
          .map(ImportedPart::knownBy)
          .orElse("the board");
    }

    private String marking(Part part) {
      return Optional.ofNullable(told.get(part.designator()))
          .map(ImportedPart::marking)
          .orElse(part.device().name());
    }

    private String text(Board board) {
      StringBuilder text = new StringBuilder();
      understood.forEach(u -> text.append(u).append('\n'));
      text.append('\n');
      for (Part part : board.parts()) {
        text.append(
            String.format(
                Locale.ROOT,
                "%-8s %-24s %s%n",
                part.designator(),
                marking(part),
                device(part)
                    .map(d -> d + " (" + knownBy(part) + ")")
                    .orElseGet(() -> knownBy(part).isBlank() ? "not told" : knownBy(part))));
      }
      text.append('\n').append(board.nets().size()).append(" nets\n");
      section(
          text, "Differs from what was there", conflicts.stream().map(Object::toString).toList());
      section(text, "Problems", problems.stream().map(Issue::toString).toList());
      if (out != null) {
        text.append("\nWritten to ").append(out).append(".\n");
      }
      return text.toString();
    }

    private static void section(StringBuilder text, String title, List<String> lines) {
      if (!lines.isEmpty()) {
        text.append('\n').append(title).append('\n');
        lines.forEach(l -> text.append("  ").append(l).append('\n'));
      }
    }

    private String json(Board board) {
      StringWriter text = new StringWriter();
      try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
        json.useDefaultPrettyPrinter();
        json.writeStartObject();
        json.writeStringField("format", "raconteur-import/1");
        json.writeArrayFieldStart("parts");
        for (Part part : board.parts()) {
          json.writeStartObject();
          json.writeStringField("part", part.designator());
          json.writeStringField("marking", marking(part));
          if (device(part).isPresent()) {
            json.writeStringField("device", device(part).get());
          } else {
            json.writeNullField("device");
          }
          json.writeStringField("known by", device(part).isPresent() ? knownBy(part) : "");
          json.writeEndObject();
        }
        json.writeEndArray();
        json.writeArrayFieldStart("nets");
        for (Net net : board.contents().nets()) {
          json.writeStartObject();
          json.writeStringField("net", net.name());
          json.writeArrayFieldStart("pins");
          for (var pin : net.path()) {
            json.writeString(pin.toString());
          }
          json.writeEndArray();
          json.writeEndObject();
        }
        json.writeEndArray();
        json.writeArrayFieldStart("differs");
        for (BoardMerge.Conflict conflict : conflicts) {
          json.writeStartObject();
          json.writeStringField("where", conflict.where());
          json.writeStringField("here", conflict.here());
          json.writeStringField("added", conflict.there());
          json.writeEndObject();
        }
        json.writeEndArray();
        json.writeArrayFieldStart("problems");
        for (Issue problem : problems) {
          json.writeStartObject();
          json.writeStringField("file", problem.file());
          json.writeNumberField("line", problem.line());
          json.writeStringField("says", problem.reason());
          json.writeEndObject();
        }
        json.writeEndArray();
        json.writeEndObject();
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      return text + "\n";
    }
  }

  /** {@code raconteur board nets FILE --onto BOARD}. */
  @Command(
      name = "nets",
      description = {
        "Read nets as they are typed onto a board that has its parts; ends with 1 where a line"
            + " could not be taken.",
        "Example: raconteur board nets my.nets --onto my-board.json -o my-board.json"
      },
      mixinStandardHelpOptions = true)
  static final class TypedNets extends OfBoards {
    @Parameters(paramLabel = "FILE", description = "Lines such as A0-A7: U1.9-16 U7.8-1.")
    private Path file = Path.of("");

    @Option(names = "--onto", required = true, paramLabel = "BOARD", description = "The board.")
    private String onto = "";

    @Option(names = "-o", paramLabel = "OUT", description = "Keep the board as a board pack.")
    private @Nullable Path out;

    @Override
    public Integer call() {
      String text;
      try {
        if (Files.size(file) > BoardShelf.LARGEST_BYTES) {
          return refuse(file + " is too large for a file of nets.");
        }
        text = Files.readString(file);
      } catch (IOException e) {
        return refuse(file + " cannot be read as text.");
      }
      return with(onto, board -> read(text, board));
    }

    private int read(String text, Board board) {
      NetLines.Read read = NetLines.read(text, board.contents());
      read.says().forEach(s -> print(s + "\n"));
      read.problems().forEach(p -> err().println(file.getFileName() + ", " + p));
      err().flush();
      if (out == null) {
        return read.problems().isEmpty() ? 0 : REFUSED;
      }
      int written = write(out, BoardExport.Format.PACK.kind(), BoardWriter.write(read.contents()));
      return read.problems().isEmpty() ? written : REFUSED;
    }
  }

  /** {@code raconteur board freerun BOARD}. */
  @Command(
      name = "freerun",
      description = {
        "What each line shows where the processor is given a code that does nothing, so that its"
            + " addresses count: simulated from the nets and the parts' functions.",
        "Example: raconteur board freerun lanternfish-l1"
      },
      mixinStandardHelpOptions = true)
  static final class FreeRunning extends OfOneBoard {
    @Option(
        names = "--clock",
        paramLabel = "MHZ",
        description =
            "The clock at the processor, where the board's own oscillator cannot be reckoned.")
    private @Nullable Double megahertz;

    @Option(names = "--json", description = "Print JSON in place of text.")
    private boolean json;

    @Override
    int call(Board board) {
      if (megahertz != null && !(megahertz >= 0.01 && megahertz <= 100)) {
        return refuse("--clock is in MHz, from 0.01 to 100.");
      }
      OptionalDouble hertz =
          megahertz == null ? OptionalDouble.empty() : OptionalDouble.of(megahertz * 1e6);
      return switch (FreeRun.of(board, hertz, _ -> {}, () -> false)) {
        case FreeRun.Outcome.Refused(String why) -> refuse(why);
        case FreeRun.Outcome.Ran ran ->
            print(json ? FreeRunReport.json(ran) : FreeRunReport.text(ran));
      };
    }
  }

  /** {@code raconteur board check BOARD}. */
  @Command(
      name = "check",
      description = {
        "Look for what no real schematic has; ends with 1 where something is found.",
        "Example: raconteur board check my-board.json"
      },
      mixinStandardHelpOptions = true)
  static final class Check extends OfOneBoard {
    @Override
    int call(Board board) {
      List<BoardCheck.Problem> problems = BoardCheck.of(board);
      for (BoardCheck.Problem p : problems) {
        print(
            String.format(Locale.ROOT, "%-14s %-12s %s%n", p.kind().words(), p.place(), p.what()));
      }
      print(
          board.nets().isEmpty()
              ? "The board has no nets; there is nothing to check.\n"
              : problems.isEmpty() ? "Nothing odd was found.\n" : "");
      return problems.isEmpty() ? 0 : REFUSED;
    }
  }

  /** {@code raconteur board show BOARD}. */
  @Command(
      name = "show",
      description = {
        "Print a board: what it is, its parts, how much of it is known.",
        "Example: raconteur board show quillon-kittiwake-b"
      },
      mixinStandardHelpOptions = true)
  static final class Show extends OfOneBoard {
    @Override
    int call(Board board) {
      return print(text(board));
    }

    private static String text(Board board) {
      StringBuilder text = new StringBuilder(board.identity().title()).append('\n');
      var depth = DepthMeter.of(board, _ -> 1);
      text.append(
          String.format(
              Locale.ROOT,
              "%d parts, %d nets, %d rails; known: sheet %.0f %%, nets %.0f %%, functions %.0f"
                  + " %%%n%n",
              board.parts().size(),
              board.nets().size(),
              board.rails().size(),
              100 * depth.sheet(),
              100 * depth.netList(),
              100 * depth.behaviour()));
      for (Part part : board.parts()) {
        Device device = part.device();
        text.append(
            String.format(
                Locale.ROOT,
                "%-8s %-16s %-10s %s%n",
                part.designator(),
                device.name(),
                part.block(),
                device.title()));
      }
      return text.toString();
    }
  }

  /** {@code raconteur board diff BOARD BOARD}. */
  @Command(
      name = "diff",
      description = {
        "Print what the second board has otherwise than the first; ends with 1 where they differ.",
        "Example: raconteur board diff old.json new.json"
      },
      mixinStandardHelpOptions = true)
  static final class Diff extends OfBoards {
    @Parameters(index = "0", paramLabel = "BOARD", description = "The one to compare with.")
    private String first = "";

    @Parameters(index = "1", paramLabel = "OTHER", description = "The one that may differ.")
    private String second = "";

    @Override
    public Integer call() {
      return with(
          first,
          one ->
              with(
                  second,
                  other -> {
                    var difference = BoardDifference.between(one.contents(), other.contents());
                    difference
                        .lines()
                        .forEach(
                            l ->
                                print(
                                    String.format(Locale.ROOT, "%-12s %s%n", l.place(), l.what())));
                    print(difference.none() ? "They are the same.\n" : "");
                    return difference.none() ? 0 : REFUSED;
                  }));
    }
  }

  /** {@code raconteur board export BOARD}. */
  @Command(
      name = "export",
      description = {
        "Write a board as a pack, parts list, net list, typed nets or IPC-D-356A.",
        "Example: raconteur board export my-board.json --as nets -o nets.csv"
      },
      mixinStandardHelpOptions = true)
  static final class Export extends OfOneBoard {
    @Option(
        names = "--as",
        paramLabel = "FORMAT",
        description = "One of ${COMPLETION-CANDIDATES}.",
        completionCandidates = Formats.class)
    private String format = "pack";

    @Option(
        names = "-o",
        paramLabel = "OUT",
        description = "The file; printed where there is none.")
    private @Nullable Path out;

    /** The words for the formats. */
    static final class Formats extends ArrayList<String> {
      private static final long serialVersionUID = 1;

      Formats() {
        super(BY_WORD.keySet());
      }
    }

    private static final Map<String, BoardExport.Format> BY_WORD =
        new java.util.TreeMap<>(
            Map.of(
                "pack", BoardExport.Format.PACK,
                "parts", BoardExport.Format.PARTS,
                "nets", BoardExport.Format.NETS,
                "typed-nets", BoardExport.Format.TYPED_NETS,
                "ipc", BoardExport.Format.BARE_BOARD_TEST));

    @Override
    int call(Board board) {
      BoardExport.Format wanted = BY_WORD.get(format);
      if (wanted == null) {
        return refuse(
            "“" + format + "” is no format; one of " + String.join(", ", BY_WORD.keySet()) + ".");
      }
      BoardExport.Exported exported = BoardExport.write(board, wanted);
      if (exported.refusal().isPresent()) {
        return refuse(exported.refusal().get());
      }
      return out == null ? print(exported.text()) : write(out, wanted.kind(), exported.text());
    }
  }
}
