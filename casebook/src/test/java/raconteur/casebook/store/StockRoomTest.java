package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.CountsFile;
import raconteur.core.stock.StockItem;

class StockRoomTest {
  @TempDir private Path folder;

  private Casebook open() {
    return ((Outcome.Done<Casebook>) Casebook.open(folder.resolve("a.casebook"), Clock.systemUTC()))
        .value();
  }

  private static StockItem item(String kind, int count) {
    return new StockItem(
        0, kind, "", count, StockItem.State.SPARE, "", "", Optional.empty(), Optional.empty());
  }

  @Test
  void twoWindowsCannotTakeTheSameLastPart() {
    try (Casebook one = open();
        Casebook other = open()) {
      new StockRoom(one).addAll(List.of(item("74LS257", 1), item("socket 16", 4)));
      assertThat(new StockRoom(one).take(1, 7, false)).isInstanceOf(Outcome.Done.class);
      assertThat(((Outcome.Failed<?>) new StockRoom(other).take(1, 8, false)).sentence())
          .contains("has run out");
      assertThat(new StockRoom(other).stock().items().getFirst().count()).isZero();
    }
  }

  @Test
  void countsOfOthersAreTakenOnceAndOwnCasesNotAtAll() {
    var board = BoardShelf.readShipped("quillon-kittiwake-b").shipped();
    List<CountedCase> cases = CountedCase.of(board, DemoCases.shipped());
    CountsFile file = new CountsFile("Ferry Street", cases);
    try (Casebook book = open()) {
      OtherShops shops = new OtherShops(book);
      var first =
          ((Outcome.Done<OtherShops.Merged>) shops.merge(file, Set.of(cases.getFirst().key())))
              .value();
      assertThat(first.added()).isEqualTo(cases.size() - 1);
      var again = ((Outcome.Done<OtherShops.Merged>) shops.merge(file, Set.of())).value();
      assertThat(again).isEqualTo(new OtherShops.Merged("Ferry Street", 1, cases.size() - 1));
      assertThat(shops.of("quillon-kittiwake-b"))
          .hasSameSizeAs(cases)
          .allSatisfy(c -> assertThat(c.origin()).isEqualTo("Ferry Street"));
      assertThat(shops.of("lanternfish-l1")).isEmpty();
    }
  }
}
