package raconteur.casebook.store;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import raconteur.casebook.exchange.StockCsv;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;
import raconteur.core.odds.CountsFile;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;

/**
 * Reads an archive part by part and hands each to a {@link Taker}. Every part is read within a
 * bound whatever it claims to be, and no name from the archive is used as a name on the disk.
 */
final class ArchiveReader {
  private final ZipFile zip;
  private long bytes;

  private ArchiveReader(ZipFile zip) {
    this.zip = zip;
  }

  /** Takes what is in an archive, as it comes. */
  interface Taker {
    void oneCase(Case one) throws Refusal;

    /**
     * @param name of the part, which begins with the picture's content
     */
    void picture(String name, byte[] bytes) throws Refusal;

    void stock(List<StockItem> items) throws Refusal;

    void devices(List<Device> devices) throws Refusal;

    void settings(Map<String, String> settings) throws Refusal;

    /** The text of a board file, checked only to be of that format. */
    void board(String id, String text) throws Refusal;

    void counts(CountsFile counts) throws Refusal;
  }

  /** Why an archive is not taken, in one sentence. */
  static final class Refusal extends Exception {
    private static final long serialVersionUID = 1;

    Refusal(String sentence) {
      super(sentence);
    }
  }

  /** Looks whether a file is an archive of ours, by its parts' names and what it says it has. */
  static void lookAt(Path file) throws Refusal {
    try (ZipFile zip = new ZipFile(file.toFile(), StandardCharsets.UTF_8)) {
      new ArchiveReader(zip).parts();
    } catch (ZipException e) {
      throw new Refusal("it is no whole zip archive.");
    } catch (IOException e) {
      throw new Refusal("it cannot be read; is it still there?");
    }
  }

  /** Reads all of it; what the manifest says is in it, and what comes, are the same. */
  static void read(Path file, Taker taker) throws Refusal {
    try (ZipFile zip = new ZipFile(file.toFile(), StandardCharsets.UTF_8)) {
      new ArchiveReader(zip).read(taker);
    } catch (ZipException e) {
      throw new Refusal("it is no whole zip archive.");
    } catch (IOException e) {
      throw new Refusal("it cannot be read to its end; is it still there, is it whole?");
    }
  }

  private void read(Taker taker) throws IOException, Refusal {
    for (ZipEntry part : parts()) {
      hand(part, taker);
    }
  }

  /** The parts, which are all ours and as many as the manifest says. */
  private List<? extends ZipEntry> parts() throws IOException, Refusal {
    if (zip.size() > ArchiveFormat.MOST_PARTS) {
      throw new Refusal("it has more than " + ArchiveFormat.MOST_PARTS + " parts.");
    }
    List<? extends ZipEntry> parts = Collections.list(zip.entries());
    Set<String> names = new HashSet<>();
    for (ZipEntry part : parts) {
      String name = part.getName();
      if (!ArchiveFormat.NAME.matcher(name).matches()) {
        throw new Refusal(
            "“"
                + name.substring(0, Math.min(60, name.length()))
                + "” does not belong into an archive of ours.");
      }
      if (!names.add(name)) {
        throw new Refusal(name + " stands there twice.");
      }
    }
    Map<String, String> manifest = texts(part(ArchiveFormat.MANIFEST));
    String format = manifest.getOrDefault("format", "");
    if (!format.equals(ArchiveFormat.FORMAT) && !format.equals(ArchiveFormat.EARLIER)) {
      throw new Refusal("it is not of the format " + ArchiveFormat.FORMAT + ".");
    }
    counted(manifest, "cases", parts, ArchiveFormat.CASES);
    counted(manifest, "pictures", parts, ArchiveFormat.PICTURES);
    counted(manifest, "boards", parts, ArchiveFormat.BOARDS);
    counted(manifest, "counts of other shops", parts, ArchiveFormat.COUNTS);
    for (String needed :
        List.of(ArchiveFormat.STOCK, ArchiveFormat.DEVICES, ArchiveFormat.SETTINGS)) {
      part(needed);
    }
    return parts;
  }

  /** What was lost from an archive, or put in, shows in the number of its parts. */
  private static void counted(
      Map<String, String> manifest, String what, List<? extends ZipEntry> parts, String folder)
      throws Refusal {
    long there = parts.stream().filter(p -> p.getName().startsWith(folder)).count();
    String said = manifest.getOrDefault(what, String.valueOf(there));
    if (!said.equals(String.valueOf(there))) {
      throw new Refusal("it says that it has " + said + " " + what + ", and has " + there + ".");
    }
  }

  private void hand(ZipEntry part, Taker taker) throws IOException, Refusal {
    String name = part.getName();
    if (name.startsWith(ArchiveFormat.CASES)) {
      taker.oneCase(taken(CaseFiles.read(name, text(part))));
    } else if (name.startsWith(ArchiveFormat.PICTURES)) {
      taker.picture(name, bytes(part));
    } else if (name.startsWith(ArchiveFormat.BOARDS)) {
      board(part, taker);
    } else if (name.startsWith(ArchiveFormat.COUNTS)) {
      taker.counts(taken(CountsFile.read(name, text(part), java.time.Instant.MAX)));
    } else if (name.equals(ArchiveFormat.STOCK)) {
      taker.stock(taken(StockCsv.read(name, text(part))));
    } else if (name.equals(ArchiveFormat.DEVICES)) {
      taker.devices(taken(DeviceFiles.read(name, text(part))));
    } else if (name.equals(ArchiveFormat.SETTINGS)) {
      taker.settings(texts(part));
    }
  }

  private void board(ZipEntry part, Taker taker) throws IOException, Refusal {
    String name = part.getName();
    String id = name.substring(ArchiveFormat.BOARDS.length(), name.length() - ".json".length());
    String text = text(part);
    String inside = taken(DataFile.read(name, text, (root, _) -> root.get("id").text()));
    if (!inside.equals(id)) {
      throw new Refusal(name + " is not the board its name says.");
    }
    taker.board(id, text);
  }

  private Map<String, String> texts(ZipEntry part) throws IOException, Refusal {
    return taken(
        DataFile.read(
            part.getName(),
            text(part),
            (root, issues) -> {
              Map<String, String> texts = new TreeMap<>();
              root.entries().forEach((key, value) -> texts.put(key, value.text()));
              return texts;
            }));
  }

  private static <T> T taken(Loaded<T> loaded) throws Refusal {
    return switch (loaded) {
      case Loaded.Ok<T> ok -> ok.value();
      case Loaded.Refused<T> refused -> throw new Refusal(refused.summary());
    };
  }

  private ZipEntry part(String name) throws Refusal {
    return Optional.ofNullable(zip.getEntry(name))
        .orElseThrow(() -> new Refusal(name + " is missing."));
  }

  private String text(ZipEntry part) throws IOException, Refusal {
    return new String(bytes(part), StandardCharsets.UTF_8);
  }

  /** A part, read within its bound, whatever the archive says of its size. */
  private byte[] bytes(ZipEntry part) throws IOException, Refusal {
    try (InputStream in = zip.getInputStream(part)) {
      byte[] read = in.readNBytes(ArchiveFormat.MOST_PART_BYTES + 1);
      bytes += read.length;
      if (read.length > ArchiveFormat.MOST_PART_BYTES || bytes > ArchiveFormat.MOST_BYTES) {
        throw new Refusal(part.getName() + " unpacks to more than is allowed.");
      }
      return read;
    }
  }
}
