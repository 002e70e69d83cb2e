package raconteur.core.story;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.data.Loaded;
import raconteur.core.finding.Finding;

class TellingTest {

  private static Telling tell(String... lines) {
    return Telling.of(Boards.KITTIWAKE_B, Stories.of(lines));
  }

  @Test
  void mendsSplitTheStoryInEpochs() {
    Telling telling = tell("flash 3", "mended U24 replaced", "flash 4", "mended U25 replaced");
    assertThat(telling.findings().stream().map(f -> f.moment().epoch())).containsExactly(0, 1);
    assertThat(telling.epoch()).isEqualTo(2);
  }

  /** A line of an imported case may say several things: the mend of it parts what is around it. */
  @Test
  void whatIsSaidInOneBreathCountsInItsOrder() {
    Telling telling = tell("screen blank", "U24 hot, mended U24 replaced, screen works");
    assertThat(telling.findings().stream().map(f -> f.moment().epoch())).containsExactly(0, 0, 1);
    assertThat(telling.epoch()).isEqualTo(1);
    Telling again = tell("screen garbage", "mended U24 reflowed", "no change");
    assertThat(again.findings().getLast().finding()).isEqualTo(new Finding.Symptom("garbage"));
    assertThat(again.findings().getLast().moment().epoch()).isEqualTo(1);
  }

  @Test
  void aPullStandsOutUntilThePartIsSeatedOrReplaced() {
    assertThat(tell("pull U13", "U8 hot").partsOut()).containsExactly("U13");
    assertThat(tell("pull U13", "seat U13").partsOut()).isEmpty();
    assertThat(tell("pull U13", "mended U13 replaced").partsOut()).isEmpty();
    assertThat(tell("pull U13", "U8 hot").findings().getFirst().moment().partsOut())
        .containsExactly("U13");
  }

  @Test
  void everyPullLeansOnTheReadingBeforeIt() {
    Telling telling = tell("5V gnd 58 ohm", "pull U13 92 ohm", "pull U8 110 ohm");
    assertThat(telling.findings().stream().map(f -> f.moment().ohmsBefore().orElse(0.0)))
        .containsExactly(0.0, 58.0, 92.0);
  }

  @Test
  void aStruckLineStaysToBeReadAndCountsForNothing() {
    List<Entry> entries = new ArrayList<>(Stories.of("U14.3 high", "U14.3 toggling"));
    entries.add(new Entry.Strike(3, Instant.EPOCH, 1, "wrong pin"));
    Telling telling = Telling.of(Boards.KITTIWAKE_B, entries);
    assertThat(telling.lines()).hasSize(2);
    assertThat(telling.lines().getFirst().meaning()).isEqualTo(new Told.Struck("wrong pin"));
    assertThat(telling.findings()).hasSize(1);
    assertThat(((Finding.Probe) telling.findings().getFirst().finding()).shown().name())
        .isEqualTo("TOGGLING");
  }

  /** By what was typed, and by the pin that a line by its name stands for. */
  @Test
  void aLineSpeaksOfThePartsItNames() {
    List<Entry> entries =
        new ArrayList<>(
            Stories.of(
                "u13.9 low",
                "BA14 at U13 high",
                "note U13, and U1 as well",
                "U1.3 high",
                "screen blank",
                "U14 U13 hot",
                "pull U130"));
    entries.add(new Entry.Strike(8, Instant.EPOCH, 1, "wrong pin"));
    List<Told> lines = Telling.of(Boards.KITTIWAKE_B, entries).lines();
    assertThat(lines.stream().filter(l -> l.speaksOf("U13")).map(l -> l.entry().number()))
        .containsExactly(1, 2, 3, 6);
    assertThat(lines.stream().filter(l -> l.speaksOf("U1")).map(l -> l.entry().number()))
        .containsExactly(3, 4);
    Told small =
        new Told(new Entry.Line(1, Instant.EPOCH, "r1a.2 high"), new Told.Unread("no such part"));
    assertThat(small.speaksOf("R1a")).isTrue();
    assertThat(small.speaksOf("R1")).isFalse();
    Told named = tell("A14 low").lines().getFirst();
    assertThat(named.speaksOf("U8")).as("the processor's pin is meant").isTrue();
  }

  @Test
  void aLineTheBoardNoLongerUnderstandsIsKeptAndMarked() {
    Telling telling = tell("U99.1 high", "U14.3 high");
    assertThat(telling.lines().getFirst().meaning()).isInstanceOf(Told.Unread.class);
    assertThat(telling.findings()).hasSize(1);
  }

  /** A rail is again what it was once the part is back, unless another one is out by then. */
  @Test
  void aPartThatIsSeatedAgainGivesTheRailBackItsOhms() {
    Telling back =
        Telling.of(Boards.KITTIWAKE_B, Stories.of("5V gnd 30 ohm", "pull U13 31 ohm", "seat U13"));
    assertThat(back.partsOut()).isEmpty();
    assertThat(back.momentOf(new Finding.PullStep("U8", "+5V", 0)).ohmsBefore()).contains(30.0);
    Telling other =
        Telling.of(
            Boards.KITTIWAKE_B,
            Stories.of("5V gnd 30 ohm", "pull U13 31 ohm", "pull U8 90 ohm", "seat U13"));
    assertThat(other.momentOf(new Finding.PullStep("U16", "+5V", 0)).ohmsBefore()).isEmpty();
  }

  @Test
  void aWrittenCaseReadsEqual() {
    List<Entry> entries =
        new ArrayList<>(Stories.of("5V gnd 58 ohm", "note “quoted”, \\ and Ω", "U26 hot"));
    entries.add(new Entry.Strike(4, Instant.parse("2026-11-03T20:00:00Z"), 3, "wrong chip"));
    Case told =
        new Case(
            new CaseHeader(
                7,
                "quillon-kittiwake-b",
                "Harbour Museum",
                "black \"screen\"",
                Instant.parse("2026-11-03T18:00:00Z"),
                CaseState.WAITING_FOR_PARTS),
            entries);
    assertThat(CaseFiles.read("case.json", CaseFiles.write(told))).isEqualTo(new Loaded.Ok<>(told));
  }

  @Test
  void aStrikeOfALineThatComesLaterIsRefused() {
    String text =
        """
        {"format": "raconteur-case/1", "number": 1, "board": "x", "opened": "2026-01-01T00:00:00Z",
         "entries": [{"at": "2026-01-01T00:00:00Z", "strike": 2, "why": "?"},
                     {"at": "2026-01-01T00:00:00Z", "line": "U1 hot"}]}
        """;
    assertThat(CaseFiles.read("case.json", text)).isInstanceOf(Loaded.Refused.class);
  }
}
