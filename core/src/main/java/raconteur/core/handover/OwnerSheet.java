package raconteur.core.handover;

import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.prove.ProvingPlan;

/** What the owner is told, without designators where words will do. */
public final class OwnerSheet {
  static final DateTimeFormatter DATE =
      DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH).withZone(ZoneOffset.UTC);

  private OwnerSheet() {}

  public static Sheet of(Handover facts) {
    List<Sheet.Section> sections = new ArrayList<>();
    sections.add(section("What it came with", complaint(facts)));
    sections.add(section("What was wrong and what was done", works(facts)));
    sections.add(section("How we know that it works", proofs(facts)));
    if (!facts.limits().isEmpty()) {
      sections.add(section("What was left as it is", new Sheet.Points(facts.limits())));
    }
    if (!facts.advice().isEmpty()) {
      sections.add(section("To keep it well", new Sheet.Points(facts.advice())));
    }
    returned(facts, sections);
    pictures(facts, sections);
    sections.add(section("Time and parts", new Sheet.Paragraph(bill(facts))));
    return new Sheet(
        facts.board().identity().title(),
        "Case "
            + facts.header().number()
            + ", for "
            + facts.header().owner()
            + ", "
            + DATE.format(facts.closed()),
        sections);
  }

  static Sheet.Section section(String heading, Sheet.Block... blocks) {
    return new Sheet.Section(heading, List.of(blocks));
  }

  private static Sheet.Block complaint(Handover facts) {
    String said =
        facts.header().complaint().isBlank() ? "Nothing was said." : facts.header().complaint();
    String seen =
        facts.symptoms().isEmpty()
            ? ""
            : " On the bench: "
                + String.join("; ", facts.symptoms()).toLowerCase(Locale.ROOT)
                + ".";
    String dot = said.endsWith(".") ? "" : ".";
    return new Sheet.Paragraph(said + dot + seen);
  }

  private static Sheet.Block works(Handover facts) {
    if (facts.works().isEmpty()) {
      return new Sheet.Paragraph("Nothing was mended.");
    }
    return new Sheet.Points(facts.works().stream().map(w -> work(facts, w)).toList());
  }

  private static String work(Handover facts, Handover.Work work) {
    String what =
        work.part().isEmpty()
            ? "A connection on the board (" + work.place() + ")"
            : "The " + kind(facts, work) + " at position " + work.part();
    String fault = work.fault().isEmpty() ? "" : " was " + fault(work.fault()) + " and";
    String done =
        work.replaced()
            ? " was replaced" + (work.fitted().isEmpty() ? "" : " by " + work.fitted())
            : " was " + work.done();
    return what + fault + done + ".";
  }

  /** What a part is in words, with its type behind it. */
  private static String kind(Handover facts, Handover.Work work) {
    return facts
        .board()
        .part(work.part())
        .map(p -> p.device().title())
        .filter(title -> !title.isEmpty())
        .map(title -> title + " (" + work.device() + ")")
        .orElse(work.device().isEmpty() ? "part" : work.device());
  }

  private static String fault(String word) {
    return switch (word) {
      case "leaky" -> "drawing too much current";
      case "stuck" -> "stuck";
      case "open" -> "interrupted";
      default -> word;
    };
  }

  private static Sheet.Block proofs(Handover facts) {
    List<String> points = new ArrayList<>();
    for (ProvingPlan.Proof proof : facts.proving().proofs()) {
      if (proof.standing() == ProvingPlan.Standing.HELD) {
        points.add(proof.title() + (proof.note().isEmpty() ? "" : " (" + proof.note() + ")"));
      } else if (proof.standing() == ProvingPlan.Standing.FAILED) {
        points.add(proof.title() + ": does not hold yet");
      }
    }
    facts
        .soak()
        .confidence()
        .ifPresent(
            c ->
                points.add(
                    String.format(
                        Locale.ROOT,
                        "The fault came and went; by now it is %.0f %% sure that it is gone.",
                        c * 100)));
    return points.isEmpty()
        ? new Sheet.Paragraph("It has not been proven yet.")
        : new Sheet.Points(points);
  }

  private static void returned(Handover facts, List<Sheet.Section> sections) {
    List<String> back =
        facts.works().stream()
            .filter(w -> w.replaced() && !w.fate().isEmpty())
            .map(w -> w.device() + " from " + w.part() + ": " + w.fate())
            .toList();
    if (!back.isEmpty()) {
      sections.add(section("The old parts", new Sheet.Points(back)));
    }
  }

  static void pictures(Handover facts, List<Sheet.Section> sections) {
    List<Handover.Picture> shown =
        facts.pictures().stream()
            .filter(p -> p.moment() != Bookkeeping.PictureMoment.OTHER)
            .toList();
    if (!shown.isEmpty()) {
      sections.add(section("Before and after", new Sheet.Pictures(shown)));
    }
  }

  static String bill(Handover facts) {
    StringBuilder bill =
        new StringBuilder(
            String.format(Locale.ROOT, "%.1f hours at the bench", facts.hoursOrSeen()));
    if (facts.hours().isEmpty()) {
      bill.append(" as far as the times of the lines tell");
    }
    if (!facts.costs().isEmpty()) {
      bill.append(String.format(Locale.ROOT, "; parts %.2f", facts.cost()));
    }
    return bill.append('.').toString();
  }

  /** Labels as one line, for example {@code revision B, serial number 004217}. */
  static String labels(Handover facts) {
    List<String> words = new ArrayList<>();
    for (Map.Entry<String, String> label : facts.labels().entrySet()) {
      words.add(label.getKey() + " " + label.getValue());
    }
    return String.join(", ", words);
  }
}
