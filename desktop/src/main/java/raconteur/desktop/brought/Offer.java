package raconteur.desktop.brought;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import raconteur.casebook.brought.BroughtFile;
import raconteur.casebook.store.Outcome;

/**
 * What a file is and what can be done with it, asked before anything is done.
 *
 * @param sentence what it is, and why nothing can be done where that is so
 * @param deeds the likeliest first; none where nothing can be done
 */
public record Offer(Path file, String sentence, List<Deed> deeds) {

  /** What can be done with a file. */
  public enum Deed {
    LOOK_THROUGH("See what is understood"),
    TYPE_NETS("Type them onto the board under Boards"),
    READ_RECORDING("Hold it against the board on the bench"),
    READ_ROM("Look at it as a ROM of the board on the bench"),
    READ_KEYS("Try the keys with it"),
    KEEP_BEFORE("Keep it with the case: before"),
    KEEP_AFTER("Keep it with the case: after"),
    KEEP_OTHER("Keep it with the case: other"),
    PHOTOGRAPH("Make it the photograph of the board under Boards"),
    TAKE_CASE("Put it on the shelf"),
    TAKE_COUNTS("Count them with ours"),
    TAKE_STOCK("Take it into the stockroom"),
    TAKE_ARCHIVE("Take all of it in");

    private final String words;

    Deed(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  public Offer {
    deeds = List.copyOf(deeds);
  }

  /**
   * What a file comes to here and now.
   *
   * @param onBench the case on the desk
   * @param boardChosen whether a board is chosen under Boards
   * @param shelfEmpty whether the casebook has no cases yet
   */
  public static Offer of(
      Path file, Optional<Integer> onBench, boolean boardChosen, boolean shelfEmpty) {
    return switch (BroughtFile.of(file)) {
      case Outcome.Failed<BroughtFile>(String why) -> new Offer(file, why, List.of());
      case Outcome.Done<BroughtFile>(BroughtFile brought) -> {
        List<Deed> deeds = deeds(brought.kind(), onBench.isPresent(), boardChosen, shelfEmpty);
        yield new Offer(
            file,
            file.getFileName()
                + " is "
                + brought.kind().words()
                + (deeds.isEmpty() ? whyNot(brought) : "."),
            deeds);
      }
    };
  }

  private static List<Deed> deeds(
      BroughtFile.Kind kind, boolean onBench, boolean boardChosen, boolean shelfEmpty) {
    return switch (kind) {
      case BOARD -> List.of(Deed.LOOK_THROUGH);
      case TYPED_NETS -> where(boardChosen, Deed.TYPE_NETS);
      case RECORDING -> where(onBench, Deed.READ_RECORDING);
      case ROM_IMAGE -> where(onBench, Deed.READ_ROM);
      case KEYS -> where(onBench, Deed.READ_KEYS);
      case CASE -> List.of(Deed.TAKE_CASE);
      case COUNTS -> List.of(Deed.TAKE_COUNTS);
      case STOCK -> List.of(Deed.TAKE_STOCK);
      case ARCHIVE -> where(shelfEmpty, Deed.TAKE_ARCHIVE);
      case PICTURE -> {
        List<Deed> all = new java.util.ArrayList<>();
        if (onBench) {
          all.addAll(List.of(Deed.KEEP_BEFORE, Deed.KEEP_AFTER, Deed.KEEP_OTHER));
        }
        all.addAll(where(boardChosen, Deed.PHOTOGRAPH));
        yield all;
      }
      case CASEBOOK, NOTHING_KNOWN -> List.of();
    };
  }

  private static List<Deed> where(boolean possible, Deed deed) {
    return possible ? List.of(deed) : List.of();
  }

  private static String whyNot(BroughtFile brought) {
    return switch (brought.kind()) {
      case CASEBOOK -> ": close this one and open it with raconteur --casebook FILE.";
      case ARCHIVE ->
          ": it goes into a casebook without cases, a new one by raconteur --casebook FILE.";
      case TYPED_NETS -> ": choose their board under Boards, then bring it again.";
      case RECORDING, ROM_IMAGE, KEYS, PICTURE ->
          ": open the case it belongs to, then bring it again.";
      case NOTHING_KNOWN, BOARD, CASE, COUNTS, STOCK ->
          ": boards, parts, nets, cases, counts, stock, recordings, pictures and ROM images are.";
    };
  }
}
