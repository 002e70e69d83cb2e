package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.Map;
import raconteur.core.board.SymptomCard;
import raconteur.core.board.UsualSymptoms;

/** {@code screen blank}: what the board shows, as one of its symptom cards. */
final class ScreenPhrase extends VerbPhrase {
  private static final String SYMPTOM = "a symptom of this board";

  ScreenPhrase() {
    super("screen", "screen blank");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    Map<String, SymptomCard> cards = new LinkedHashMap<>();
    words.board().symptoms().forEach(card -> cards.put(card.id(), card));
    Map<String, SymptomCard> otherwise = new LinkedHashMap<>(cards);
    UsualSymptoms.otherWords()
        .forEach(
            (word, id) -> {
              if (cards.containsKey(id)) {
                otherwise.putIfAbsent(word, cards.get(id));
              }
            });
    SymptomCard card =
        cards.keySet().stream().anyMatch(words::nextIs)
            ? words.oneOf(SYMPTOM, cards)
            : words.inWordsOf(otherwise).orElseGet(() -> words.oneOf(SYMPTOM, cards));
    words.end();
    return new Understanding.Understood(new Finding.Symptom(card.id()), card.title() + ".");
  }
}
