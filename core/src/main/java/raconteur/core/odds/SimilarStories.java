package raconteur.core.odds;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.board.Board;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

/**
 * Earlier cases that looked like the one on the bench. A finding both have counts by how telling it
 * is: by the logarithm of how few of the earlier cases have it (inverse document frequency; Spärck
 * Jones 1972, doi:10.1108/eb026526). Cases of a sibling revision count for less. Readings that are
 * numbers are compared by what they mean for a part or rail only where the line says so in words.
 */
public final class SimilarStories {
  private static final int MOST = 5;
  private static final double SIBLING = 0.6;

  private SimilarStories() {}

  /**
   * One earlier case.
   *
   * @param weight of what is shared; comparable within one answer only
   * @param shared the findings both have, the most telling first
   * @param cures what was found or mended there
   */
  public record Likeness(
      CaseHeader earlier, double weight, List<String> shared, List<String> cures) {
    public Likeness {
      shared = List.copyOf(shared);
      cures = List.copyOf(cures);
    }
  }

  /** Closed cases with the board they are told on. */
  public record Earlier(Board board, List<Case> cases) {
    public Earlier {
      cases = List.copyOf(cases);
    }
  }

  /**
   * Finds the likest, at most {@value #MOST}; linear in the earlier cases' lines.
   *
   * @param earlier cases of this revision and of its siblings; those not closed are passed over
   */
  public static List<Likeness> of(Board board, Telling now, List<Earlier> earlier) {
    List<Story> stories = new ArrayList<>();
    for (Earlier group : earlier) {
      double worth = group.board().identity().id().equals(board.identity().id()) ? 1 : SIBLING;
      group.cases().stream()
          .filter(c -> c.header().state().closed())
          .filter(c -> c.header().boardId().equals(group.board().identity().id()))
          .map(c -> story(c, Telling.of(group.board(), c.entries()), worth))
          .forEach(stories::add);
    }
    Map<String, Integer> having = new HashMap<>();
    stories.forEach(s -> s.signs().forEach(sign -> having.merge(sign, 1, Integer::sum)));
    Set<String> mine = signs(now);
    return stories.stream()
        .map(s -> likeness(s, mine, having, stories.size()))
        .filter(l -> l.weight() > 0)
        .sorted(Comparator.comparingDouble((Likeness l) -> -l.weight()))
        .limit(MOST)
        .toList();
  }

  private record Story(CaseHeader header, double worth, Set<String> signs, List<String> cures) {}

  private static Story story(Case told, Telling telling, double worth) {
    Set<String> cures = new TreeSet<>();
    for (Told line : telling.lines()) {
      for (Told.Counts counts : line.counted()) {
        switch (counts.statement()) {
          case Statement.Found found -> cures.add("found " + found.conclusion().line());
          case Statement.Mended mended -> cures.add(mended.mend().line());
          case Statement _ -> {}
        }
      }
    }
    return new Story(told.header(), worth, signs(telling), List.copyOf(cures));
  }

  private static Likeness likeness(
      Story story, Set<String> mine, Map<String, Integer> having, int stories) {
    Map<String, Double> shared = new HashMap<>();
    for (String sign : story.signs()) {
      if (mine.contains(sign)) {
        shared.put(sign, Math.log((1.0 + stories) / having.getOrDefault(sign, 1)));
      }
    }
    List<String> telling =
        shared.entrySet().stream()
            .sorted(Map.Entry.<String, Double>comparingByValue().reversed())
            .map(Map.Entry::getKey)
            .toList();
    double sum = shared.values().stream().mapToDouble(w -> w).sum();
    return new Likeness(story.header(), sum * story.worth(), telling, story.cures());
  }

  /** What a story shows, each thing once, in words that can be compared. */
  private static Set<String> signs(Telling telling) {
    Set<String> signs = new HashSet<>();
    telling.findings().forEach(f -> sign(f.finding(), signs));
    return signs;
  }

  private static void sign(Finding finding, Set<String> signs) {
    switch (finding) {
      case Finding.DeadTestResult t ->
          new TreeSet<>(t.counts()).forEach(c -> signs.add("flash " + c));
      case Finding.DiagnosticResult t ->
          t.bad().forEach((part, bad) -> signs.add("diag " + part + (bad ? " bad" : " good")));
      case Finding.TesterVerdict t ->
          signs.add(t.part() + " tester " + (t.passed() ? "pass" : "fail"));
      // A stretch of use says that a case ended, not what was wrong.
      case Finding.ProofRun _ -> {}
      case Finding.Shown _ -> signs.add(finding.line());
      // Two boards never measure alike to the digit.
      case Finding.Measured _ -> {}
    }
    boolean nothingNamed =
        (finding instanceof Finding.DeadTestResult t && t.counts().isEmpty())
            || (finding instanceof Finding.DiagnosticResult d && d.bad().isEmpty());
    if (nothingNamed) {
      signs.add(finding.line());
    }
  }
}
