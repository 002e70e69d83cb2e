package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.story.Entry;

class GlanceTest {
  private static final Board SKUA = ToldStories.board("skua-3");
  private static final Advisor ADVISOR = new Advisor(SKUA, History.NONE, 2);
  private static final int MOST = 3;

  private static Glance over(List<Entry> story) {
    Glance.Maker maker = new Glance.Maker(SKUA, ADVISOR);
    story.forEach(maker::take);
    return maker.made(MOST);
  }

  private static final List<Entry> STORY =
      Stories.of(
          "screen rubbish",
          "note found in a cellar",
          "U6 tester fail",
          "mended U6 replaced",
          "screen works");

  /** The bands are what the engine said at each line, and nothing of their own. */
  @Test
  void everyLineStandsAtWhatWasSuspectedAfterIt() {
    Glance glance = over(STORY);
    assertThat(glance.places()).hasSize(MOST);
    assertThat(glance.places().getFirst()).isEqualTo(new Place.OfPart("U6"));
    for (int m : List.of(0, 2, 3, 4)) {
      var diagnosis = ADVISOR.adviseUnexplained(STORY.subList(0, m + 1)).diagnosis();
      for (int p = 0; p < MOST; p++) {
        double share = diagnosis.at(glance.places().get(p)).map(Suspect::probability).orElse(0.0);
        assertThat(glance.moments().get(m).shares().get(p)).isCloseTo(share, within(1e-9));
      }
    }
  }

  @Test
  void readingsMendsAndTheRestAreToldApart() {
    assertThat(over(STORY).moments())
        .extracting(Glance.Moment::kind)
        .containsExactly(
            Glance.Kind.READING,
            Glance.Kind.OTHER,
            Glance.Kind.READING,
            Glance.Kind.MEND,
            Glance.Kind.READING);
    assertThat(over(STORY).moments().get(1).shares())
        .as("a note moves nothing")
        .isEqualTo(over(STORY).moments().getFirst().shares());
  }

  @Test
  void aStruckLineLosesItsWeightFromTheNextLineOn() {
    List<Entry> story = new ArrayList<>(STORY.subList(0, 3));
    story.add(new Entry.Strike(4, Instant.parse("2026-11-03T19:10:00Z"), 3, "wrong part"));
    story.add(new Entry.Line(5, Instant.parse("2026-11-03T19:11:00Z"), "5V 5.0"));
    Glance glance = over(story);
    int u6 = glance.places().indexOf(new Place.OfPart("U6"));
    assertThat(glance.moments()).hasSize(4);
    assertThat(glance.moments().get(2).shares().get(u6)).isGreaterThan(0.5);
    assertThat(glance.moments().getLast().shares().get(u6)).isLessThan(0.2);
  }

  @Test
  void noStoryIsAnEmptyPicture() {
    assertThat(over(List.of())).isEqualTo(new Glance(List.of(), List.of()));
  }
}
