package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.Map;
import raconteur.core.board.SymptomCard;

/** {@code screen blank}: what the board shows, as one of its symptom cards. */
final class ScreenPhrase extends VerbPhrase {
  ScreenPhrase() {
    super("screen", "screen blank");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    Map<String, SymptomCard> cards = new LinkedHashMap<>();
    words.board().symptoms().forEach(card -> cards.put(card.id(), card));
    if (cards.isEmpty()) {
      throw words.refuse(
          "No symptom cards are known for this revision; log what you see as a note.");
    }
    SymptomCard card = words.oneOf("a symptom of this board", cards);
    words.end();
    return new Understanding.Understood(new Finding.Symptom(card.id()), card.title() + ".");
  }
}
