package raconteur.core.finding;

import raconteur.core.board.Part;

/** {@code seat U7}: a pulled part goes back. */
final class SeatPhrase extends VerbPhrase {
  SeatPhrase() {
    super("seat", "seat U13");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    Part part = words.part();
    words.end();
    Statement seating = new Statement.Seating(part.designator());
    if (!context.partsOut().contains(part.designator())) {
      return new Understanding.Asked(
          seating,
          part.designator() + " was not logged as pulled: log it as seated? Enter keeps it.");
    }
    return new Understanding.Understood(seating, PartPhrase.named(part) + " is back in its place.");
  }
}
