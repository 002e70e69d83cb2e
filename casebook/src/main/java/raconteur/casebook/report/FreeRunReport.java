package raconteur.casebook.report;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.files.FileKind;
import raconteur.core.bench.freerun.FreeRun;
import raconteur.core.bench.freerun.FreeRunLine;
import raconteur.core.bench.freerun.FreeRunWords;

/** What lines show in a free run, as text or JSON; docs/formats/freerun.md tells the form. */
public final class FreeRunReport {
  /** The table as a file. */
  public static final FileKind TABLE = FileKind.beginning("table of a free run", "net,at,shows");

  private FreeRunReport() {}

  /** A table to print. */
  public static String text(FreeRun.Outcome.Ran ran) {
    StringBuilder text = new StringBuilder();
    FreeRunWords.setUp(ran).forEach(s -> text.append(s).append('\n'));
    text.append('\n');
    for (FreeRunLine line : ran.lines()) {
      text.append(
          String.format(
                  Locale.ROOT,
                  "%-12s %-9s %-26s %s",
                  line.net(),
                  line.at(),
                  FreeRunWords.shows(line),
                  FreeRunWords.where(line))
              .stripTrailing());
      text.append('\n');
    }
    return text.toString();
  }

  /** The table as CSV (RFC 4180), frequencies in hertz, addresses in hex. */
  public static String csv(FreeRun.Outcome.Ran ran) {
    StringWriter text = new StringWriter();
    try (CSVPrinter csv = new CSVPrinter(text, CSVFormat.RFC4180)) {
      csv.printRecord("net", "at", "shows", "Hz", "high share", "where");
      for (FreeRunLine line : ran.lines()) {
        boolean moves = line.shows() == FreeRunLine.Shows.TOGGLING;
        csv.printRecord(
            line.net(),
            line.at(),
            word(line),
            moves ? String.format(Locale.ROOT, "%.1f", line.hertz()) : "",
            moves ? String.format(Locale.ROOT, "%.4f", line.highShare()) : "",
            FreeRunWords.where(line));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }

  private static String word(FreeRunLine line) {
    return line.shows().name().toLowerCase(Locale.ROOT).replace('_', ' ');
  }

  /** One object. */
  public static String json(FreeRun.Outcome.Ran ran) {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.useDefaultPrettyPrinter();
      out.writeStartObject();
      out.writeStringField("format", "raconteur-freerun-lines/1");
      out.writeStringField("processor", ran.processor().designator());
      out.writeStringField("code", ran.cycle().code());
      out.writeNumberField("clock hertz", ran.hertz());
      out.writeArrayFieldStart("says");
      for (String sentence : FreeRunWords.setUp(ran)) {
        out.writeString(sentence);
      }
      out.writeEndArray();
      out.writeArrayFieldStart("lines");
      for (FreeRunLine line : ran.lines()) {
        out.writeStartObject();
        out.writeStringField("net", line.net());
        out.writeStringField("at", line.at().toString());
        out.writeStringField("shows", word(line));
        if (line.shows() == FreeRunLine.Shows.TOGGLING) {
          out.writeNumberField("hertz", line.hertz());
          out.writeNumberField("high share", line.highShare());
          stretches(out, "low at", line.lowAt());
          stretches(out, "high at", line.highAt());
        }
        out.writeEndObject();
      }
      out.writeEndArray();
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  private static void stretches(JsonGenerator out, String name, List<FreeRunLine.Stretch> stretches)
      throws IOException {
    if (stretches.isEmpty()) {
      return;
    }
    out.writeArrayFieldStart(name);
    for (FreeRunLine.Stretch stretch : stretches) {
      out.writeStartArray();
      out.writeNumber(stretch.from());
      out.writeNumber(stretch.to());
      out.writeEndArray();
    }
    out.writeEndArray();
  }
}
