package raconteur.core.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.contest.Bench;
import raconteur.core.contest.Contest;
import raconteur.core.contest.Policies;
import raconteur.core.data.Loaded;

class LessonsTest {
  private static final String ONE =
      """
      {"format": "raconteur-lessons/1", "origin": "a test", "lessons": [
        {"id": "a", "title": "t", "board": "petrel-1", "level": "one dead part",
         "faults": ["U4 dead"], "opening": ["screen forgets"], "task": "t", "teaches": "t"}]}
      """;

  @Test
  void twelveLessonsShip() {
    assertThat(Dealt.lessons().ladder()).hasSize(12).extracting(Lesson::id).doesNotHaveDuplicates();
  }

  /** Without its board a lesson is not offered, and nothing else is lost. */
  @Test
  void aLessonWhoseBoardIsNotAtHandIsLeftOut() {
    Lessons some = Lessons.shipped(id -> Dealt.find(id).filter(b -> !b.equals(Boards.KITTIWAKE_B)));
    assertThat(some.ladder()).hasSize(3);
  }

  @Tag("long")
  @Test
  void lessonsOnBoardsThatDoNotRunAreBroughtHomeByThePlanner() {
    List<Lesson> modelled =
        Dealt.lessons().ladder().stream()
            .filter(l -> !l.board().equals(Boards.KITTIWAKE_B))
            .toList();
    assertThat(modelled).isNotEmpty();
    for (Lesson lesson : modelled) {
      Bench bench = new SameDice(Bench.ofModels(lesson.board()), Lesson.SEED);
      Contest contest =
          new Contest(lesson.board(), new Contest.Rules(2, Contest.From.MODELS, false, 0), bench);
      Contest.Score score = contest.play(Policies.RACONTEUR, lesson.faults(), Lesson.SEED).score();
      assertThat(score.solved()).as(lesson.id()).isTrue();
      assertThat(score.minutes()).as(lesson.id()).isLessThan(120);
    }
  }

  /** On the running board: what the lesson says at the door is what the board then shows. */
  @Test
  void theFirstLineOfALessonIsWhatItsBoardShows() {
    SimulatedBoard healthy = new SimulatedBoard(Boards.KITTIWAKE_B);
    Bench running = new SameDice(Bench.running(healthy, Lesson.SEED), Lesson.SEED);
    for (String id : List.of("decoder-or-memory", "leak-by-pulling", "masked")) {
      Lesson lesson = Dealt.lessons().find(id).orElseThrow();
      assertThat(running.symptom(lesson.faults(), 1).line())
          .as(id)
          .isEqualTo(lesson.opening().getLast());
    }
    List<PlantedFault> masked = Dealt.lessons().find("masked").orElseThrow().faults();
    assertThat(running.masks(masked.getFirst(), masked.getLast())).isTrue();
  }

  @Test
  void aFileThatIsWrongSaysWhere() {
    assertThat(Lessons.read("l.json", ONE, Dealt::find)).isInstanceOf(Loaded.Ok.class);
    assertThat(refusal(ONE.replace("U4 dead", "U44 dead"))).contains("faults[0]", "U44");
    assertThat(refusal(ONE.replace("screen forgets", "screen zebra"))).contains("opening[0]");
    assertThat(refusal(ONE.replace("one dead part", "hard"))).contains("level");
    assertThat(refusal(ONE.replace("\"teaches\"", "\"teach\""))).contains("teach");
    String twice = ONE.substring(ONE.indexOf("{\"id\""), ONE.lastIndexOf("}]}") + 1);
    assertThat(refusal(ONE.replace(twice, twice + "," + twice))).contains("twice");
  }

  private static String refusal(String text) {
    return Lessons.read("l.json", text, Dealt::find) instanceof Loaded.Refused<Lessons> refused
        ? refused.summary()
        : "";
  }
}
