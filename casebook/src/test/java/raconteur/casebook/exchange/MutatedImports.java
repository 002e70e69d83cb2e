package raconteur.casebook.exchange;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.board.BoardWriter;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceFiles;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.netlines.NetLines;
import raconteur.core.netlines.NetLinesWriter;

/**
 * Feeds every importer with files of which bytes, lines and pieces were changed at random: each
 * must be read or refused, never throw, and never take long. Part of the longer test profile
 * ({@code mvn -Plonger verify}); {@code main} takes how many per importer and the seed.
 */
final class MutatedImports {
  private static final long SLOW_NANOS = 2_000_000_000L;
  private static final BoardShelf SHELF = BoardShelf.of(Path.of("no such folder"));
  private static final String[] WORDS = {
    "(",
    ")",
    "\"",
    ",",
    ";",
    "\n",
    "\r\n",
    "\t",
    "{",
    "}",
    "[",
    "]",
    "-",
    "999999999999",
    "1e308",
    "-1",
    "0",
    "NaN",
    "\u0000",
    "\uFEFF",
    "ÿ",
    "Ω",
    "P  UNITS SI",
    "317",
    "999",
    "U1",
    "../..",
    "%s",
    "null",
    "true",
    " ".repeat(300),
    "A".repeat(3000)
  };

  private final Random random;
  private final Map<String, byte[]> seeds = seeds();

  private MutatedImports(long seed) {
    this.random = new Random(seed);
  }

  /** What one importer made of its files. */
  record Result(int read, int refused, long slowestNanos) {}

  public static void main(String[] args) {
    int count = args.length > 0 ? Integer.parseInt(args[0]) : 100_000;
    long seed = args.length > 1 ? Long.parseLong(args[1]) : 20261125;
    MutatedImports mutated = new MutatedImports(seed);
    System.out.println("| importer | files | read | refused | slowest |");
    System.out.println("|---|---|---|---|---|");
    for (String importer : mutated.seeds.keySet()) {
      Result result = mutated.run(importer, count);
      System.out.printf(
          java.util.Locale.ROOT,
          "| %s | %,d | %,d | %,d | %d ms |%n",
          importer,
          count,
          result.read(),
          result.refused(),
          result.slowestNanos() / 1_000_000);
    }
  }

  /** Runs one importer on mutated files; throws where it throws, hangs or is too slow. */
  static Result run(String importer, int count, long seed) {
    return new MutatedImports(seed).run(importer, count);
  }

  static List<String> importers() {
    return List.copyOf(seeds().keySet());
  }

  private Result run(String importer, int count) {
    byte[] seed = seeds.getOrDefault(importer, new byte[0]);
    int read = 0;
    long slowest = 0;
    for (int i = 0; i < count; i++) {
      byte[] file = mutated(seed);
      long start = System.nanoTime();
      try {
        read += reads(importer, file) ? 1 : 0;
      } catch (RuntimeException | StackOverflowError e) {
        throw new AssertionError(
            importer + " threw on file " + i + ":\n" + new String(file, UTF_8), e);
      }
      slowest = Math.max(slowest, System.nanoTime() - start);
      if (slowest > SLOW_NANOS) {
        throw new AssertionError(importer + " took too long on file " + i);
      }
    }
    return new Result(read, count - read, slowest);
  }

  private static boolean reads(String importer, byte[] file) {
    return switch (importer) {
      case "device file" ->
          DeviceFiles.read("mutated", DecodedText.of(file).text()) instanceof Loaded.Ok<?>;
      case "pin levels, CSV" ->
          VectorCsv.read("mutated", DecodedText.of(file).text()) instanceof Loaded.Ok<?>;
      case "typed nets" ->
          NetLines.read(DecodedText.of(file).text(), netted().contents()).problems().isEmpty();
      default ->
          BoardImport.read("mutated", file, DeviceLibrary.shipped(), SHELF::load)
              instanceof Loaded.Ok<?>;
    };
  }

  private static Board netted() {
    return SHELF.find("lanternfish-l1").orElseThrow();
  }

  /** One to six changes: a byte, a piece cut, doubled or moved, a word put in, the end cut off. */
  private byte[] mutated(byte[] seed) {
    byte[] file = seed.clone();
    int changes = 1 + random.nextInt(6);
    for (int i = 0; i < changes && file.length > 0; i++) {
      int from = random.nextInt(file.length);
      int to = Math.min(file.length, from + 1 + random.nextInt(1 + random.nextInt(200)));
      switch (random.nextInt(6)) {
        case 0 -> file[from] = (byte) random.nextInt(256);
        case 1 -> file = spliced(file, from, to, new byte[0]);
        case 2 -> file = spliced(file, from, from, Arrays.copyOfRange(file, from, to));
        case 3 -> {
          byte[] piece = Arrays.copyOfRange(file, from, to);
          file = spliced(file, from, to, new byte[0]);
          int at = file.length == 0 ? 0 : random.nextInt(file.length);
          file = spliced(file, at, at, piece);
        }
        case 4 ->
            file = spliced(file, from, from, WORDS[random.nextInt(WORDS.length)].getBytes(UTF_8));
        default -> file = random.nextInt(4) == 0 ? Arrays.copyOf(file, from) : file;
      }
    }
    return file;
  }

