package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What is offered of a line of which some is clear and some is not: one more Enter keeps what is
 * clear and a note of the whole, so that nothing that was said is lost and nothing is guessed.
 */
final class Proposal {
  private final List<Understanding.Understood> lines = new ArrayList<>();
  private final Set<String> left = new LinkedHashSet<>();
  private Optional<String> question = Optional.empty();

  /** Adds what is clear of a line; empty where no part of it may be kept that way. */
  boolean add(Understanding taken) {
    switch (taken) {
      case Understanding.Understood understood -> lines.add(understood);
      case Understanding.InTurn(List<Understanding.Understood> all) -> lines.addAll(all);
      case Understanding.Asked(Statement statement, String sentence) -> {
        lines.add(new Understanding.Understood(statement, sentence));
        question = question.or(() -> Optional.of(sentence));
      }
      case Understanding.Proposed _, Understanding.Unfinished _, Understanding.Refused _ -> {
        return false;
      }
    }
    return true;
  }

  /** Adds words that nobody understood. */
  void leave(String words) {
    left.add(words);
  }

  boolean isEmpty() {
    return lines.isEmpty();
  }

  /** What a usual line says, of which some words were left. */
  static Understanding of(Understanding taken, List<String> unknown) {
    Proposal proposal = new Proposal();
    proposal.add(taken);
    proposal.leave(String.join(" ", unknown));
    return proposal.offered();
  }

  /**
   * The offer; a refusal where one of the lines is a verdict, a power switched or anything else
   * that is kept in its own words only.
   */
  Understanding offered() {
    List<Understanding.Understood> once = lines.stream().distinct().toList();
    if (left.isEmpty()) {
      return new Understanding.Proposed(
          once, List.of(), question.orElse("") + " With it go " + others(once) + ".");
    }
    String all =
        once.stream().map(l -> l.statement().line()).distinct().collect(Collectors.joining("; "));
    String unsaid =
        left.stream().map(w -> "“" + Words.clip(w) + "”").collect(Collectors.joining(", "));
    String lost = unsaid + (left.size() == 1 ? " is" : " are") + " not taken in: ";
    if (!once.stream().allMatch(l -> mayBeOffered(l.statement()))) {
      return new Understanding.Refused(lost + "say " + all + ", and the rest behind note.");
    }
    String note = "what you said as a note.";
    String more = others(once);
    return new Understanding.Proposed(
        once,
        List.copyOf(left),
        question
            .map(
                q ->
                    lost.replaceFirst(": $", ". ")
                        + q
                        + (more.isEmpty() ? " With it goes " : " With it go " + more + " and ")
                        + note)
            .orElse(lost + "Enter keeps " + all + ", and " + note));
  }

  /** What goes with the line that has to be confirmed. */
  private String others(List<Understanding.Understood> lines) {
    Optional<Understanding.Understood> asked =
        lines.stream().filter(l -> question.filter(l.sentence()::equals).isPresent()).findFirst();
    return lines.stream()
        .filter(l -> asked.filter(l::equals).isEmpty())
        .map(l -> l.statement().line())
        .distinct()
        .collect(Collectors.joining("; "));
  }

  /**
   * Of a line of which nothing is clear: it may be kept all the same, and weighs nothing.
   *
   * @param why it is not taken; empty where nothing of it is known
   */
  static Understanding ofANote(String said, String why) {
    return noted(
        new Understanding.Proposed(
            List.of(),
            List.of(said),
            why.isEmpty()
                ? "Not understood: Enter keeps it as a note, which weighs nothing. To be weighed it"
                    + " begins with a part, a pin or a rail, or with a word like pull, cont, swap,"
                    + " mended, check; the manual lists them all."
                : why + Understanding.Proposed.AS_A_NOTE),
        said);
  }

  /** The same offer with a note of all that was said, where some of it would be lost. */
  static Understanding.Proposed noted(Understanding.Proposed offer, String said) {
    if (offer.left().isEmpty()) {
      return offer;
    }
    List<Understanding.Understood> all = new ArrayList<>(offer.lines());
    String plain = String.join(" ", said.strip().split("\\s+", -1));
    all.add(
        new Understanding.Understood(new Statement.Remark(plain), "A note: what was said of it."));
    return new Understanding.Proposed(all, offer.left(), offer.sentence());
  }

  private static boolean mayBeOffered(Statement statement) {
    return switch (statement) {
      case Finding _,
          Statement.Mended _,
          Statement.PartDamaged _,
          Statement.Removal _,
          Statement.Seating _ ->
          true;
      case Statement.Several(List<Statement> parts, _) ->
          parts.stream().allMatch(Proposal::mayBeOffered);
      case Statement.Remark _, Statement.Damaged _, Statement.Found _, Bookkeeping _, Closing _ ->
          false;
    };
  }
}
