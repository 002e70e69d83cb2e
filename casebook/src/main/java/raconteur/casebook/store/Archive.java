package raconteur.casebook.store;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.exchange.StockCsv;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Entry;

/**
 * A whole casebook as one open file: a zip of JSON, CSV and pictures, written down in
 * docs/formats/archive.md. Taken into an empty casebook it gives an equal one.
 *
 * <p>Nothing is written to the disk under a name from the archive, every part is read within a
 * bound whatever it claims to be, and nothing is kept unless all of it can be.
 */
public final class Archive {
  private static final String FORMAT = "raconteur-archive/1";
  private static final Pattern NAME =
      Pattern.compile(
          "archive\\.json|entries\\.csv|devices\\.json|stock\\.csv|settings\\.json"
              + "|cases/[0-9]{6,8}\\.json|pictures/[0-9a-f]{64}\\.(jpg|png)");
  private static final int MOST_PARTS = 400_000;
  private static final int MOST_PART_BYTES = 31 * 1024 * 1024;
  private static final long MOST_BYTES = 16L * 1024 * 1024 * 1024;

  private Archive() {}

  /** What was taken in. */
  public record Contents(int cases, int pictures, int stockItems, int devices) {}

  /** Writes a casebook; a picture at a time is held. */
  public static Contents write(Casebook casebook, OutputStream out) throws IOException {
    List<CaseHeader> headers = casebook.headers();
    List<String> pictures = casebook.pictureContents();
    List<StockItem> stock = new StockRoom(casebook).stock().items();
    List<Device> devices = casebook.devices();
    Contents contents = new Contents(headers.size(), pictures.size(), stock.size(), devices.size());
    try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
      part(zip, "archive.json", manifest(contents));
      StringWriter table = new StringWriter();
      try (CSVPrinter csv = new CSVPrinter(table, CSVFormat.RFC4180)) {
        csv.printRecord("case", "board", "owner", "entry", "at", "line", "strikes", "why");
        for (CaseHeader header : headers) {
          Case one = casebook.find(header.number()).orElseThrow();
          part(zip, "cases/%06d.json".formatted(header.number()), CaseFiles.write(one));
          for (Entry entry : one.entries()) {
            row(csv, header, entry);
          }
        }
      }
      part(zip, "entries.csv", table.toString());
      part(zip, "devices.json", DeviceFiles.write(devices));
      part(zip, "stock.csv", StockCsv.write(stock));
      part(zip, "settings.json", texts(casebook.settings()));
      for (String content : pictures) {
        Picture picture = casebook.picture(content).orElseThrow();
        String ending = picture.media().equals("image/png") ? "png" : "jpg";
        zip.putNextEntry(new ZipEntry("pictures/" + content + "." + ending));
        zip.write(picture.bytes());
        zip.closeEntry();
      }
    }
    return contents;
  }

  private static String manifest(Contents contents) {
    Map<String, String> manifest = new TreeMap<>();
    manifest.put("format", FORMAT);
    manifest.put("cases", String.valueOf(contents.cases()));
    manifest.put("pictures", String.valueOf(contents.pictures()));
    manifest.put("stock items", String.valueOf(contents.stockItems()));
    manifest.put("devices", String.valueOf(contents.devices()));
    return texts(manifest);
  }

  /** Names with texts, as JSON. */
  private static String texts(Map<String, String> texts) {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.writeStartObject();
      for (Map.Entry<String, String> one : texts.entrySet()) {
        json.writeStringField(one.getKey(), one.getValue());
      }
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  private static void row(CSVPrinter csv, CaseHeader header, Entry entry) throws IOException {
    switch (entry) {
      case Entry.Line line ->
          csv.printRecord(
              header.number(),
              header.boardId(),
              header.owner(),
              line.number(),
              line.at(),
              line.line(),
              "",
              "");
      case Entry.Strike strike ->
          csv.printRecord(
              header.number(),
              header.boardId(),
              header.owner(),
              strike.number(),
              strike.at(),
              "",
              strike.struck(),
              strike.why());
    }
  }

  private static void part(ZipOutputStream zip, String name, String text) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    zip.write(text.getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }

  /** Takes an archive into a casebook that has no cases yet; all of it, or nothing. */
  public static Outcome<Contents> read(Path file, Casebook into) {
    if (!into.headers().isEmpty()) {
      return new Outcome.Failed<>(
          "An archive goes into an empty casebook: open a new one with --casebook FILE.");
    }
    try (ZipFile zip = new ZipFile(file.toFile(), StandardCharsets.UTF_8)) {
      return new Reader(zip, String.valueOf(file.getFileName())).into(into);
    } catch (ZipException e) {
      return new Outcome.Failed<>(file + " is no whole zip archive.");
    } catch (IOException e) {
      return new Outcome.Failed<>(file + " cannot be read; is it still there?");
    }
  }

  private static final class Reader {
    private final ZipFile zip;
    private final String file;
    private long bytes;

    Reader(ZipFile zip, String file) {
      this.zip = zip;
      this.file = file;
    }

    private static final class Refusal extends Exception {
      private static final long serialVersionUID = 1;

      Refusal(String sentence) {
        super(sentence);
      }
    }

    Outcome<Contents> into(Casebook casebook) throws IOException {
      try {
        return kept(casebook);
      } catch (Refusal e) {
        return new Outcome.Failed<>(file + ": " + e.getMessage() + " Nothing was taken in.");
      }
    }

    private Outcome<Contents> kept(Casebook casebook) throws IOException, Refusal {
      List<? extends ZipEntry> parts = Collections.list(zip.entries());
      if (parts.size() > MOST_PARTS) {
        throw new Refusal("it has more than " + MOST_PARTS + " parts.");
      }
      for (ZipEntry part : parts) {
        if (!NAME.matcher(part.getName()).matches()) {
          String name = part.getName();
          throw new Refusal(
              "“"
                  + name.substring(0, Math.min(60, name.length()))
                  + "” does not belong into an"
                  + " archive of ours.");
        }
      }
      manifest();
      List<Case> cases = new ArrayList<>();
      Set<Integer> numbers = new java.util.HashSet<>();
      List<Picture> pictures = new ArrayList<>();
      for (ZipEntry part : parts) {
        String name = part.getName();
        if (name.startsWith("cases/")) {
          Case one = taken(CaseFiles.read(name, text(name)));
          if (!numbers.add(one.header().number())) {
            throw new Refusal("case " + one.header().number() + " stands there twice.");
          }
          cases.add(one);
        } else if (name.startsWith("pictures/")) {
          pictures.add(picture(name));
        }
      }
      cases.sort(java.util.Comparator.comparingInt(c -> c.header().number()));
      List<StockItem> stock = taken(StockCsv.read("stock.csv", text("stock.csv")));
      List<Device> devices = taken(DeviceFiles.read("devices.json", text("devices.json")));
      Map<String, String> settings = texts("settings.json");
      Outcome<Integer> adopted = casebook.adoptAll(cases, pictures, stock, devices, settings);
      return switch (adopted) {
        case Outcome.Failed<Integer>(String sentence) -> new Outcome.Failed<>(sentence);
        case Outcome.Done<Integer> _ ->
            new Outcome.Done<>(
                new Contents(cases.size(), pictures.size(), stock.size(), devices.size()));
      };
    }

    private void manifest() throws IOException, Refusal {
      if (!FORMAT.equals(texts("archive.json").get("format"))) {
        throw new Refusal("it is not of the format " + FORMAT + ".");
      }
    }

    private Map<String, String> texts(String name) throws IOException, Refusal {
      return taken(
          DataFile.read(
              name,
              text(name),
              (root, issues) -> {
                Map<String, String> texts = new TreeMap<>();
                root.entries().forEach((key, value) -> texts.put(key, value.text()));
                return texts;
              }));
    }

    private Picture picture(String name) throws IOException, Refusal {
      return switch (PictureReader.read(name, bytes(name))) {
        case Outcome.Failed<Picture>(String sentence) -> throw new Refusal(sentence);
        case Outcome.Done<Picture>(Picture picture) -> {
          if (!name.startsWith("pictures/" + picture.content())) {
            throw new Refusal(name + " is not the picture its name says.");
          }
          yield picture;
        }
      };
    }

    private static <T> T taken(Loaded<T> loaded) throws Refusal {
      return switch (loaded) {
        case Loaded.Ok<T> ok -> ok.value();
        case Loaded.Refused<T> refused -> throw new Refusal(refused.summary());
      };
    }

    private String text(String name) throws IOException, Refusal {
      return new String(bytes(name), StandardCharsets.UTF_8);
    }

    /** A part, read within its bound, whatever the archive says of its size. */
    private byte[] bytes(String name) throws IOException, Refusal {
      Optional<ZipEntry> part = Optional.ofNullable(zip.getEntry(name));
      if (part.isEmpty()) {
        throw new Refusal(name + " is missing.");
      }
      try (InputStream in = zip.getInputStream(part.get())) {
        byte[] read = in.readNBytes(MOST_PART_BYTES + 1);
        bytes += read.length;
        if (read.length > MOST_PART_BYTES || bytes > MOST_BYTES) {
          throw new Refusal(name + " unpacks to more than is allowed.");
        }
        return read;
      }
    }
  }
}
