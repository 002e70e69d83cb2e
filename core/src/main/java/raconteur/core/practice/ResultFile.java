package raconteur.core.practice;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/** A {@link PracticeResult} as text; see docs/formats/practice.md. */
public final class ResultFile {
  private static final double LONGEST = 1e6;
  private static final int MOST = 1_000_000;

  private ResultFile() {}

  public static String write(PracticeResult result) {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.writeStartObject();
      side(out, "person", result.minutes(), result.inVain(), result.solved());
      side(out, "planner", result.plannerMinutes(), result.plannerInVain(), result.plannerSolved());
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }

  private static void side(
      JsonGenerator out, String name, double minutes, int inVain, boolean solved)
      throws IOException {
    out.writeObjectFieldStart(name);
    out.writeNumberField("minutes", minutes);
    out.writeNumberField("mends in vain", inVain);
    out.writeBooleanField("solved", solved);
    out.writeEndObject();
  }

  /** Reads what {@link #write} wrote, or says what of it cannot be read. */
  public static Loaded<PracticeResult> read(int caseNumber, String text) {
    return DataFile.read(
        "the end of this practice case",
        text,
        (root, issues) -> {
          root.onlyKnows(Set.of("person", "planner"));
          Datum person = root.get("person");
          Datum planner = root.get("planner");
          return new PracticeResult(
              caseNumber,
              person.get("minutes").between(0, LONGEST),
              person.get("mends in vain").whole(0, MOST),
              person.get("solved").flag(),
              planner.get("minutes").between(Double.MIN_NORMAL, LONGEST),
              planner.get("mends in vain").whole(0, MOST),
              planner.get("solved").flag());
        });
  }
}
