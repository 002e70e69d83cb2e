package raconteur.core.bench;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Stream;
import raconteur.core.bench.qp8.Assembler;
import raconteur.core.bench.qp8.Image;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * What it takes to run a board beyond its board file: contents of its ROMs, where the screen, the
 * cartridge, the keyboard and the harness are plugged in. A readable file, {@code
 * raconteur-bench/1}, with programs and characters beside it.
 *
 * @param roms contents by part
 * @param harness pins that the loop-back harness joins
 * @param diagnosed what each line of the diagnostic speaks of, bit by bit: designators, or {@code
 *     flash 3} for the part behind a count of the revision's flash table
 */
public record BenchSetUp(
    List<String> boards,
    String origin,
    Map<String, int[]> roms,
    Optional<Screen> screen,
    Optional<String> processor,
    Optional<Socket> cartridge,
    Optional<Plug> deadTest,
    Optional<Plug> diagnostic,
    List<List<PinRef>> harness,
    Keys keys,
    Map<String, List<String>> diagnosed) {

  /** A board of which nothing more is known than its file says. */
  public static final BenchSetUp NONE =
      new BenchSetUp(
          List.of(),
          "",
          Map.of(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          List.of(),
          new Keys(List.of(), List.of()),
          Map.of());

  private static final List<String> SHIPPED = List.of("quillon-kittiwake");
  private static final Map<String, BenchSetUp> READ = new ConcurrentHashMap<>();

  public BenchSetUp {
    boards = List.copyOf(boards);
    roms = Map.copyOf(roms);
    harness = harness.stream().map(List::copyOf).toList();
    diagnosed = Map.copyOf(diagnosed);
  }

  /**
   * Where the monitor is plugged in, and how it finds the picture behind the sync pulse.
   *
   * @param lines red, green, blue and intensity
   * @param firstDotPicos from the start of a line's sync pulse to its first dot
   * @param firstLine how many lines from the end of the picture's sync to the first that shows
   */
  public record Screen(
      List<PinRef> lines,
      PinRef sync,
      long dotPicos,
      long firstDotPicos,
      int firstLine,
      int columns,
      int rows,
      Characters characters) {}

  /** The contacts of the cartridge connector in the order a cartridge numbers them. */
  public record Socket(List<PinRef> contacts) {}

  /** A cartridge: where its first byte answers, and whether it keeps the board's ROMs off. */
  @SuppressWarnings("ArrayRecordComponent")
  public record Plug(int from, int[] contents, boolean takesOver) {}

  /** The keyboard's lines. */
  public record Keys(List<PinRef> columns, List<PinRef> rows) {}

  /** The shipped set-up of a board; {@link #NONE} where there is none. */
  public static BenchSetUp of(Board board) {
    return SHIPPED.stream()
        .map(BenchSetUp::shipped)
        .filter(s -> s.boards().contains(board.identity().id()))
        .findFirst()
        .orElse(NONE);
  }

  private static BenchSetUp shipped(String name) {
    return READ.computeIfAbsent(
        name,
        n ->
            DataFile.shipped(
                BenchSetUp.class,
                folder(n + ".json"),
                text ->
                    read(
                        n + ".json",
                        text,
                        beside -> DataFile.shippedText(BenchSetUp.class, folder(beside)))));
  }

  private static String folder(String file) {
    return "/raconteur/core/bench/" + file;
  }

  /**
   * Reads a set-up.
   *
   * @param beside gives the text of the programs and characters it names
   */
  public static Loaded<BenchSetUp> read(String file, String text, Function<String, String> beside) {
    return DataFile.read(file, text, (root, issues) -> new Reader(beside).setUp(root));
  }

  /** Reads one file and what lies beside it, each of those once. */
  private static final class Reader {
    private final Function<String, String> beside;
    private final Map<String, Image> images = new HashMap<>();
    private final List<Characters> characters = new ArrayList<>();

    Reader(Function<String, String> beside) {
      this.beside = beside;
    }

    BenchSetUp setUp(Datum root) {
      root.get("format").oneOf(Map.of("raconteur-bench/1", true));
      root.onlyKnows(
          Set.of(
              "format",
              "boards",
              "origin",
              "roms",
              "screen",
              "processor",
              "cartridge",
              "dead test",
              "diagnostic",
              "harness",
              "keyboard",
              "diagnosed"));
      Map<String, List<String>> diagnosed = new HashMap<>();
      part(root, "diagnosed")
          .ifPresent(
              d ->
                  d.entries()
                      .forEach(
                          (line, parts) ->
                              diagnosed.put(
                                  line, parts.items().stream().map(Datum::text).toList())));
      Map<String, int[]> roms = new HashMap<>();
      root.itemsOrNone("roms").forEach(rom -> roms.put(rom.get("part").text(), contents(rom)));
      Optional<Datum> keyboard = part(root, "keyboard");
      return new BenchSetUp(
          root.get("boards").items().stream().map(Datum::text).toList(),
          root.get("origin").text(),
          roms,
          part(root, "screen").map(this::screen),
          part(root, "processor").map(p -> p.get("part").text()),
          part(root, "cartridge").map(Reader::socket),
          part(root, "dead test").map(this::plug),
          part(root, "diagnostic").map(this::plug),
          root.itemsOrNone("harness").stream().map(Reader::pins).toList(),
          new Keys(
              keyboard.map(k -> pins(k.get("columns"))).orElse(List.of()),
              keyboard.map(k -> pins(k.get("rows"))).orElse(List.of())),
          diagnosed);
    }

    private static Optional<Datum> part(Datum root, String name) {
      return root.has(name) ? Optional.of(root.get(name)) : Optional.empty();
    }

    private static final int ROM_BYTES = 8192;

    private int[] contents(Datum rom) {
      if (rom.has("characters")) {
        return characters(rom.get("characters")).contents();
      }
      return image(rom).cut(address(rom.get("from")), ROM_BYTES);
    }

    private Characters characters(Datum name) {
      Characters read = taken(name, Characters.read(name.text(), beside.apply(name.text())));
      characters.add(read);
      return read;
    }

    private Image image(Datum item) {
      Datum name = item.get("program");
      return images.computeIfAbsent(
          name.text(), n -> taken(name, Assembler.assemble(n, beside.apply(n))));
    }

    private static <T> T taken(Datum at, Loaded<T> loaded) {
      return switch (loaded) {
        case Loaded.Ok<T> ok -> ok.value();
        case Loaded.Refused<T> refused -> throw at.wrong(refused.summary());
      };
    }

    private static int address(Datum at) {
      try {
        return Integer.decode(at.text());
      } catch (NumberFormatException e) {
        throw at.wrong("\"" + at.text() + "\" is no address such as 0xC000");
      }
    }

    private Plug plug(Datum item) {
      int from = address(item.get("from"));
      return new Plug(
          from,
          image(item).cut(from, item.get("bytes").whole(1, 65536)),
          item.get("takes over").flag());
    }

    private static Socket socket(Datum item) {
      List<PinRef> contacts = new ArrayList<>(pins(item.get("address")));
      contacts.addAll(pins(item.get("data")));
      Stream.of("memory", "read", "own ROMs off").forEach(n -> contacts.add(pin(item.get(n))));
      return new Socket(List.copyOf(contacts));
    }

    private Screen screen(Datum item) {
      if (characters.isEmpty()) {
        throw item.wrong("a screen needs a ROM with \"characters\" to be read");
      }
      return new Screen(
          pins(item.get("lines")),
          pin(item.get("sync")),
          item.get("dot ns").whole(1, 10_000) * 1000L,
          item.get("first dot ns").whole(0, 1_000_000) * 1000L,
          item.get("first line").whole(0, 1000),
          item.get("columns").whole(1, 256),
          item.get("rows").whole(1, 100),
          characters.getFirst());
    }

    private static List<PinRef> pins(Datum list) {
      return list.items().stream().map(Reader::pin).toList();
    }

    private static PinRef pin(Datum at) {
      try {
        return PinRef.parse(at.text());
      } catch (IllegalArgumentException e) {
        throw at.wrong(String.valueOf(e.getMessage()));
      }
    }
  }
}
