package raconteur.casebook.report;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Doubt;
import raconteur.core.diagnose.Suspect;
import raconteur.core.diagnose.Weight;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.CalledBad;
import raconteur.core.plan.PlaceWords;
import raconteur.core.plan.Step;
import raconteur.core.story.Told;

/**
 * What is suspected, why, and what to do next, for the command line: as text or as JSON (documented
 * in docs/formats/diagnosis.md).
 */
public final class DiagnosisReport {
  private static final int MOST_SUSPECTS = 12;

  private final Board board;
  private final Advisor.Advice advice;
  private final List<Step> steps;

  public DiagnosisReport(Board board, Advisor.Advice advice, List<Step> steps) {
    this.board = board;
    this.advice = advice;
    this.steps = List.copyOf(steps);
  }

  /** The report for reading. */
  public String text() {
    Diagnosis diagnosis = advice.diagnosis();
    StringBuilder text = new StringBuilder();
    line(text, "%s, known to the depth of its %s", board.identity().title(), board.depth().word());
    for (Told told : unread()) {
      line(
          text,
          "not understood: %s (%s)",
          told.entry().line(),
          ((Told.Unread) told.meaning()).why());
    }
    line(
        text,
        "%nSuspects, of sets of up to %d faults (%.2f %% of them weighed)",
        diagnosis.largestHypothesis(),
        diagnosis.weighed() * 100);
    diagnosis.larger().ifPresent(words -> line(text, "%s", words));
    if (!diagnosis.effort().isWhole()) {
      line(text, "%s", diagnosis.effort().words());
    }
    diagnosis.suspects().stream().limit(MOST_SUSPECTS).forEach(s -> suspect(text, s));
    line(text, "%nCleared: %s", diagnosis.cleared().isEmpty() ? "nothing yet" : cleared());
    for (Doubt doubt : diagnosis.doubts()) {
      line(
          text,
          "Take again: %s (fits %.0f %% as well as it could)",
          doubt.finding().entry().line(),
          doubt.fit() * 100);
    }
    advice.calledBad().forEach(called -> line(text, "%s", called.words()));
    line(text, "%s", advice.origins());
    line(text, "%nNext");
    int n = 1;
    for (Step step : steps) {
      line(text, "%d. %s: %.1f minutes", n++, step.title(), step.cost());
      line(text, "   %s %s %s", step.setUp(), step.caution(), step.why());
      for (Step.Outcome outcome : step.outcomes()) {
        if (outcome.chance() > 0.01) {
          line(
              text, "   %3.0f %% %s %s", outcome.chance() * 100, outcome.word(), outcome.meaning());
        }
      }
    }
    return text.toString();
  }

  private void suspect(StringBuilder text, Suspect suspect) {
    line(
        text,
        "%5.1f %%  %s: %s",
        suspect.probability() * 100,
        PlaceWords.shortly(suspect.place()),
        suspect.faults().getFirst().fault().mode().words());
    line(text, "          before any reading %.2f %%", suspect.prior() * 100);
    for (Weight weight : suspect.weights()) {
      if (Math.abs(weight.decibans()) >= 1) {
        line(
            text,
            "          %+5.1f dban %s: %s",
            weight.decibans(),
            weight.words(),
            weight.finding().entry().line());
      }
    }
    if (Math.abs(suspect.rest()) >= 1) {
      line(
          text,
          "          %+5.1f dban %s",
          suspect.rest(),
          advice.diagnosis().effort().restWords());
    }
  }

  private String cleared() {
    return String.join(
        ", ",
        advice.diagnosis().cleared().stream()
            .limit(30)
            .map(s -> PlaceWords.shortly(s.place()))
            .toList());
  }

  private List<Told> unread() {
    return advice.telling().lines().stream()
        .filter(t -> t.meaning() instanceof Told.Unread)
        .toList();
  }

  private static void line(StringBuilder text, String format, Object... values) {
    text.append(String.format(Locale.ROOT, format, values).stripTrailing()).append('\n');
  }

