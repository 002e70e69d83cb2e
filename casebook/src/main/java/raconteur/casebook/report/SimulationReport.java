package raconteur.casebook.report;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.exchange.Spreadsheet;
import raconteur.core.device.Level;

/**
 * What a simulation showed, as JSON or as CSV; docs/formats/simulate.md and its schema tell the
 * form.
 *
 * @param faults those that were there
 * @param readings one each, by place and by what it is
 * @param rows what nets showed after each row of the stimulus
 * @param problems what could not be simulated or did not come to rest
 */
public record SimulationReport(
    String board,
    long seed,
    List<String> faults,
    List<Reading> readings,
    List<Map<String, Level>> rows,
    List<String> screen,
    List<String> problems) {

  /** One reading: where, what instrument, and what it says, as the bench line says it. */
  public record Reading(String place, String instrument, String value, String line) {}

  public SimulationReport {
    faults = List.copyOf(faults);
    readings = List.copyOf(readings);
    rows = List.copyOf(rows);
    screen = List.copyOf(screen);
    problems = List.copyOf(problems);
  }

  /** One object. */
  public String json() {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.useDefaultPrettyPrinter();
      out.writeStartObject();
      out.writeStringField("format", "raconteur-simulation/1");
      out.writeStringField("board", board);
      out.writeNumberField("seed", seed);
      strings(out, "faults", faults);
      out.writeArrayFieldStart("readings");
      for (Reading reading : readings) {
        out.writeStartObject();
        out.writeStringField("place", reading.place());
        out.writeStringField("instrument", reading.instrument());
        out.writeStringField("value", reading.value());
        out.writeStringField("line", reading.line());
        out.writeEndObject();
      }
      out.writeEndArray();
      out.writeArrayFieldStart("rows");
      for (Map<String, Level> row : rows) {
        out.writeStartObject();
        for (Map.Entry<String, Level> net : row.entrySet()) {
          out.writeStringField(net.getKey(), String.valueOf(net.getValue().letter()));
        }
        out.writeEndObject();
      }
      out.writeEndArray();
      strings(out, "screen", screen);
      strings(out, "problems", problems);
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  private static void strings(JsonGenerator out, String name, List<String> values)
      throws IOException {
    out.writeArrayFieldStart(name);
    for (String value : values) {
      out.writeString(value);
    }
    out.writeEndArray();
  }

  /** The rows of the stimulus where there are any, else the readings. */
  public String csv() {
    List<List<String>> table = new ArrayList<>();
    if (rows.isEmpty()) {
      table.add(List.of("place", "instrument", "value", "line"));
      readings.forEach(r -> table.add(List.of(r.place(), r.instrument(), r.value(), r.line())));
    } else {
      table.add(List.copyOf(rows.getFirst().keySet()));
      rows.forEach(
          row -> table.add(row.values().stream().map(l -> String.valueOf(l.letter())).toList()));
    }
    StringWriter text = new StringWriter();
    try (CSVPrinter out = new CSVPrinter(text, CSVFormat.DEFAULT)) {
      for (List<String> row : table) {
        out.printRecord(row.stream().map(Spreadsheet::harmless).toList());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }
}
