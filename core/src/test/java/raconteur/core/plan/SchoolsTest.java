package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;
import raconteur.core.fault.History;

class SchoolsTest {
  private static final Schools SCHOOLS = Schools.shipped();
  private static final String[] STORY = {"screen blank", "flash none"};

  private static List<Step> steps(Shop shop, Set<String> declined) {
    Advisor advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, 2, shop);
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
                    || SCHOOLS.possible(
                        new TestFacts(Boards.KITTIWAKE_B, Costs.shipped()).kind(sample), Set.of()));
  }

  @Test
  void aSchoolChangesWhatIsProposedAndNotWhatIsBelieved() {
    Shop swap = new Shop(SCHOOLS.named("Swap first").orElseThrow(), SCHOOLS.usuallyOwned());
    Shop probe = new Shop(SCHOOLS.named("probe first").orElseThrow(), SCHOOLS.usuallyOwned());
    Advisor one = new Advisor(Boards.KITTIWAKE_B, History.NONE, 2, swap);
    Advisor other = new Advisor(Boards.KITTIWAKE_B, History.NONE, 2, probe);
    assertThat(one.advise(Stories.of(STORY)).diagnosis().suspects())
        .isEqualTo(other.advise(Stories.of(STORY)).diagnosis().suspects());
    String[] railsGood = {"screen blank", "flash none", "5V 5", "12V 12", "-5V -5"};
    assertThat(one.nextSteps(one.advise(Stories.of(railsGood))))
        .isNotEqualTo(other.nextSteps(other.advise(Stories.of(railsGood))));
  }

  @Test
  void aStepThatWasDeclinedDoesNotComeBack() {
    Step first = steps(Shop.usual(), Set.of()).getFirst();
    assertThat(steps(Shop.usual(), Set.of(first.action().name())))
        .isNotEmpty()
        .noneMatch(s -> s.action().name().equals(first.action().name()));
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
