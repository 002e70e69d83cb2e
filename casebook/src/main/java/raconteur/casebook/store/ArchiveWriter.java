package raconteur.casebook.store;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.exchange.Spreadsheet;
import raconteur.casebook.exchange.StockCsv;
import raconteur.core.device.DeviceFiles;
import raconteur.core.odds.CountsFile;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Entry;

/** Writes the parts of an archive one after another; a case or a picture at a time is held. */
final class ArchiveWriter {
  private final Casebook casebook;
  private final Map<String, String> boards;
  private final ZipOutputStream zip;

  /**
   * @param casebook as it is at one moment
   * @param boards the texts of board files by their ids
   */
  ArchiveWriter(Casebook casebook, Map<String, String> boards, OutputStream out) {
    this.casebook = casebook;
    this.boards = boards;
    this.zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
  }

  void write(Archive.Contents contents) throws IOException {
    part(ArchiveFormat.MANIFEST, texts(ArchiveFormat.manifest(contents)));
    List<CaseHeader> headers = casebook.headers();
    for (CaseHeader header : headers) {
      part(
          ArchiveFormat.CASES + String.format(Locale.ROOT, "%06d.json", header.number()),
          CaseFiles.write(casebook.find(header.number()).orElseThrow()));
    }
    entries(headers);
    part(ArchiveFormat.DEVICES, DeviceFiles.write(casebook.devices()));
    part(ArchiveFormat.STOCK, StockCsv.write(new StockRoom(casebook).stock().items()));
    part(ArchiveFormat.SETTINGS, texts(casebook.settings()));
    for (Map.Entry<String, String> board : boards.entrySet()) {
      part(ArchiveFormat.BOARDS + board.getKey() + ".json", board.getValue());
    }
    int number = 0;
    for (CountsFile counts : new OtherShops(casebook).all()) {
      part(
          ArchiveFormat.COUNTS + String.format(Locale.ROOT, "%06d.json", ++number),
          CountsFile.write(counts));
    }
    // Pictures are packed already; trying again takes most of the time and saves nothing.
    zip.setLevel(Deflater.NO_COMPRESSION);
    for (String content : casebook.pictureContents()) {
      Picture picture = casebook.picture(content).orElseThrow();
      String ending = picture.media().equals("image/png") ? ".png" : ".jpg";
      zip.putNextEntry(new ZipEntry(ArchiveFormat.PICTURES + content + ending));
      zip.write(picture.bytes());
      zip.closeEntry();
    }
    zip.finish();
    zip.flush();
  }

  /** All lines of all cases as one table, to be read elsewhere; a case at a time. */
  private void entries(List<CaseHeader> headers) throws IOException {
    zip.putNextEntry(new ZipEntry(ArchiveFormat.ENTRIES));
    Writer text = new OutputStreamWriter(zip, StandardCharsets.UTF_8);
    CSVPrinter csv = new CSVPrinter(text, CSVFormat.RFC4180);
    csv.printRecord("case", "board", "owner", "entry", "at", "line", "strikes", "why");
    for (CaseHeader header : headers) {
      Case one = casebook.find(header.number()).orElseThrow();
      for (Entry entry : one.entries()) {
        row(csv, header, entry);
      }
    }
    csv.flush();
    zip.closeEntry();
  }

  private static void row(CSVPrinter csv, CaseHeader header, Entry entry) throws IOException {
    String line = entry instanceof Entry.Line told ? told.line() : "";
    boolean strikes = entry instanceof Entry.Strike;
    csv.printRecord(
        header.number(),
        Spreadsheet.harmless(header.boardId()),
        Spreadsheet.harmless(header.owner()),
        entry.number(),
        entry.at(),
        Spreadsheet.harmless(line),
        strikes ? String.valueOf(((Entry.Strike) entry).struck()) : "",
        strikes ? Spreadsheet.harmless(((Entry.Strike) entry).why()) : "");
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

  private void part(String name, String text) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    Writer out = new OutputStreamWriter(zip, StandardCharsets.UTF_8);
    out.write(text);
    out.flush();
    zip.closeEntry();
  }
}
