package raconteur.core.letters;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.memory.MemoryBank;

/** What wrong letters come to, in sentences, with the chips of a board where it is known. */
public final class LetterWords {
  private static final String VIDEO = "video";

  private LetterWords() {}

  /** The sentences, the best explanation first. */
  public static List<String> of(LetterDiagnosis.Result result, Optional<Board> board) {
    List<String> sentences = new ArrayList<>();
    if (result.wrong() == 0) {
      return List.of("Everything stands as it should.");
    }
    if (result.fits().isEmpty()) {
      return List.of(
          plural(result.wrong(), "letter is", "letters are")
              + " wrong, and no single bit and no address line explains them: two faults, letters"
              + " that change, or another set of characters.");
    }
    List<LetterDiagnosis.Fit> best = result.best();
    for (LetterDiagnosis.Fit fit : best) {
      sentences.add(says(fit, result.wrong(), board));
    }
    if (best.size() > 1) {
      sentences.add("No letter there tells these apart; type more of the screen.");
    }
    result.fits().stream()
        .filter(f -> !best.contains(f))
        .map(f -> "Less well: " + lower(says(f, result.wrong(), Optional.empty())))
        .forEach(sentences::add);
    return sentences;
  }

  private static String lower(String sentence) {
    return sentence.substring(0, 1).toLowerCase(java.util.Locale.ROOT) + sentence.substring(1);
  }

  private static String says(LetterDiagnosis.Fit fit, int wrong, Optional<Board> board) {
    return what(fit.fault())
        + " explains "
        + (fit.explained() == wrong ? "all of " : fit.explained() + " of ")
        + plural(wrong, "wrong letter", "wrong letters")
        + (fit.against() == 0
            ? ""
            : ", but " + plural(fit.against(), "letter stands", "letters stand") + " otherwise")
        + "."
        + board.map(b -> " " + where(fit.fault(), b)).orElse("");
  }

  /** {@code Bit 4 stuck low}. */
  public static String what(LetterFault fault) {
    return switch (fault) {
      case LetterFault.BitStuck(int bit, boolean high) ->
          "Bit " + bit + " stuck " + (high ? "high" : "low");
      case LetterFault.BitsStuck(int from, int to, boolean high) ->
          "Bits " + from + " to " + to + " all " + (high ? "high" : "low");
      case LetterFault.BitInverted(int bit) -> "Bit " + bit + " upside down";
      case LetterFault.BitsExchanged(int one, int other) ->
          "Bits " + one + " and " + other + " exchanged";
      case LetterFault.BitsJoined(int one, int other, boolean lowWins) ->
          "Bits " + one + " and " + other + " joined, " + (lowWins ? "low" : "high") + " wins,";
      case LetterFault.LineStuck(int line, boolean high) ->
          "Address line " + line + " of the screen's memory standing " + (high ? "high" : "low");
      case LetterFault.LinesExchanged(int one, int other) ->
          "Address lines " + one + " and " + other + " of the screen's memory exchanged";
    };
  }

  /** Where on a board that would be. */
  private static String where(LetterFault fault, Board board) {
    List<Integer> bits =
        switch (fault) {
          case LetterFault.BitStuck(int bit, boolean _) -> List.of(bit);
          case LetterFault.BitInverted(int bit) -> List.of(bit);
          case LetterFault.BitsStuck(int from, int to, boolean _) ->
              IntStream.rangeClosed(from, to).boxed().toList();
          case LetterFault.BitsExchanged(int one, int other) -> List.of(one, other);
          case LetterFault.BitsJoined(int one, int other, boolean _) -> List.of(one, other);
          case LetterFault.LineStuck _, LetterFault.LinesExchanged _ -> List.of();
        };
    if (bits.isEmpty()) {
      return "Look at that address line, from what selects or counts it to the memory's own pin.";
    }
    List<String> chips = chips(board, bits);
    String roms = String.join(", ", characterRoms(board));
    return "Look at "
        + (chips.isEmpty() ? "the screen memory's chip of that bit" : String.join(", ", chips))
        + ", what latches or passes its data on, and "
        + (roms.isEmpty() ? "the character ROM's input" : roms + "'s input")
        + " for it: the first place where the bit is wrong is the one.";
  }

  /**
   * The chips that hold some bits of what is on the screen: of the picture's own memory, else of
   * all memory that is as wide as a code, since the screen is in it then.
   */
  public static List<String> chips(Board board, List<Integer> bits) {
    List<MemoryBank> all =
        MemoryBank.of(board).stream()
            .filter(bank -> bank.device().isRam())
            .filter(bank -> bank.chips().size() >= Codes.SIX_BITS.bits())
            .filter(bank -> bits.stream().allMatch(bit -> bit < bank.chips().size()))
            .toList();
    List<MemoryBank> own = all.stream().filter(bank -> isOfThePicture(board, bank)).toList();
    return (own.isEmpty() ? all : own)
        .stream()
            .flatMap(bank -> bits.stream().map(bit -> bank.chips().get(bit)))
            .distinct()
            .toList();
  }

  private static boolean isOfThePicture(Board board, MemoryBank bank) {
    return bank.chips().stream()
        .allMatch(c -> board.part(c).filter(p -> p.block().equals(VIDEO)).isPresent());
  }

  private static List<String> characterRoms(Board board) {
    return board.parts().stream()
        .filter(p -> p.fitted() && p.device().isRom() && p.block().equals(VIDEO))
        .map(Part::designator)
        .toList();
  }

  private static String plural(int count, String one, String more) {
    return count + " " + (count == 1 ? one : more);
  }
}
