package raconteur.casebook.report;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.exchange.Spreadsheet;
import raconteur.casebook.files.FileKind;
import raconteur.core.odds.ClopperPearson;
import raconteur.core.odds.Tally;

/** The counts of a revision as CSV (RFC 4180), documented in docs/formats/odds-csv.md. */
public final class OddsCsv {
  /** The confidence of the intervals. */
  public static final double CONFIDENCE = 0.95;

  /** What may be written over by it. */
  public static final FileKind KIND = FileKind.table("table of counts of ours", "board,position,");

  private OddsCsv() {}

  /** One line a position, with a header line. */
  public static String write(Tally tally) {
    StringWriter text = new StringWriter();
    try (CSVPrinter csv = new CSVPrinter(text, CSVFormat.RFC4180)) {
      csv.printRecord(
          "board",
          "position",
          "device",
          "boards",
          "affected",
          "replaced",
          "share",
          "low",
          "high",
          "faults",
          "cases");
      for (Tally.Row row : tally.rows()) {
        var interval = ClopperPearson.interval(row.affected(), tally.boards(), CONFIDENCE);
        csv.printRecord(
            Spreadsheet.harmless(tally.boardId()),
            Spreadsheet.harmless(row.position()),
            Spreadsheet.harmless(row.device()),
            tally.boards(),
            row.affected(),
            row.replaced(),
            share((double) row.affected() / tally.boards()),
            share(interval.low()),
            share(interval.high()),
            Spreadsheet.harmless(
                row.faults().entrySet().stream()
                    .map(OddsCsv::counted)
                    .collect(Collectors.joining("; "))),
            row.caseNumbers().stream().map(String::valueOf).collect(Collectors.joining(" ")));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }

  private static String counted(Map.Entry<String, Integer> fault) {
    return fault.getKey() + " " + fault.getValue();
  }

  private static String share(double share) {
    return String.format(Locale.ROOT, "%.4f", share);
  }
}
