package raconteur.desktop.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import raconteur.core.bench.PlantedFault;
import raconteur.core.handover.Sheet;
import raconteur.core.practice.Debrief;
import raconteur.core.practice.Lesson;
import raconteur.core.practice.PracticeResult;

/** A debrief in words, on the screen and on paper. */
final class DebriefWords {
  private static final double HALF = 0.5;

  private DebriefWords() {}

  /** Faults as somebody would name them. */
  static String faults(List<PlantedFault> faults) {
    return faults.stream().map(PlantedFault::toString).collect(Collectors.joining("; "));
  }

  /** What a debrief comes to, a sentence each. */
  static List<String> sentences(
      Debrief debrief, Optional<PracticeResult> result, Optional<Lesson> lesson) {
    List<String> said = new ArrayList<>();
    said.add("What was wrong: " + faults(debrief.planted()) + ".");
    said.add(
        debrief.solved() ? "All of it is mended." : "Still wrong: " + faults(debrief.left()) + ".");
    said.add(cost(debrief));
    result.ifPresent(end -> said.add(beside(end)));
    said.add(sufficed(debrief));
    if (debrief.idleTests() > 0) {
      said.add(count(debrief.idleTests(), "test") + " moved what was wrong neither way.");
    }
    if (debrief.mendsInVain() > 0) {
      said.add(
          "In vain: "
              + debrief.steps().stream()
                  .filter(Debrief.Step::inVain)
                  .map(Debrief.Step::line)
                  .collect(Collectors.joining("; "))
              + ".");
    }
    lesson.filter(l -> debrief.solved()).ifPresent(l -> said.add(l.teaches()));
    return said;
  }

  private static String cost(Debrief debrief) {
    String words =
        String.format(
            Locale.ROOT,
            "%s, %s, %.0f minutes with the first look",
            count(debrief.tests(), "test"),
            count(debrief.mends(), "mend"),
            debrief.minutes());
    if (debrief.risk() >= HALF) {
      words += String.format(Locale.ROOT, " and a risk worth %.0f", debrief.risk());
    }
    if (debrief.hintMinutes() > 0) {
      words += String.format(Locale.ROOT, ", hints %.0f", debrief.hintMinutes());
    }
    return words + ". Minutes are what each step usually takes, not the clock.";
  }

  private static String beside(PracticeResult end) {
    String planner =
        end.plannerSolved()
            ? String.format(Locale.ROOT, "The planner needed %.0f minutes", end.plannerMinutes())
            : String.format(
                Locale.ROOT, "The planner gave up after %.0f minutes", end.plannerMinutes());
    planner +=
        " on the same board with the same dice and mended "
            + (end.plannerInVain() == 0 ? "nothing" : count(end.plannerInVain(), "place"))
            + " in vain";
    return end.solved()
        ? planner + String.format(Locale.ROOT, ": you took %.1f times that.", end.ratio())
        : planner + ".";
  }

  private static String sufficed(Debrief debrief) {
    if (debrief.sufficed().isEmpty()) {
      return "The readings never said enough for the planner to mend what was wrong.";
    }
    int entry = debrief.sufficed().getAsInt();
    double more = debrief.minutesTooLong();
    boolean atOnce = debrief.steps().isEmpty() || entry < debrief.steps().getFirst().entry();
    return (atOnce ? "From the beginning" : "After line " + entry)
        + " the planner would have mended it"
        + (more >= HALF
            ? String.format(Locale.ROOT, "; %.0f minutes of tests followed.", more)
            : ".");
  }

  private static String count(long number, String what) {
    return number + " " + what + (number == 1 ? "" : "s");
  }

  /** What one line told. */
  static String told(Debrief.Step step) {
    if (step.idle()) {
      return "nothing";
    }
    return switch (step.kind()) {
      case OTHER -> "";
      case MEND -> step.cured().isEmpty() ? "in vain" : "cured " + faults(step.cured());
      case TEST ->
          String.format(
              Locale.ROOT,
              "%+.1f bits, %s to %s",
              step.bits(),
              percent(step.before()),
              percent(step.after()));
    };
  }

  private static String percent(double share) {
    return String.format(Locale.ROOT, share < 0.095 ? "%.1f %%" : "%.0f %%", share * 100);
  }

  /** A sheet to print: the story again, and what there was to learn. */
  static Sheet sheet(String title, List<String> sentences, Debrief debrief) {
    List<List<String>> rows =
        debrief.steps().stream()
            .map(
                s ->
                    List.of(
                        String.valueOf(s.entry()),
                        s.line(),
                        String.format(Locale.ROOT, "%.1f", s.minutes()),
                        told(s),
                        s.instead()))
            .toList();
    return new Sheet(
        title,
        "Debrief of a practice case",
        List.of(
            new Sheet.Section("What it comes to", List.of(new Sheet.Points(sentences))),
            new Sheet.Section(
                "Line by line",
                List.of(
                    new Sheet.Table(
                        List.of("No.", "Line", "min", "It told", "The planner would have"),
                        List.of(0.06, 0.26, 0.08, 0.24, 0.36),
                        rows)))));
  }

  /** A sheet for a workshop evening: the tasks of lessons, without what is wrong. */
  static Sheet tasks(List<Lesson> lessons) {
    return new Sheet(
        "Lessons in tracing faults",
        "A board each; what is wrong is known to the program only",
        lessons.stream()
            .map(
                l ->
                    new Sheet.Section(
                        (lessons.indexOf(l) + 1) + ". " + l.title(),
                        List.of(
                            new Sheet.Paragraph(
                                l.board().identity().shortName()
                                    + ", told at the door: "
                                    + String.join("; ", l.opening())
                                    + "."),
                            new Sheet.Paragraph(l.task()),
                            new Sheet.Points(
                                List.of(
                                    "What I think it is:",
                                    "What I measured first, and why:",
                                    "What convinced me:")))))
            .toList());
  }
}
