package raconteur.casebook.store;

import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import raconteur.casebook.files.FileKind;

/** The names of an archive's parts and their bounds; written down in docs/formats/archive.md. */
final class ArchiveFormat {
  static final String FORMAT = "raconteur-archive/2";
  static final String EARLIER = "raconteur-archive/1";
  static final String MANIFEST = "archive.json";
  static final String ENTRIES = "entries.csv";
  static final String DEVICES = "devices.json";
  static final String STOCK = "stock.csv";
  static final String SETTINGS = "settings.json";
  static final String CASES = "cases/";
  static final String PICTURES = "pictures/";
  static final String BOARDS = "boards/";
  static final String COUNTS = "counts/";

  static final FileKind KIND = FileKind.zip("archive of a casebook", MANIFEST);

  static final Pattern NAME =
      Pattern.compile(
          "archive\\.json|entries\\.csv|devices\\.json|stock\\.csv|settings\\.json"
              + "|cases/[0-9]{6,8}\\.json|pictures/[0-9a-f]{64}\\.(jpg|png)"
              + "|boards/[a-z0-9][a-z0-9.-]{0,60}\\.json|counts/[0-9]{6}\\.json");

  static final int MOST_PARTS = Limits.CASES + Limits.PICTURES + 100_000;
  static final int MOST_PART_BYTES = 64_000_000;
  static final long MOST_BYTES = 256L * 1024 * 1024 * 1024;

  private ArchiveFormat() {}

  /** The manifest's entries. */
  static Map<String, String> manifest(Archive.Contents contents) {
    Map<String, String> manifest = new TreeMap<>();
    manifest.put("format", FORMAT);
    manifest.put("cases", String.valueOf(contents.cases()));
    manifest.put("pictures", String.valueOf(contents.pictures()));
    manifest.put("stock items", String.valueOf(contents.stockItems()));
    manifest.put("devices", String.valueOf(contents.devices()));
    manifest.put("boards", String.valueOf(contents.boards()));
    manifest.put("counts of other shops", String.valueOf(contents.others()));
    return manifest;
  }
}
