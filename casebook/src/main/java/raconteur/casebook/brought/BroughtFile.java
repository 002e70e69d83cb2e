package raconteur.casebook.brought;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import raconteur.casebook.exchange.DecodedText;
import raconteur.casebook.exchange.StockCsv;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.recording.RecordingFile;
import raconteur.casebook.recording.VcdText;
import raconteur.casebook.store.Archive;
import raconteur.casebook.store.Outcome;
import raconteur.core.data.Loaded;
import raconteur.core.keys.KeyMatrix;
import raconteur.core.keys.KeyMatrixText;
import raconteur.core.netlines.NetLines;

/**
 * What a file is that somebody brings without saying: told by what is in it, by its name only where
 * bytes alone could be anything. At most {@value #LOOKED_AT} bytes are looked at.
 */
public record BroughtFile(Path file, Kind kind) {
  private static final int LOOKED_AT = 64 * 1024;
  private static final int LINES_LOOKED_AT = 200;
  private static final Pattern INTEL_HEX = Pattern.compile(":[0-9A-Fa-f]{10,}");
  private static final Pattern S_RECORD = Pattern.compile("S[0-9][0-9A-Fa-f]{6,}");
  private static final Pattern ROM_NAME =
      Pattern.compile(".*\\.(bin|rom|prm|epr|img|u\\d+|ic\\d+|\\d{1,3}[a-z])");

  /** The kinds that are known, and what a sentence calls them. */
  public enum Kind {
    CASEBOOK("a casebook"),
    ARCHIVE("an archive of a casebook"),
    CASE("a case"),
    COUNTS("counts of another shop"),
    STOCK("a stock list"),
    TYPED_NETS("typed nets"),
    RECORDING("a recording"),
    PICTURE("a picture"),
    ROM_IMAGE("a reading of a ROM"),
    KEYS("a table of keys"),
    /**
     * A pack, a parts list, a net list: whatever {@link raconteur.casebook.exchange.BoardImport}
     * says to it.
     */
    BOARD("a board, or its parts or nets"),
    NOTHING_KNOWN("no file Raconteur reads");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  private record Rule(Kind kind, FileKind known) {}

  private static final List<Rule> RULES =
      List.of(
          new Rule(Kind.CASEBOOK, FileKind.beginning("casebook", "SQLite format 3\0")),
          new Rule(Kind.ARCHIVE, Archive.KIND),
          new Rule(Kind.PICTURE, FileKind.PNG),
          new Rule(Kind.PICTURE, FileKind.JPEG),
          new Rule(Kind.CASE, FileKind.json("case", "raconteur-case/")),
          new Rule(Kind.COUNTS, FileKind.json("counts", "raconteur-counts/")),
          new Rule(Kind.STOCK, StockCsv.KIND),
          new Rule(Kind.TYPED_NETS, FileKind.beginning("typed nets", "# raconteur-nets/")));

  /** Looks at a file; what cannot be looked at is refused in one sentence. */
  public static Outcome<BroughtFile> of(Path file) {
    if (!Files.isRegularFile(file)) {
      return new Outcome.Failed<>(
          Files.isDirectory(file)
              ? file + " is a folder: bring one of its files."
              : "There is no file " + file + ".");
    }
    try (InputStream in = Files.newInputStream(file)) {
      return new Outcome.Done<>(new BroughtFile(file, kind(file, in.readNBytes(LOOKED_AT))));
    } catch (IOException e) {
      return new Outcome.Failed<>(file + " cannot be read.");
    }
  }

  private static Kind kind(Path file, byte[] head) {
    for (Rule rule : RULES) {
      if (rule.known.known().test(head)) {
        return rule.kind;
      }
    }
    String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
    return head.length == 0 ? Kind.NOTHING_KNOWN : byText(name, DecodedText.of(head).text());
  }

  private static Kind byText(String name, String text) {
    if (name.endsWith(".nets")) {
      return Kind.TYPED_NETS;
    }
    List<String> lines = text.lines().limit(LINES_LOOKED_AT).toList();
    if (ROM_NAME.matcher(name).matches()) {
      return Kind.ROM_IMAGE;
    }
    if (text.indexOf('\0') >= 0) {
      return Kind.NOTHING_KNOWN;
    }
    Optional<String> first =
        lines.stream().map(String::strip).filter(l -> !l.isEmpty()).findFirst();
    if (first.isEmpty()) {
      return Kind.NOTHING_KNOWN;
    }
    if (INTEL_HEX.matcher(first.get()).matches() || S_RECORD.matcher(first.get()).matches()) {
      return Kind.ROM_IMAGE;
    }
    if (VcdText.KIND.known().test(text.getBytes(java.nio.charset.StandardCharsets.UTF_8))) {
      return Kind.RECORDING;
    }
    if (isKeys(name, text)) {
      return Kind.KEYS;
    }
    if (RecordingFile.looksLike(lines)) {
      return Kind.RECORDING;
    }
    return NetLines.isTyped(text) ? Kind.TYPED_NETS : Kind.BOARD;
  }

  private static boolean isKeys(String name, String text) {
    return name.endsWith(".keys") || KeyMatrixText.read(name, text) instanceof Loaded.Ok<KeyMatrix>;
  }
}
