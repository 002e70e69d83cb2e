package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.casebook.exchange.Imported;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.BoardMerge;
import raconteur.core.board.Rail;
import raconteur.core.board.SupplyName;

/**
 * What was typed of a board that is to be made.
 *
 * @param millimetres width and height as typed, {@code 240 x 180}; empty where it is not measured
 * @param rails as typed, {@code +5V +12V}
 * @param from the board it begins as, none for an empty one
 * @param parts what was understood of the parts, none where none were typed
 */
record NewBoard(
    String machine,
    String revision,
    String millimetres,
    String rails,
    Optional<Board> from,
    Optional<Imported> parts) {
  private static final Pattern SIZE =
      Pattern.compile(
          "\\s*([0-9]{1,4}(?:[.,][0-9]+)?)\\s*(?:x|×|\\*|by|\\s)\\s*"
              + "([0-9]{1,4}(?:[.,][0-9]+)?)\\s*(?:mm)?\\s*");
  private static final double SMALLEST = 1;
  private static final double LARGEST = 2000;

  /** The board, or the sentence that says what cannot be taken. */
  Outcome<BoardContents> contents() {
    if (machine.isBlank() || revision.isBlank()) {
      return new Outcome.Failed<>("Type the machine and the revision.");
    }
    BoardContents contents =
        from.map(Board::contents)
            .orElseGet(
                () ->
                    BoardContents.empty(
                        new BoardIdentity("board", "", "", "", "", 0, 0, false, true)));
    BoardIdentity identity = contents.identity().named(machine, revision);
    if (!millimetres.isBlank()) {
      Matcher size = SIZE.matcher(millimetres);
      if (!size.matches() || !fits(size.group(1)) || !fits(size.group(2))) {
        return new Outcome.Failed<>(
            "“"
                + millimetres
                + "” is no size; width x height in mm would be taken, such as 240 x 180.");
      }
      identity = identity.sized(number(size.group(1)), number(size.group(2)));
    }
    List<Rail> all = new ArrayList<>(contents.rails());
    for (String word : rails.strip().split("[,;\\s]+", -1)) {
      if (word.isEmpty() || SupplyName.isGround(word)) {
        continue;
      }
      Optional<Rail> rail = SupplyName.volts(word).map(volts -> Rail.assumed(word, volts));
      if (rail.isEmpty()) {
        return new Outcome.Failed<>(
            "“" + word + "” is no rail; +5V, +12V, -5V, 3.3V or VCC would be taken.");
      }
      if (all.stream().noneMatch(r -> r.name().equals(rail.get().name()))) {
        all.add(rail.get());
      }
    }
    BoardContents named = contents.with(identity).withRails(all);
    return new Outcome.Done<>(
        parts
            .map(
                p ->
                    BoardMerge.of(named, p.board().contents(), BoardMerge.Winner.WHAT_IS_ADDED)
                        .contents())
            .orElse(named));
  }

  private static boolean fits(String number) {
    return number(number) >= SMALLEST && number(number) <= LARGEST;
  }

  private static double number(String text) {
    return Double.parseDouble(text.replace(',', '.'));
  }
}
