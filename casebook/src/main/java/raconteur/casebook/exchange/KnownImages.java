package raconteur.casebook.exchange;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.rom.Sums;

/**
 * A list of images by their sums, as a table with a column of names and one of SHA-1 or of CRC-32;
 * with a column of sizes a CRC-32 has to be of that size.
 */
public final class KnownImages {
  private static final long LARGEST = 64_000_000;

  private final Map<String, List<String>> bySha1 = new LinkedHashMap<>();
  private final Map<String, List<String>> byCrc = new LinkedHashMap<>();

  private KnownImages() {}

  /** Reads a list, or says what it would have to be. */
  public static Loaded<KnownImages> read(Path file) {
    String name = String.valueOf(file.getFileName());
    try {
      if (!Files.isRegularFile(file) || Files.size(file) > LARGEST) {
        return refused(name, "there is no such file, or it is larger than 64 MB");
      }
      return read(name, Files.readAllBytes(file));
    } catch (IOException e) {
      return refused(name, "the file cannot be read");
    }
  }

  static Loaded<KnownImages> read(String name, byte[] bytes) {
    return CsvTable.read(DecodedText.of(bytes).text(), new Problems(name))
        .map(table -> of(name, table))
        .orElseGet(() -> refused(name, "it is no table; name, size, crc32, sha1 would be read"));
  }

  private static Loaded<KnownImages> of(String file, CsvTable table) {
    OptionalInt names = table.column("name", "file", "title");
    OptionalInt sizes = table.column("size", "bytes");
    OptionalInt crcs = table.column("crc32", "crc-32", "crc");
    OptionalInt sha1s = table.column("sha1", "sha-1");
    if (names.isEmpty() || (crcs.isEmpty() && sha1s.isEmpty())) {
      return refused(file, "it needs a column name, and one that is called crc32 or sha1");
    }
    KnownImages known = new KnownImages();
    for (CsvTable.Row row : table.rows()) {
      String sha1 = row.cell(sha1s).toLowerCase(Locale.ROOT);
      String crc = row.cell(crcs).toLowerCase(Locale.ROOT).replaceFirst("^0x", "");
      if (sha1.matches("[0-9a-f]{40}")) {
        known.bySha1.computeIfAbsent(sha1, _ -> new ArrayList<>()).add(row.cell(names));
      } else if (crc.matches("[0-9a-f]{1,8}")) {
        known
            .byCrc
            .computeIfAbsent(
                "0".repeat(8 - crc.length()) + crc + " " + row.cell(sizes), _ -> new ArrayList<>())
            .add(row.cell(names));
      }
    }
    return new Loaded.Ok<>(known);
  }

  private static Loaded<KnownImages> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }

  /** What an image is by the list, a sentence each; its halves too, where the whole is none. */
  public List<String> find(byte[] image) {
    List<String> found = new ArrayList<>();
    names(image).forEach(n -> found.add("By its sum it is " + n + "."));
    if (found.isEmpty() && image.length >= 2 && image.length % 2 == 0) {
      int half = image.length / 2;
      names(Arrays.copyOf(image, half))
          .forEach(n -> found.add("Its lower half is " + n + " by its sum."));
      names(Arrays.copyOfRange(image, half, image.length))
          .forEach(n -> found.add("Its upper half is " + n + " by its sum."));
    }
    return found;
  }

  private List<String> names(byte[] image) {
    Sums sums = Sums.of(image);
    String crc = String.format(Locale.ROOT, "%08x ", sums.crc32());
    List<String> names = new ArrayList<>(bySha1.getOrDefault(sums.sha1(), List.of()));
    names.addAll(byCrc.getOrDefault(crc + image.length, List.of()));
    names.addAll(byCrc.getOrDefault(crc, List.of()));
    return names;
  }
}