  private static byte[] spliced(byte[] file, int from, int to, byte[] piece) {
    byte[] result = new byte[file.length - (to - from) + piece.length];
    System.arraycopy(file, 0, result, 0, from);
    System.arraycopy(piece, 0, result, from, piece.length);
    System.arraycopy(file, to, result, from + piece.length, file.length - to);
    return result;
  }

  private static Map<String, byte[]> seeds() {
    Board small = SHELF.find("petrel-1").orElseThrow();
    Map<String, byte[]> seeds = new LinkedHashMap<>();
    seeds.put(
        "parts list, CSV",
        BoardExport.write(small, BoardExport.Format.PARTS).text().getBytes(UTF_8));
    seeds.put(
        "net list, CSV",
        "Net;Designator;Pin;Order;X mm;Y mm\nA0;U1;1;1;10,5;20\nA0;U2;3;2;30;20\n+5V;U1;14;1;2;3\nGND;U1;7;;;\n"
            .getBytes(UTF_8));
    seeds.put(
        "net list in brackets",
        """
        (export (version "E")
          (components (comp (ref "U1") (value "74LS00")) (comp (ref "R1") (value "4k7")))
          (nets (net (code "1") (name "/CLK") (node (ref "U1") (pin "3")) (node (ref "R1") (pin "1")))))
        """
            .getBytes(UTF_8));
    seeds.put(
        "board file in brackets",
        """
        (a_board (version 1) (net 1 "GND") (net 2 "A0")
          (footprint "Axial" (layer "F.Cu") (at 120 80 90)
            (property "Reference" "R1") (property "Value" "1k")
            (pad "1" thru_hole circle (at -5.08 0 90) (net 1 "GND"))
            (pad "2" thru_hole circle (at 5.08 0 90) (net 2 "A0")))
          (gr_line (start 100 60) (end 180 130) (layer "Edge.Cuts")))
        """
            .getBytes(UTF_8));
    seeds.put(
        "parts a line",
        "# mine\nU1 SN74LS245N\nU21-U28 MB8264A-15P\nC1 to C12 100n\nR1, R2 and R3 4K7\n5C Z80A CPU\n"
            .getBytes(UTF_8));
    seeds.put(
        "net list, a net a line",
        "A0: U1.9 U2-8\n  U3.7\n+5V: U1.20, U2.20\nGND U1.10 U2.10\n".getBytes(UTF_8));
    seeds.put(
        "net list, brackets over lines",
        "[\nU1\nDIP20\n74LS245\n]\n(\nA0\nU1-9\nU2-8\n)\n(\n+5V\nU1-20\n)\n".getBytes(UTF_8));
    seeds.put(
        "net list, stars",
        "*PART*\nU1 74LS245@DIP20\n*NET*\n*SIGNAL* A0\nU1.9 U2.8\n*END*\n".getBytes(UTF_8));
    seeds.put(
        "net list, dollars",
        "$PACKAGES\nDIP20 ! 74LS245 ; U1\n$NETS\n'A0' ; U1.9 U2.8,\nU3.7\n$END\n".getBytes(UTF_8));
    seeds.put(
        "net list, commands",
        ".ADD_COM U1 \"74LS245\"\n.ADD_TER U1 9 \"A0\"\n.TER U2 8\nU3 7\n.END\n".getBytes(UTF_8));
    seeds.put("typed nets", NetLinesWriter.write(netted().contents()).getBytes(UTF_8));
    seeds.put(
        "IPC-D-356A",
        """
        C  sample
        P  UNITS CUST 0
        P  NNAME1  a net name that is longer than fourteen
        317GND              R1    -1    D0310PA00X+010000Y+020000X0500Y0500R000 S0
        317NNAME1           R1    -2   MD0310PA00X+014000Y+020000X0500Y0500R000 S0
        327NNAME1           U1    -1          A01X+020000Y+030000X0500Y0200R000 S0
        999
        """
            .getBytes(UTF_8));
    seeds.put("board pack", BoardWriter.write(small.contents()).getBytes(UTF_8));
    seeds.put(
        "board pack, derived",
        BoardWriter.writeDerived(
                SHELF.find("lanternfish-l2").orElseThrow().contents(),
                SHELF.find("lanternfish-l1").orElseThrow().contents())
            .getBytes(UTF_8));
    seeds.put(
        "device file",
        DeviceFiles.write(
                List.of(
                    DeviceLibrary.shipped().find("74LS163").orElseThrow(),
                    DeviceLibrary.shipped().find("4116").orElseThrow()))
            .getBytes(UTF_8));
    seeds.put("pin levels, CSV", "p1,p2,p3\n0,1,z\n1,x,0\n0,,1\n".getBytes(UTF_8));
    return seeds;
  }
}
