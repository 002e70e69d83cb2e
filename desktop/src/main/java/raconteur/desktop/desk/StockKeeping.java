package raconteur.desktop.desk;

import java.util.Optional;
import java.util.function.Supplier;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.StockRoom;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Statement;
import raconteur.core.stock.StockItem;

/**
 * What the lines of one case do to the stock: a part fitted from it leaves it, a chip that came out
 * goes into the dead box or among the spares, and a line struck takes back what it did. Every
 * answer is a sentence to be said behind the one about the line, empty where the stock is not
 * concerned.
 */
final class StockKeeping {
  private final Supplier<StockRoom> room;
  private final Board board;
  private final int number;

  /**
   * @param number the case's
   */
  StockKeeping(Supplier<StockRoom> room, Board board, int number) {
    this.room = room;
    this.board = board;
    this.number = number;
  }

  /** After a line was kept. */
  String kept(Statement statement) {
    return switch (statement) {
      case Closing.Fitted fitted when fitted.stockNumber().isPresent() -> take(fitted);
      case Closing.OldPart old -> put(old);
      case Statement _ -> "";
    };
  }

  /** After a line was struck. */
  String struck(Statement statement) {
    return switch (statement) {
      case Closing.Fitted fitted when fitted.stockNumber().isPresent() -> giveBack(fitted);
      case Closing.OldPart old -> takeOut(old);
      case Statement _ -> "";
    };
  }

  private String take(Closing.Fitted fitted) {
    int from = fitted.stockNumber().getAsInt();
    return left(room.get().take(from, number, true));
  }

  private String giveBack(Closing.Fitted fitted) {
    int to = fitted.stockNumber().getAsInt();
    return room.get()
        .stock()
        .item(to)
        .map(item -> left(room.get().keep(item.counted(item.count() + 1))))
        .orElse(" There is no stock " + to + " to put it back to.");
  }

  /**
   * Puts a chip that came out where it belongs, with where it came from: a bad one into the dead
   * box, so that it never goes into a board again, a good one among the spares.
   */
  private String put(Closing.OldPart old) {
    Optional<String> kind = board.part(old.part()).map(Part::device).map(d -> d.name());
    Optional<StockItem.State> into = into(old);
    if (into.isEmpty() || kind.isEmpty()) {
      return "";
    }
    var item =
        new StockItem(
            0, kind.get(), "", 1, into.get(), origin(old), "", Optional.empty(), Optional.empty());
    return switch (room.get().add(item)) {
      case Outcome.Failed<StockItem>(String why) -> unchanged(why);
      case Outcome.Done<StockItem>(StockItem kept) ->
          " Stock " + kept.number() + ", " + kept.state().words() + ": " + kept.name() + ".";
    };
  }

  /** The latest chip that came from there into that state is no longer counted. */
  private String takeOut(Closing.OldPart old) {
    return room.get().stock().items().stream()
        .filter(i -> i.count() > 0 && i.from().equals(origin(old)))
        .filter(i -> into(old).filter(i.state()::equals).isPresent())
        .reduce((_, later) -> later)
        .map(item -> left(room.get().keep(item.counted(item.count() - 1))))
        .orElse("");
  }

  private String origin(Closing.OldPart old) {
    return "case " + number + ", " + old.part();
  }

  private static Optional<StockItem.State> into(Closing.OldPart old) {
    return switch (old.fate()) {
      case DEAD -> Optional.of(StockItem.State.CROSSED);
      case SPARE -> Optional.of(StockItem.State.SPARE);
      case RETURNED, DISCARDED -> Optional.empty();
    };
  }

  private static String left(Outcome<StockItem> done) {
    return switch (done) {
      case Outcome.Failed<StockItem>(String why) -> unchanged(why);
      case Outcome.Done<StockItem>(StockItem left) ->
          " " + left.count() + " left of stock " + left.number() + ".";
    };
  }

  private static String unchanged(String why) {
    return " The stock stays as it is: " + why;
  }
}
