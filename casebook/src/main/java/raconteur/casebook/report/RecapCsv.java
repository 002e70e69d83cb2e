package raconteur.casebook.report;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.exchange.Spreadsheet;
import raconteur.casebook.files.FileKind;
import raconteur.core.capacitor.RecapKit;

/** A board's kit of new capacitors as CSV (RFC 4180): value, count, places. */
public final class RecapCsv {
  /** What may be written over by it. */
  public static final FileKind KIND = FileKind.table("list of capacitors of ours", "value,count,");

  private RecapCsv() {}

  public static String write(RecapKit kit) {
    StringWriter text = new StringWriter();
    try (CSVPrinter csv = new CSVPrinter(text, CSVFormat.RFC4180)) {
      csv.printRecord("value", "count", "places");
      for (RecapKit.Line line : kit.lines()) {
        csv.printRecord(
            Spreadsheet.harmless(line.value()), line.count(), String.join(" ", line.places()));
      }
      csv.printRecord("total", kit.total(), "");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }
}
