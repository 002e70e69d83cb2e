package raconteur.casebook.report;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.exchange.Spreadsheet;
import raconteur.casebook.files.FileKind;
import raconteur.core.finding.Closing;
import raconteur.core.handover.Handover;
import raconteur.core.prove.ProvingPlan;

/**
 * The facts of a hand-over for machines: all of them as JSON, the mends as CSV, documented in
 * docs/formats/handover.md.
 */
public final class HandoverJson {
  /** What may be written over by the facts. */
  public static final FileKind KIND = FileKind.json("facts of a case", "raconteur-handover/");

  /** What may be written over by the table of mends. */
  public static final FileKind TABLE = FileKind.table("table of mends of ours", "case,board,line,");

  private HandoverJson() {}

  /** All facts. */
  public static String write(Handover facts) {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      json.writeStartObject();
      json.writeStringField("format", "raconteur-handover/1");
      json.writeNumberField("case", facts.header().number());
      json.writeStringField("board", facts.board().identity().id());
      json.writeStringField("owner", facts.header().owner());
      json.writeStringField("complaint", facts.header().complaint());
      json.writeStringField("opened", facts.header().opened().toString());
      json.writeStringField("closed", facts.closed().toString());
      json.writeObjectFieldStart("labels");
      for (Map.Entry<String, String> label : facts.labels().entrySet()) {
        json.writeStringField(label.getKey(), label.getValue());
      }
      json.writeEndObject();
      texts(json, "symptoms", facts.symptoms());
      works(json, facts);
      json.writeArrayFieldStart("measured");
      for (Handover.Measured measured : facts.readings()) {
        json.writeStartObject();
        json.writeStringField("what", measured.what());
        json.writeStringField("before", measured.before());
        json.writeStringField("after", measured.after());
        json.writeStringField("verdict", measured.verdict());
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeArrayFieldStart("proofs");
      for (ProvingPlan.Proof proof : facts.proving().proofs()) {
        json.writeStartObject();
        json.writeStringField("proof", proof.id());
        json.writeStringField("title", proof.title());
        json.writeStringField("stands", proof.standing().words());
        json.writeStringField("seen", proof.note());
        json.writeEndObject();
      }
      json.writeEndArray();
      texts(json, "limits", facts.limits());
      texts(json, "advice", facts.advice());
      texts(json, "pictures", facts.pictures().stream().map(Handover.Picture::content).toList());
      json.writeNumberField("hours", facts.hoursOrSeen());
      json.writeBooleanField("hours said", facts.hours().isPresent());
      json.writeArrayFieldStart("costs");
      for (Closing.Cost cost : facts.costs()) {
        json.writeStartObject();
        json.writeNumberField("money", cost.money());
        json.writeStringField("what", cost.what());
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  private static void works(JsonGenerator json, Handover facts) throws IOException {
    json.writeArrayFieldStart("mends");
    for (Handover.Work work : facts.works()) {
      json.writeStartObject();
      json.writeNumberField("line", work.line());
      json.writeStringField("at", work.at().toString());
      json.writeStringField("place", work.place());
      json.writeStringField("part", work.part());
      json.writeStringField("device", work.device());
      json.writeStringField("fault", work.fault());
      json.writeStringField("done", work.done());
      json.writeBooleanField("replaced", work.replaced());
      json.writeStringField("fitted", work.fitted());
      json.writeStringField("old part", work.fate());
      texts(json, "reasons", work.reasons());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static void texts(JsonGenerator json, String name, List<String> texts)
      throws IOException {
    json.writeArrayFieldStart(name);
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }

  /** One line a mend, with a header line (RFC 4180). */
  public static String csv(Handover facts) {
    StringWriter text = new StringWriter();
    try (CSVPrinter csv = new CSVPrinter(text, CSVFormat.RFC4180)) {
      csv.printRecord(
          "case",
          "board",
          "line",
          "at",
          "place",
          "part",
          "device",
          "fault",
          "done",
          "fitted",
          "old part");
      for (Handover.Work work : facts.works()) {
        csv.printRecord(
            facts.header().number(),
            facts.board().identity().id(),
            work.line(),
            work.at(),
            Spreadsheet.harmless(work.place()),
            Spreadsheet.harmless(work.part()),
            Spreadsheet.harmless(work.device()),
            Spreadsheet.harmless(work.fault()),
            Spreadsheet.harmless(work.done()),
            Spreadsheet.harmless(work.fitted()),
            Spreadsheet.harmless(work.fate()));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }
}
