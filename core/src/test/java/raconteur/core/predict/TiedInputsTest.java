package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;
import static raconteur.core.Stories.suspicion;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Place;

/**
 * Who types a board's nets leaves out what goes straight to a supply; pin functions by The TTL Data
 * Book (from memory).
 */
class TiedInputsTest {
  private static final Board SMEW = ToldStories.board("smew-1");
  private static final Board MERLIN = ToldStories.board("merlin-1");

  @ParameterizedTest
  @CsvSource({
    // A selector's strobe, a decoder's second enable, a counter's load and count.
    "U10.15, LOW",
    "U4.5, LOW",
    "U17.9, HIGH",
    "U17.7, HIGH",
    "U17.1, HIGH",
    // A register's output control, a memory's select.
    "U16.1, LOW",
    "U14.18, LOW",
  })
  void whatHoldsIsTiedSoThatThePartWorks(String pin, Signal tied) {
    assertThat(SMEW.netOf(PinRef.parse(pin))).isEmpty();
    assertThat(new NetPropagation(SMEW).healthy(PinRef.parse(pin))).isEqualTo(Optional.of(tied));
  }

  @Test
  void anInputOfAGateLetsTheOthersDecide() {
    NetPropagation nets = new NetPropagation(MERLIN);
    // Two of four inputs of a NAND are drawn.
    assertThat(nets.healthy(PinRef.parse("5F.4"))).isEqualTo(Optional.of(Signal.HIGH));
    assertThat(nets.healthy(PinRef.parse("5F.5"))).isEqualTo(Optional.of(Signal.HIGH));
    // Of its other gate nothing is: nobody knows that it is used.
    assertThat(nets.healthy(PinRef.parse("5F.9"))).isEmpty();
  }

  @Test
  void aSelectorWithMovingInputsIsSuspectedThatStands() {
    double stands = suspicion(SMEW, "U10", "U10.4 stuck low", "U10.2 toggling", "U10.3 toggling");
    assertThat(stands).isGreaterThan(0.4);
    assertThat(suspicion(SMEW, "U10", "U10.4 toggling", "U10.2 toggling", "U10.3 toggling"))
        .isLessThan(stands / 10);
  }

  /** A flip-flop fed with its own inverted output halves its clock, and waits for nothing else. */
  @Test
  void aDividerIsSuspectedByItsClockAlone() {
    assertThat(suspicion(SMEW, "U19", "U19.9 0 Hz", "U19.11 toggling")).isGreaterThan(0.3);
  }

  @Test
  void aCounterWithNothingElseToWaitForCounts() {
    double both =
        suspicion(MERLIN, "5B", "5A.15 toggling", "5B.2 toggling", "5B.14 0 Hz", "5B.13 0 Hz");
    assertThat(both).isGreaterThan(0.5);
    // Not enabled, it stands for that.
    assertThat(suspicion(MERLIN, "5B", "5A.15 low", "5B.2 toggling", "5B.14 0 Hz", "5B.13 0 Hz"))
        .isLessThan(both / 5);
  }

  /** Two outputs of a decoder that move say what its unread selects do. */
  @Test
  void whatComesOutSaysWhatGoesIn() {
    String[] lines = {
      "IC6.1 toggling", "IC6.4 toggling", "IC6.15 toggling", "IC6.13 toggling", "IC6.14 stuck high"
    };
    Board whimbrel = ToldStories.board("whimbrel-3");
    double told = suspicion(whimbrel, "IC6", lines);
    double untold = suspicion(whimbrel, "IC6", lines[0], lines[1], lines[4]);
    assertThat(told).isGreaterThan(1.2 * untold);
  }