  /** The report for other programs. */
  public String json() {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      Diagnosis diagnosis = advice.diagnosis();
      json.writeStartObject();
      json.writeStringField("format", "raconteur-diagnosis/1");
      json.writeStringField("board", board.identity().id());
      json.writeStringField("depth", board.depth().word());
      json.writeNumberField("largest hypothesis", diagnosis.largestHypothesis());
      json.writeNumberField("beyond", diagnosis.beyond());
      json.writeNumberField("weighed", diagnosis.weighed());
      json.writeNumberField("readings", diagnosis.effort().findings());
      json.writeNumberField("readings weighed", diagnosis.effort().weighed());
      json.writeNumberField("readings explained", diagnosis.effort().explained());
      json.writeNumberField("sound", diagnosis.soundness());
      json.writeStringField("origins", advice.origins());
      json.writeArrayFieldStart("suspects");
      for (Suspect suspect : diagnosis.suspects()) {
        suspect(json, suspect);
      }
      json.writeEndArray();
      json.writeArrayFieldStart("cleared");
      for (Suspect suspect : diagnosis.cleared()) {
        suspect(json, suspect);
      }
      json.writeEndArray();
      json.writeArrayFieldStart("doubts");
      for (Doubt doubt : diagnosis.doubts()) {
        json.writeStartObject();
        json.writeNumberField("entry", doubt.finding().entry().number());
        json.writeStringField("line", doubt.finding().entry().line());
        json.writeNumberField("fit", doubt.fit());
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeArrayFieldStart("called bad");
      for (CalledBad called : advice.calledBad()) {
        json.writeStartObject();
        names(json, "bad", called.bad());
        names(json, "good", called.good());
        names(json, "alone", called.alone().stream().map(PlaceWords::shortly).toList());
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeArrayFieldStart("not understood");
      for (Told told : unread()) {
        json.writeStartObject();
        json.writeNumberField("entry", told.entry().number());
        json.writeStringField("line", told.entry().line());
        json.writeStringField("why", ((Told.Unread) told.meaning()).why());
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeArrayFieldStart("next steps");
      for (Step step : steps) {
        step(json, step);
      }
      json.writeEndArray();
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  private static void suspect(JsonGenerator json, Suspect suspect) throws IOException {
    json.writeStartObject();
    json.writeStringField("place", PlaceWords.shortly(suspect.place()));
    json.writeNumberField("probability", suspect.probability());
    json.writeNumberField("prior", suspect.prior());
    json.writeArrayFieldStart("faults");
    for (Suspect.Share share : suspect.faults()) {
      json.writeStartObject();
      json.writeStringField("fault", share.fault().mode().words());
      json.writeStringField("at", share.fault().place().toString());
      json.writeNumberField("probability", share.probability());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeNumberField("third fault", suspect.rest());
    json.writeArrayFieldStart("weights");
    for (Weight weight : suspect.weights()) {
      json.writeStartObject();
      json.writeNumberField("entry", weight.finding().entry().number());
      json.writeStringField("line", weight.finding().entry().line());
      json.writeNumberField("decibans", weight.decibans());
      json.writeStringField("words", weight.words());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private static void names(JsonGenerator json, String field, List<String> names)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (String name : names) {
      json.writeString(name);
    }
    json.writeEndArray();
  }

  private static void step(JsonGenerator json, Step step) throws IOException {
    json.writeStartObject();
    json.writeStringField("step", step.title());
    json.writeStringField("set-up", step.setUp());
    json.writeStringField("caution", step.caution());
    json.writeNumberField("minutes", step.minutes());
    json.writeNumberField("risk minutes", step.riskMinutes());
    json.writeNumberField("bits", step.bits());
    json.writeStringField("why", step.why());
    json.writeArrayFieldStart("outcomes");
    for (Step.Outcome outcome : step.outcomes()) {
      json.writeStartObject();
      json.writeStringField("outcome", outcome.word());
      json.writeNumberField("chance", outcome.chance());
      json.writeStringField("means", outcome.meaning());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }
}
