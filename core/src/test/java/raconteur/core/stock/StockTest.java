package raconteur.core.stock;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.fault.History;
import raconteur.core.stock.StockItem.State;

class StockTest {

  private static StockItem item(int number, String kind, int count, State state, int forCase) {
    return new StockItem(
        number,
        kind,
        "",
        count,
        state,
        "",
        "",
        forCase == 0 ? Optional.empty() : Optional.of(forCase),
        Optional.empty());
  }

  private static final Stock STOCK =
      new Stock(
          List.of(
              item(1, "74LS257", 3, State.SPARE, 0),
              item(2, "QM-11", 1, State.CROSSED, 0),
              item(3, "QM-12", 1, State.CUSTOMERS, 41),
              item(4, "4116", 8, State.ORDERED, 7),
              item(5, "74LS00", 0, State.SPARE, 0),
              item(6, "socket 16", 4, State.SPARE, 0)));

  private static String refused(int number, boolean anyway) {
    return STOCK.take(number, 7, anyway) instanceof Stock.Taken.Refused(String sentence)
        ? sentence
        : "";
  }

  @Test
  void aCrossedPartIsTakenOnlyKnowingly() {
    assertThat(refused(2, false)).contains("dead box", "knowingly");
    assertThat(refused(2, true)).isEmpty();
    assertThat(refused(3, false)).contains("owner of case 41");
    assertThat(refused(4, true)).contains("not here yet");
  }

  @Test
  void stockNeverGoesUnderNothing() {
    assertThat(refused(5, true)).contains("has run out");
    assertThat(refused(99, false)).contains("no stock item 99");
    assertThatThrownBy(() -> item(1, "74LS00", -1, State.SPARE, 0)).hasMessageContaining("-1");
    assertThat(((Stock.Taken.Done) STOCK.take(1, 7, false)).left().count()).isEqualTo(2);
  }

  @Test
  void socketsAreCountedByPins() {
    assertThat(STOCK.sockets()).containsEntry(16, 4);
  }

  @Test
  void lowStockFollowsWhatTheRevisionsOnTheShelfHaveCounted() {
    History often =
        new History() {
          @Override
          public double boardsThatTell(String part) {
            return 10;
          }

          @Override
          public double boardsWithFaultAt(String part) {
            return part.equals("U13") ? 6 : 0;
          }

          @Override
          public String words() {
            return "10 boards";
          }
        };
    var waiting = new Stock.Waiting(Boards.KITTIWAKE_B, often);
    List<Stock.Low> low = STOCK.low(List.of(waiting, waiting), 0.5);
    assertThat(low).containsExactly(new Stock.Low("QM-11", 1.2, 0, 0));
  }
}
