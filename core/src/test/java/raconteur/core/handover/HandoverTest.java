package raconteur.core.handover;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;

class HandoverTest {

  private static Handover of(String... lines) {
    CaseHeader header =
        new CaseHeader(
            41,
            "quillon-kittiwake-b",
            "Harbour Museum",
            "Black screen, smells warm",
            Instant.parse("2026-11-03T18:58:00Z"),
            CaseState.GONE_HOME);
    var advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, 1);
    return Handover.of(
        new Case(header, Stories.of(lines)),
        Boards.KITTIWAKE_B,
        before -> advisor.advise(before).diagnosis());
  }

  private static final String[] STORY = {
    "serial 004217",
    "screen blank",
    "5V gnd 58 ohm",
    "pull U13 92 ohm",
    "seat U13",
    "found U13 leaky",
    "mended U13 replaced",
    "fitted U13 QM-11 from case 7",
    "fate U13 dead",
    "5V gnd 340 ohm",
    "5V 4.99",
    "screen works",
    "proof soak 1 hour clean",
    "check sound skipped no speaker",
    "cost 12 QM-11"
  };

  private static String text(Sheet sheet) {
    return sheet.sections().stream()
        .flatMap(s -> s.blocks().stream())
        .map(Object::toString)
        .collect(Collectors.joining("\n"));
  }

  @Test
  void theFactsAreThoseOfTheStory() {
    Handover facts = of(STORY);
    Handover.Work work = facts.works().getFirst();
    assertThat(work.part()).isEqualTo("U13");
    assertThat(work.fault()).isEqualTo("leaky");
    assertThat(work.fitted()).isEqualTo("QM-11 from case 7");
    assertThat(work.fate()).isEqualTo("dead box");
    assertThat(work.reasons().getFirst()).startsWith("pull U13 92 ohm");
    assertThat(facts.readings())
        .contains(new Handover.Measured("+5V to ground", "58 Ω", "340 Ω", "good"));
    assertThat(facts.limits()).containsExactly("Sound, channel by channel: not shown, no speaker");
    assertThat(facts.seenHours()).isBetween(0.2, 0.3);
    assertThat(facts.cost()).isEqualTo(12);
  }

  @Test
  void theOwnerIsToldInPlainWordsAndTheNextBenchWithReasons() {
    Handover facts = of(STORY);
    String owner = text(OwnerSheet.of(facts));
    assertThat(owner)
        .contains(
            "(QM-11) at position U13 was drawing too much current and was replaced by QM-11"
                + " from case 7.",
            "On the bench: blank screen",
            "parts 12.00");
    String technical = text(TechnicalSheet.of(facts));
    assertThat(technical).contains("serial number 004217", "pull U13 92 ohm", "dead box", "58 Ω");
  }

  @Test
  void aStoryWithoutFindingsStillMakesAReport() {
    Handover facts = of();
    assertThat(text(OwnerSheet.of(facts))).contains("Nothing was mended.", "not been proven yet");
    assertThat(TechnicalSheet.of(facts).sections()).isNotEmpty();
    assertThat(facts.closed()).isEqualTo(facts.header().opened());
  }

  @Test
  void theFaultOfAMendThatNobodyExplainedIsWhatWasSuspected() {
    Handover facts = of("flash 5 5 5", "U26 tester fail", "mended U26 replaced", "flash pass");
    assertThat(facts.works().getFirst().fault()).isNotEmpty();
    assertThat(facts.works().getFirst().reasons()).contains("U26 tester fail (very strongly for)");
    assertThat(List.of(facts.readings().getFirst().before(), facts.readings().getFirst().after()))
        .containsExactly("flash 5 5 5", "flash pass");
  }
}
