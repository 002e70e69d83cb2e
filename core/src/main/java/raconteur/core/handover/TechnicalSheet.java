package raconteur.core.handover;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What the next person at a bench needs: places, readings, reasons. */
public final class TechnicalSheet {
  private TechnicalSheet() {}

  public static Sheet of(Handover facts) {
    List<Sheet.Section> sections = new ArrayList<>();
    sections.add(
        OwnerSheet.section(
            "The board",
            new Sheet.Paragraph(OwnerSheet.labels(facts) + "."),
            new Sheet.Paragraph(
                "Said: "
                    + (facts.header().complaint().isBlank()
                        ? "nothing"
                        : facts.header().complaint())
                    + ". Seen: "
                    + (facts.symptoms().isEmpty() ? "nothing" : String.join("; ", facts.symptoms()))
                    + ".")));
    sections.add(OwnerSheet.section("Faults and mends", works(facts)));
    List<List<String>> replaced =
        facts.works().stream()
            .filter(Handover.Work::replaced)
            .map(w -> List.of(w.part(), w.device(), w.fitted(), w.fate()))
            .toList();
    if (!replaced.isEmpty()) {
      sections.add(
          OwnerSheet.section(
              "Parts replaced on revision " + facts.board().identity().revision(),
              new Sheet.Table(
                  List.of("Position", "Part", "Fitted", "Old part"),
                  List.of(0.14, 0.22, 0.36, 0.28),
                  replaced)));
    }
    if (!facts.readings().isEmpty()) {
      sections.add(
          OwnerSheet.section(
              "Measured",
              new Sheet.Table(
                  List.of("What", "Before", "After", "Verdict"),
                  List.of(0.34, 0.22, 0.22, 0.22),
                  facts.readings().stream()
                      .map(r -> List.of(r.what(), r.before(), r.after(), r.verdict()))
                      .toList())));
    }
    sections.add(
        OwnerSheet.section(
            "Proven",
            new Sheet.Table(
                List.of("Proof", "Stands", "Seen"),
                List.of(0.56, 0.16, 0.28),
                facts.proving().proofs().stream()
                    .map(p -> List.of(p.title(), p.standing().words(), p.note()))
                    .toList())));
    if (!facts.limits().isEmpty()) {
      sections.add(OwnerSheet.section("Accepted as it is", new Sheet.Points(facts.limits())));
    }
    if (!facts.advice().isEmpty()) {
      sections.add(OwnerSheet.section("Advice", new Sheet.Points(facts.advice())));
    }
    OwnerSheet.pictures(facts, sections);
    sections.add(OwnerSheet.section("Time and parts", bill(facts)));
    return new Sheet(
        facts.board().identity().title() + ", case " + facts.header().number(),
        facts.header().owner()
            + ", "
            + OwnerSheet.DATE.format(facts.header().opened())
            + " to "
            + OwnerSheet.DATE.format(facts.closed()),
        sections);
  }

  private static Sheet.Block works(Handover facts) {
    if (facts.works().isEmpty()) {
      return new Sheet.Paragraph("Nothing was mended.");
    }
    return new Sheet.Table(
        List.of("Line", "Place", "Fault", "Done", "Spoken for by"),
        List.of(0.08, 0.2, 0.14, 0.18, 0.4),
        facts.works().stream()
            .map(
                w ->
                    List.of(
                        String.valueOf(w.line()),
                        w.place() + (w.device().isEmpty() ? "" : ", " + w.device()),
                        w.fault().isEmpty() ? "not found out" : w.fault(),
                        w.done(),
                        w.reasons().isEmpty() ? "—" : String.join("; ", w.reasons())))
            .toList());
  }

  private static Sheet.Block bill(Handover facts) {
    List<String> points = new ArrayList<>();
    points.add(OwnerSheet.bill(facts));
    facts
        .costs()
        .forEach(
            c -> points.add(String.format(Locale.ROOT, "%.2f %s", c.money(), c.what()).strip()));
    return new Sheet.Points(points);
  }
}
