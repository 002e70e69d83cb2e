package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.Map;
import raconteur.core.board.SymptomCard;
import raconteur.core.board.UsualSymptoms;

/** {@code screen blank}: what the board shows, as one of its symptom cards. */
final class ScreenPhrase extends VerbPhrase {
  static final String VERB = "screen";

  private static final String SYMPTOM = "a symptom of this board";

  ScreenPhrase() {
    super(VERB, "screen blank");
  }

  /** {@code no sound}, {@code no picture}: a symptom whose words begin so, without the screen. */
  static Phrase missing() {
    return new Verb(
        NO,
        "no picture",
        (words, context) -> {
          Map<String, SymptomCard> without = new LinkedHashMap<>();
          otherwise(allCards(words))
              .forEach(
                  (word, card) -> {
                    if (word.startsWith(NO + "-")) {
                      without.put(word.substring(NO.length() + 1), card);
                    }
                  });
          return shown(
              words,
              words
                  .inWordsOf(without)
                  .orElseGet(() -> words.oneOf("what is missing on this board", without)));
        });
  }

  private static final String NO = "no";

  private static Map<String, SymptomCard> cards(Words words) {
    Map<String, SymptomCard> cards = new LinkedHashMap<>();
    words.board().symptoms().forEach(card -> cards.put(card.id(), card));
    return cards;
  }

  /** With those that any board may show. */
  private static Map<String, SymptomCard> allCards(Words words) {
    Map<String, SymptomCard> cards = cards(words);
    words.board().symptomsBeside().forEach(card -> cards.put(card.id(), card));
    return cards;
  }

  /** The cards by all their words. */
  private static Map<String, SymptomCard> otherwise(Map<String, SymptomCard> cards) {
    Map<String, SymptomCard> otherwise = new LinkedHashMap<>(cards);
    UsualSymptoms.otherWords()
        .forEach(
            (word, id) -> {
              if (cards.containsKey(id)) {
                otherwise.putIfAbsent(word, cards.get(id));
              } else if (cards.containsKey(word)) {
                // The board has this card under one of its other words.
                otherwise.putIfAbsent(id, cards.get(word));
              }
            });
    return otherwise;
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    Map<String, SymptomCard> cards = cards(words);
    Map<String, SymptomCard> otherwise = otherwise(allCards(words));
    SymptomCard card =
        cards.keySet().stream().anyMatch(words::nextIs)
            ? words.oneOf(SYMPTOM, cards)
            : words.inWordsOf(otherwise).orElseGet(() -> words.oneOf(SYMPTOM, cards));
    return shown(words, card);
  }

  private static Understanding shown(Words words, SymptomCard card) {
    words.end();
    return new Understanding.Understood(new Finding.Symptom(card.id()), card.title() + ".");
  }
}