  /**
   * Outputs that only pull share a line: one whose input moves pulls it, whatever the others do.
   */
  @Test
  void oneOfSeveralPullersIsSuspectedThatDoesNotPull() {
    String wired =
        """
        {"format": "raconteur-board/1", "id": "wired", "machine": "Wired", "revision": "A",
         "title": "Two on one request", "copper": {"layers": 2, "order known": false},
         "blocks": ["cpu", "io"],
         "parts": [
           {"part": "U1", "device": "6502", "block": "cpu"},
           {"part": "U2", "device": "7407", "block": "io"},
           {"part": "U3", "device": "6522", "block": "io"},
           {"part": "R1", "device": "resistor", "block": "io"}],
         "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                    "expected ohms": 300}],
         "ground": "GND",
         "nets": [
           {"net": "IRQ", "path": ["U1.4", "U2.2", "U3.21", "R1.1"]},
           {"net": "TICK", "path": ["U2.1", "U3.19"]},
           {"net": "+5V", "path": ["R1.2", "U1.8", "U2.14", "U3.20"]},
           {"net": "GND", "path": ["U1.1", "U2.7", "U3.1"]}]}
        """;
    Board board = Boards.parse(wired);
    double deaf = suspicion(board, "U2", "U2.1 toggling", "U1.4 stuck high");
    assertThat(deaf).isGreaterThan(2 * suspicion(board, "U2", "U2.1 high", "U1.4 stuck high"));
  }

  /** What is plugged in may move its side of a cut that a port only listens to. */
  @Test
  void whatMovesAtAPlugAndStandsAtThePortIsCutBetween() {
    Board board = ToldStories.board("curlew-1");
    assertThat(
            Stories.advise(board, 2, "P3.4 toggling", "IC2.5 stuck high")
                .diagnosis()
                .suspects()
                .stream()
                .filter(s -> s.place() instanceof Place.Segment cut && cut.net().equals("PA3"))
                .mapToDouble(s -> s.probability())
                .sum())
        .isGreaterThan(0.02);
  }

  /** Where one end of it is on ground, what goes in at the other comes out at its tap. */
  @Test
  void aVolumeControlPassesWhatComesInAndIsSuspectedWhereNothingComesOut() {
    Board siskin = ToldStories.board("siskin-1");
    double before = suspicion(siskin, "TR2", "U10.6 toggling");
    assertThat(suspicion(siskin, "TR2", "U10.6 toggling", "TR2.2 0 Hz")).isGreaterThan(3 * before);
    assertThat(suspicion(siskin, "TR2", "U10.6 toggling", "TR2.2 toggling")).isLessThan(before);
  }

  /**
   * Of a list nobody knows what else goes into a latch: two outputs that stand accuse it, and more
   * of them neither clear it nor make it certain.
   */
  @Test
  void outputsThatStandTogetherSayOnceWhatTheySay() {
    Board dotterel = ToldStories.board("dotterel-1");
    double two = suspicion(dotterel, "11B", "11B.11 toggling", "11B.2 0 Hz", "11B.5 0 Hz");
    double all =
        suspicion(
            dotterel,
            "11B",
            "11B.11 toggling",
            "11B.2 11B.5 11B.6 11B.9 11B.12 11B.15 11B.16 11B.19 0 Hz");
    assertThat(two).isBetween(0.1, 0.6);
    assertThat(all).isBetween(0.8 * two, 1.25 * two);
    // A decoder's outputs rest one by one; that all do while it is asked is another thing.
    assertThat(
            suspicion(
                dotterel,
                "4A",
                "4A.1 4A.2 4A.3 toggling",
                "4A.7 4A.9 4A.10 4A.11 4A.12 4A.13 4A.14 4A.15 high"))
        .isGreaterThan(0.3);
  }

  /** Where no net leads to a processor's wait or interrupt, who is listed for it answers. */
  @Test
  void whoIsListedForAnAnswerIsSuspectedWhereItDoesNotCome() {
    Board dotterel = ToldStories.board("dotterel-1");
    double dtack = suspicion(dotterel, "3B", "1A.29 toggling");
    assertThat(suspicion(dotterel, "3B", "1A.29 toggling", "1A.10 stuck high"))
        .isGreaterThan(3 * dtack);
    double interrupts = suspicion(dotterel, "3F");
    assertThat(suspicion(dotterel, "3F", "1A.23 1A.24 1A.25 0 Hz")).isGreaterThan(3 * interrupts);
    assertThat(suspicion(dotterel, "4A", "1A.23 1A.24 1A.25 0 Hz")).isLessThan(2 * interrupts);
  }
}
