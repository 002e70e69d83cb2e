package raconteur.core.handover;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.SymptomCard;
import raconteur.core.board.UsualSuspect;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Quantities;
import raconteur.core.finding.Statement;
import raconteur.core.odds.ClopperPearson;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.RecurringSets;
import raconteur.core.odds.SymptomCauses;
import raconteur.core.odds.Tally;
import raconteur.core.story.Case;
import raconteur.core.story.Telling;

/**
 * What a shop knows of one revision, for whoever has the next board of it on the bench: what failed
 * how often, what it looked like, what it is known for, and what people noted.
 */
public final class RevisionSheet {
  private static final double CONFIDENCE = 0.95;
  private static final int MOST_CAUSES = 5;
  private static final int MOST_NOTES = 12;
  private static final int MOST_PICTURES = 9;

  private RevisionSheet() {}

  /**
   * @param counted the cases that count, this shop's and those of others
   * @param closed this shop's closed cases of the revision, for their notes and pictures
   */
  public static Sheet of(Board board, List<CountedCase> counted, List<Case> closed) {
    Tally tally = Tally.ofCounted(board, counted);
    List<Case> latestFirst =
        closed.stream()
            .sorted(Comparator.comparing((Case c) -> c.header().opened()).reversed())
            .toList();
    List<Sheet.Section> sections = new ArrayList<>();
    sections.add(OwnerSheet.section("What failed", failed(tally)));
    add(sections, "What it looked like, and what it was", symptoms(board, counted));
    pictures(sections, board, latestFirst);
    add(sections, "What fails together", together(counted));
    add(sections, "What it is known for", knownFor(board));
    add(sections, "What was noted", notes(board, latestFirst));
    return new Sheet(
        board.identity().title(),
        tally.boards()
            + (tally.boards() == 1 ? " board" : " boards")
            + " of this revision told to the end"
            + (tally.others() == 0 ? "" : ", " + tally.others() + " of them in other shops")
            + ".",
        sections);
  }

  private static void add(List<Sheet.Section> sections, String heading, List<String> points) {
    if (!points.isEmpty()) {
      sections.add(OwnerSheet.section(heading, new Sheet.Points(points)));
    }
  }

  private static Sheet.Block failed(Tally tally) {
    if (tally.rows().isEmpty()) {
      return new Sheet.Paragraph(
          "No story that was told to the end says yet what was found: what is usual for its parts"
              + " is all that is known.");
    }
    return new Sheet.Table(
        List.of("Place", "Boards", "95 % interval", "Found to be", "Mended and held"),
        List.of(0.24, 0.13, 0.19, 0.26, 0.18),
        tally.rows().stream().map(row -> cells(tally, row)).toList());
  }

  private static List<String> cells(Tally tally, Tally.Row row) {
    var reach = ClopperPearson.interval(row.affected(), tally.boards(), CONFIDENCE);
    return List.of(
        (row.position() + " " + row.device()).strip(),
        row.affected() + " of " + tally.boards(),
        String.format(Locale.ROOT, "%.0f to %.0f %%", reach.low() * 100, reach.high() * 100),
        row.faults().isEmpty()
            ? "replaced, nothing said"
            : row.faults().entrySet().stream()
                .map(f -> f.getKey() + " " + f.getValue())
                .collect(Collectors.joining(", ")),
        row.held() + " of " + row.affected());
  }

  private static List<String> symptoms(Board board, List<CountedCase> counted) {
    return SymptomCauses.of(counted).symptoms().stream()
        .map(
            symptom ->
                title(board, symptom.card())
                    + ", "
                    + boards(symptom.boards())
                    + (symptom.causes().isEmpty()
                        ? ": nothing was found."
                        : ": "
                            + symptom.causes().stream()
                                .limit(MOST_CAUSES)
                                .map(c -> c.position() + " on " + c.boards())
                                .collect(Collectors.joining(", "))
                            + (symptom.causes().size() > MOST_CAUSES ? " and others." : ".")))
        .toList();
  }

  private static String title(Board board, String card) {
    return board.symptom(card).map(SymptomCard::title).orElse(card);
  }

  private static String boards(int count) {
    return count + (count == 1 ? " board" : " boards");
  }

  /** Pictures from before a mend, each with what the board's fault turned out to be. */
  private static void pictures(List<Sheet.Section> sections, Board board, List<Case> cases) {
    List<Handover.Picture> shown =
        cases.stream()
            .flatMap(
                closed ->
                    Telling.of(board, closed.entries()).said(Bookkeeping.Pictured.class).stream()
                        .filter(p -> p.moment() == Bookkeeping.PictureMoment.BEFORE)
                        .map(
                            p ->
                                new Handover.Picture(
                                    p.content(),
                                    p.moment(),
                                    (p.caption() + ", " + was(board, closed)).strip())))
            .limit(MOST_PICTURES)
            .toList();
    if (!shown.isEmpty()) {
      sections.add(OwnerSheet.section("Pictures from before", new Sheet.Pictures(shown)));
    }
  }

  private static String was(Board board, Case closed) {
    String found = String.join(", ", CountedCase.of(board, closed).positions().keySet());
    return "No. "
        + closed.header().number()
        + (found.isEmpty() ? ": nothing found" : ": it was " + found);
  }

  private static List<String> together(List<CountedCase> counted) {
    return RecurringSets.of(counted).stream()
        .map(
            set ->
                String.join(" and ", set.positions())
                    + " on "
                    + boards(set.boards())
                    + String.format(Locale.ROOT, "; by chance %.2g", set.chance())
                    + (set.marks().isEmpty()
                        ? "."
                        : "; these boards have "
                            + String.join(" and ", set.marks())
                            + " in common."))
        .toList();
  }

  private static List<String> knownFor(Board board) {
    Map<String, UsualSuspect> byPart = new TreeMap<>();
    board.usualSuspects().forEach(s -> byPart.put(s.part(), s));
    return byPart.values().stream()
        .sorted(Comparator.comparingDouble((UsualSuspect s) -> -s.factor()))
        .map(
            s ->
                s.part()
                    + board.part(s.part()).map(p -> " (" + p.device().name() + ")").orElse("")
                    + ", "
                    + Quantities.plain(s.factor())
                    + " times as often as its kind: "
                    + s.origin()
                    + ".")
        .toList();
  }

  private static List<String> notes(Board board, List<Case> cases) {
    return cases.stream()
        .flatMap(
            closed ->
                Telling.of(board, closed.entries()).said(Statement.Remark.class).stream()
                    .map(r -> "No. " + closed.header().number() + ": " + r.text()))
        .distinct()
        .limit(MOST_NOTES)
        .toList();
  }

  /** On what share of the boards each place was at fault, for a picture of the board. */
  public static Map<String, Double> shares(Board board, List<CountedCase> counted) {
    Tally tally = Tally.ofCounted(board, counted);
    return tally.rows().stream()
        .flatMap(
            row ->
                board.part(row.position()).isPresent()
                    ? Stream.of(Map.entry(row.position(), (double) row.affected() / tally.boards()))
                    : Stream.empty())
        .collect(Collectors.toUnmodifiableMap(Map.Entry::getKey, Map.Entry::getValue));
  }
}
