package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;
import raconteur.core.fault.History;
import raconteur.core.finding.TestKind;

class SchoolsTest {
  private static final Schools SCHOOLS = Schools.shipped();
  private static final String[] STORY = {"screen blank", "flash none"};

  private static List<Step> steps(Shop shop, Set<String> declined) {
    Advisor advisor =
        new Advisor(Boards.KITTIWAKE_B, History.NONE, Advisor.MOST_IN_A_HYPOTHESIS, shop);
    return advisor.nextSteps(advisor.advise(Stories.of(STORY)), declined);
  }

  @Test
  void whatAShopDoesNotOwnIsNotProposed() {
    Shop bare = new Shop(SCHOOLS.usual(), Set.of());
    assertThat(steps(bare, Set.of()))
        .isNotEmpty()
        .allMatch(
            s ->
                !(s.action() instanceof Step.Test(var sample))
                    || new TestFacts(Boards.KITTIWAKE_B, Costs.shipped())
                        .kind(sample)
                        .possible(Set.of()));
  }

  @Test
  void aSchoolChangesWhatIsProposedAndNotWhatIsBelieved() {
    TestFacts facts = new TestFacts(Boards.KITTIWAKE_B, Costs.shipped());
    Step first = steps(Shop.usual(), Set.of()).getFirst();
    TestKind kind = facts.kind(((Step.Test) first.action()).sample());
    School without =
        new School(
            "without it", "", Map.of(), Set.of(kind.name()), 0.6, 1, "One socket at a time.");
    Shop other = new Shop(without, SCHOOLS.usuallyOwned());
    assertThat(steps(other, Set.of()))
        .isNotEmpty()
        .noneMatch(
            s -> s.action() instanceof Step.Test(var sample) && facts.kind(sample).equals(kind));
    assertThat(
            new Advisor(Boards.KITTIWAKE_B, History.NONE, Advisor.MOST_IN_A_HYPOTHESIS, other)
                .advise(Stories.of(STORY))
                .diagnosis()
                .suspects())
        .isEqualTo(Stories.advise(Boards.KITTIWAKE_B, STORY).diagnosis().suspects());
  }

  @Test
  void aStepThatWasDeclinedDoesNotComeBack() {
    Step first = steps(Shop.usual(), Set.of()).getFirst();
    assertThat(steps(Shop.usual(), Set.of(first.action().name())))
        .isNotEmpty()
        .noneMatch(s -> s.action().name().equals(first.action().name()));
  }

  @Test
  void aSchoolThatWeighsATestNobodyKnowsIsRefused() {
    String text = DataFile.shippedText(Schools.class, "/raconteur/core/data/schools.json");
    Loaded<Schools> read =
        Schools.read("schools.json", text.replace("\"scope\": 5", "\"scoop\": 5"));
    assertThat(read)
        .isInstanceOfSatisfying(
            Loaded.Refused.class, r -> assertThat(r.summary()).contains("scoop"));
  }

  @Test
  void aSchoolWithAnUnknownWordIsRefusedByItsPlace() {
    String text = DataFile.shippedText(Schools.class, "/raconteur/core/data/schools.json");
    Loaded<Schools> read =
        Schools.read("schools.json", text.replace("\"mend weight\"", "\"mend wait\""));
    assertThat(read)
        .isInstanceOfSatisfying(
            Loaded.Refused.class, r -> assertThat(r.summary()).contains("mend wait"));
  }
}
