package raconteur.core.odds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

class SiblingHistoryTest {
  private static final Board SMALL = Boards.small();

  private static Tally counted(int boards, String part, int affected) {
    return new Tally(
        "x",
        boards,
        0,
        List.of(new Tally.Row(part, "", affected, affected, 0, Map.of(), List.of(1))));
  }

  private static History of(Tally own, Board sibling, Tally counted, double discount) {
    return new SiblingHistory(
        SMALL, own, List.of(new SiblingHistory.Counted(sibling, counted)), discount);
  }

  @Test
  void aSiblingsBoardsCountLessThanOnesOwn() {
    History history = of(counted(4, "U1", 1), SMALL, counted(10, "U1", 6), 0.3);
    assertThat(history.boardsThatTell("U1")).isCloseTo(4 + 3, within(1e-9));
    assertThat(history.boardsWithFaultAt("U1")).isCloseTo(1 + 1.8, within(1e-9));
    assertThat(history.words())
        .isEqualTo("4 boards of this revision, 10 of sibling revisions at 30 %");
  }

  @Test
  void withoutDiscountSiblingsAreTheSameAndWithFullDiscountTheyAreSilent() {
    Tally own = counted(4, "U1", 1);
    Tally other = counted(10, "U1", 6);
    assertThat(of(own, SMALL, other, 1).boardsWithFaultAt("U1")).isEqualTo(7);
    assertThat(of(own, SMALL, other, 0).boardsWithFaultAt("U1")).isEqualTo(1);
  }

  /** A designator that means another device on the sibling says nothing about this one. */
  @Test
  void aSiblingTellsOnlyOfPartsThatAreTheSameDevice() {
    Board other =
        BoardFiles.check(
                SMALL
                    .contents()
                    .eachPart(
                        p ->
                            p.designator().equals("U1")
                                ? p.with(DeviceLibrary.shipped().find("74LS14").orElseThrow())
                                : p),
                DeviceLibrary.shipped())
            .shipped();
    History history = of(counted(4, "U1", 1), other, counted(10, "U1", 6), 0.3);
    assertThat(history.boardsThatTell("U1")).isEqualTo(4);
    assertThat(history.boardsThatTell("U2")).isCloseTo(7, within(1e-9));
    assertThat(history.boardsThatTell("U99")).isEqualTo(4);
  }

  /** With m = 10 boards of belief in the table: (10 p + 0.3 k) / (10 + 0.3 n). */
  @Test
  void aSiblingsFaultsMoveThePriorByTheBetaMean() {
    double table = expected(History.NONE);
    double moved = expected(of(counted(0, "J1", 0), SMALL, counted(10, "U1", 6), 0.3));
    assertThat(moved).isCloseTo((10 * table + 1.8) / 13, within(0.01));
  }

  private static double expected(History history) {
    FaultCatalogue catalogue = FaultCatalogue.of(SMALL, Priors.shipped(), history);
    double sum = 0;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      boolean ours =
          switch (catalogue.faults().get(i).place()) {
            case Place.OfPart p -> p.part().equals("U1");
            case Place.Load p -> p.part().equals("U1");
            case Place.Output p -> p.pin().part().equals("U1");
            case Place.Input p -> p.pin().part().equals("U1");
            case Place.Inside p -> p.one().part().equals("U1");
            case Place.FittedSet _ -> false;
            case Place.Segment _, Place.Contact _, Place.Joints _, Place.Bridge _ -> false;
          };
      sum += ours ? catalogue.odds(i) / (1 + catalogue.odds(i)) : 0;
    }
    return sum;
  }
}
