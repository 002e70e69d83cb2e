package raconteur.core.intake;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/**
 * Tells revisions apart with the fewest questions: what is printed on the board, and what stands at
 * places where the revisions differ. The next question is the one after which, with the best
 * questions to follow, the fewest are needed on average, all revisions being equally likely (an
 * optimal decision tree by dynamic programming over sets of revisions; the problem is NP-complete
 * in general, L. Hyafil and R. L. Rivest, Information Processing Letters 5, 1976, but there are few
 * revisions). Above {@value #EXACT_UP_TO} revisions the question is taken that leaves the smallest
 * groups, which is within a logarithm of the best.
 */
public final class RevisionQuestions {
  static final int EXACT_UP_TO = 12;

  private final List<Board> boards;
  private final List<Question> questions;

  /**
   * A question with what each answer leaves.
   *
   * @param answers answer to the ids of the boards for which it is true
   */
  public record Question(String id, String words, Map<String, Set<String>> answers) {
    public Question {
      Map<String, Set<String>> copy = new LinkedHashMap<>();
      answers.forEach((answer, ids) -> copy.put(answer, Set.copyOf(ids)));
      answers = java.util.Collections.unmodifiableMap(copy);
    }
  }

  public RevisionQuestions(Collection<Board> boards) {
    this.boards = List.copyOf(boards);
    this.questions = ask();
  }

  private List<Question> ask() {
    List<Question> asked = new ArrayList<>();
    add(asked, "machine", "Which machine is it?", answers(b -> b.identity().machine()));
    add(
        asked,
        "assembly",
        "Which assembly number is printed on the board?",
        answers(b -> b.identity().assembly()));
    Set<String> places = new LinkedHashSet<>();
    boards.forEach(
        b ->
            b.parts().stream()
                .filter(p -> p.device().pins().size() > 3)
                .forEach(p -> places.add(p.designator())));
    for (String place : places) {
      add(
          asked,
          place,
          "What is at " + place + "?",
          answers(
              b ->
                  b.part(place)
                      .filter(Part::fitted)
                      .map(p -> p.device().name())
                      .orElse("nothing")));
    }
    return asked;
  }

  private Map<String, Set<String>> answers(java.util.function.Function<Board, String> fact) {
    Map<String, Set<String>> answers = new LinkedHashMap<>();
    for (Board board : boards) {
      answers.computeIfAbsent(fact.apply(board), a -> new TreeSet<>()).add(board.identity().id());
    }
    return answers;
  }

  /** Keeps a question that tells something, unless an easier one tells exactly the same. */
  private static void add(
      List<Question> asked, String id, String words, Map<String, Set<String>> answers) {
    boolean tells = answers.size() > 1;
    Set<Set<String>> groups = Set.copyOf(answers.values());
    boolean known =
        id.equals("assembly")
            ? false
            : asked.stream()
                .filter(q -> !q.id().equals("assembly"))
                .anyMatch(q -> Set.copyOf(q.answers().values()).equals(groups));
    if (tells && !known) {
      asked.add(new Question(id, words, answers));
    }
  }

  /**
   * What to ask next.
   *
   * @param candidates ids of the boards it may still be
   * @param unanswerable ids of questions that could not be answered, for example a number that
   *     cannot be read
   * @return empty where one board is left or no question tells those left apart
   */
  public Optional<Question> next(Set<String> candidates, Set<String> unanswerable) {
    List<Question> open = questions.stream().filter(q -> !unanswerable.contains(q.id())).toList();
    Map<Set<String>, Double> known = new HashMap<>();
    return telling(candidates, open).stream()
        .min(
            Comparator.comparingDouble(
                q ->
                    candidates.size() <= EXACT_UP_TO
                        ? cost(q, candidates, open, known)
                        : left(q, candidates)));
  }

  private static List<Question> telling(Set<String> candidates, List<Question> open) {
    return open.stream().filter(q -> split(q, candidates).size() > 1).toList();
  }

  private static List<Set<String>> split(Question question, Set<String> candidates) {
    List<Set<String>> groups = new ArrayList<>();
    for (Set<String> ids : question.answers().values()) {
      Set<String> left = new TreeSet<>(candidates);
      left.retainAll(ids);
      if (!left.isEmpty()) {
        groups.add(left);
      }
    }
    return groups;
  }

  /** How many questions all candidates together need, beginning with this one. */
  private static double cost(
      Question question,
      Set<String> candidates,
      List<Question> open,
      Map<Set<String>, Double> known) {
    double cost = candidates.size();
    for (Set<String> group : split(question, candidates)) {
      cost += best(group, open, known);
    }
    return cost;
  }

  private static double best(
      Set<String> candidates, List<Question> open, Map<Set<String>, Double> known) {
    if (candidates.size() < 2) {
      return 0;
    }
    Double before = known.get(candidates);
    if (before != null) {
      return before;
    }
    double best =
        telling(candidates, open).stream()
            .mapToDouble(q -> cost(q, candidates, open, known))
            .min()
            .orElse(0);
    known.put(candidates, best);
    return best;
  }

  private static double left(Question question, Set<String> candidates) {
    return split(question, candidates).stream()
        .mapToDouble(g -> (double) g.size() * g.size())
        .sum();
  }

  /** What an answer leaves. */
  public static Set<String> after(Set<String> candidates, Question question, String answer) {
    Set<String> left = new TreeSet<>(candidates);
    left.retainAll(question.answers().getOrDefault(answer, Set.of()));
    return left;
  }
}
