package raconteur.desktop.boards;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import raconteur.core.board.BoardContents;
import raconteur.core.board.SymptomCard;
import raconteur.core.board.UsualSymptoms;

/** The symptom cards with their chances by block. */
final class SymptomSection {
  private SymptomSection() {}

  static BoardSection section() {
    return new BoardSection(
        "Symptom cards",
        List.of("Word", "Title", "Chances by block or part", "Origin"),
        "Chances as: cpu 0.6, J1 0.9: how often one fault there shows as this. A board that has"
            + " none shows what any board can; the first change makes those its own.",
        -1,
        1,
        c ->
            cards(c).stream()
                .map(
                    s ->
                        List.of(
                            s.id(),
                            s.title(),
                            new TreeMap<>(s.chances())
                                .entrySet().stream()
                                    .map(e -> e.getKey() + " " + SectionEdit.plain(e.getValue()))
                                    .collect(Collectors.joining(", ")),
                            s.origin()))
                .toList(),
        SectionEdit.refusing(SymptomSection::symptom),
        (c, row) -> c.withSymptoms(SectionEdit.without(cards(c), row)));
  }

  /**
   * The board's own; until it has any, those of any board, which the first change makes its own.
   */
  private static List<SymptomCard> cards(BoardContents contents) {
    return contents.symptoms().isEmpty()
        ? UsualSymptoms.of(contents.blocks())
        : contents.symptoms();
  }

  private static BoardContents symptom(SectionEdit edit) {
    String word = edit.needed(0, "one word in small letters");
    if (!word.matches("[a-z][a-z-]{0,30}")) {
      throw new SectionEdit.Refusal(
          "“" + word + "” will not do: a symptom is one word in small letters.");
    }
    edit.onlyOnce(cards(edit.contents()), SymptomCard::id, word, "Card");
    Map<String, Double> chances = new LinkedHashMap<>();
    for (String item : edit.text(2).split("[,;]", -1)) {
      if (item.isBlank()) {
        continue;
      }
      String[] words = item.strip().split("\\s+", -1);
      double chance;
      try {
        chance = words.length == 2 ? Double.parseDouble(words[1]) : -1;
      } catch (NumberFormatException e) {
        chance = -1;
      }
      boolean known =
          edit.contents().blocks().contains(words[0])
              || edit.contents().parts().stream().anyMatch(p -> p.designator().equals(words[0]));
      if (!known || chance < 0 || chance > 1) {
        throw new SectionEdit.Refusal(
            "“"
                + item.strip()
                + "” will not do: a chance is a block or part of this board and a number from 0 to"
                + " 1, like cpu 0.6 or J1 0.9.");
      }
      chances.put(words[0], chance);
    }
    return edit.contents()
        .withSymptoms(
            edit.put(
                cards(edit.contents()),
                new SymptomCard(
                    word,
                    edit.needed(1, "a title"),
                    chances,
                    edit.text(3).isEmpty() ? "typed in" : edit.text(3))));
  }
}
