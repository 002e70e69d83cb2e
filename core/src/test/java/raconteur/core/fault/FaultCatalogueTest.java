package raconteur.core.fault;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Part;
import raconteur.core.data.Loaded;

class FaultCatalogueTest {

  private static double expected(FaultCatalogue catalogue, String part) {
    double sum = 0;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      if (catalogue.faults().get(i).place().mendable().equals(new Place.OfPart(part))) {
        sum += catalogue.odds(i) / (1 + catalogue.odds(i));
      }
    }
    return sum;
  }

  private static FaultCatalogue with(History history) {
    return FaultCatalogue.of(Boards.KITTIWAKE_D, Priors.shipped(), history);
  }

  private static History counted(int boards, int faults) {
    return new History() {
      @Override
      public double boardsThatTell(String part) {
        return boards;
      }

      @Override
      public double boardsWithFaultAt(String part) {
        return part.equals("U43") ? faults : 0;
      }

      @Override
      public String words() {
        return boards + " boards";
      }
    };
  }

  /** Common practice, no source: 14 % of two expected faults are RAM, a 4116 weighs as a 2114. */
  @Test
  void aClasssShareIsDividedAmongItsParts() {
    FaultCatalogue catalogue = with(History.NONE);
    assertThat(expected(catalogue, "U22")).isCloseTo(2 * 0.14 / 17, within(1e-3));
    assertThat(expected(catalogue, "U22")).isCloseTo(expected(catalogue, "U37"), within(1e-12));
  }

  @Test
  void anEmptySocketHasNoFaultOfItsOwn() {
    assertThat(expected(with(History.NONE), "U17")).isZero();
  }

  /** The mean of a Beta posterior: (10 p + k) / (10 + n). */
  @Test
  void tenBoardsMoveThePriorAndOneHardlyDoes() {
    double before = expected(with(History.NONE), "U43");
    double afterOne = expected(with(counted(1, 1)), "U43");
    double afterTen = expected(with(counted(10, 6)), "U43");
    assertThat(afterOne).isCloseTo((10 * before + 1) / 11, within(2e-3));
    assertThat(afterTen).isCloseTo((10 * before + 6) / 20, within(2e-3));
    assertThat(afterTen).isGreaterThan(0.25);
  }

  @Test
  void sharesThatDoNotAddUpAreRefused() {
    String text =
        raconteur.core.data.DataFile.shippedText(Priors.class, "/raconteur/core/data/priors.json");
    assertThat(Priors.read("priors.json", text.replace("\"dead\": 0.42", "\"dead\": 0.52")))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("must add up to 1"));
  }

  @Test
  void aShareThatStandsInForOneThatIsNoneIsRefused() {
    String text =
        raconteur.core.data.DataFile.shippedText(Priors.class, "/raconteur/core/data/priors.json");
    assertThat(
            Priors.read(
                "priors.json", text.replace("\"of\": [\"customs\"", "\"of\": [\"gearboxes\"")))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused ->
                assertThat(refused.summary()).contains("\"gearboxes\" is not one of the shares"));
  }

  @Test
  void aClassThatListsMayCallIsOneOfTheTable() {
    String text =
        raconteur.core.data.DataFile.shippedText(Priors.class, "/raconteur/core/data/priors.json");
    assertThat(
            Priors.read(
                "priors.json",
                text.replace("\"class\": \"custom io\"}", "\"class\": \"gearbox\"}")))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused ->
                assertThat(refused.summary()).contains("\"gearbox\" is not one of the classes"));
  }

  /** Common practice, no source: opens and shorts ten times, parts three times in a damage area. */
  @Test
  void whatLiesInADamageAreaIsSuspectedMore() {
    Part part = Boards.KITTIWAKE_D.part("U43").orElseThrow();
    var area =
        new DamageArea(
            DamageArea.Kind.LIQUID,
            part.place().xMillimetres() - 20,
            part.place().yMillimetres() - 8,
            40,
            16);
    FaultCatalogue dry = with(History.NONE);
    FaultCatalogue wet =
        FaultCatalogue.of(Boards.KITTIWAKE_D, Priors.shipped(), History.NONE, List.of(area));
    assertThat(expected(wet, "U43") / expected(dry, "U43")).isCloseTo(3, within(0.05));
    assertThat(expected(wet, "U1")).isCloseTo(expected(dry, "U1"), within(1e-9));
    assertThat(opensAt(wet, "U43") / opensAt(dry, "U43")).isGreaterThan(5);
  }

  private static double opensAt(FaultCatalogue catalogue, String part) {
    double sum = 0;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      if (catalogue.faults().get(i).place() instanceof Place.Segment segment
          && (segment.from().part().equals(part) || segment.to().part().equals(part))) {
        sum += catalogue.odds(i) / (1 + catalogue.odds(i));
      }
    }
    return sum;
  }

  /** Where no net is known a part loads the rails its data book asks for: the 4116 has three. */
  @Test
  void onAListAPartLoadsTheRailsOfItsDataBook() {
    assertThat(loaded("ruff-1", "U10")).containsExactlyInAnyOrder("+5V", "+12V", "-5V");
    assertThat(loaded("ruff-1", "U52")).containsExactlyInAnyOrder("+12V", "-12V");
    assertThat(loaded("ruff-1", "U43")).containsExactly("+5V");
    assertThat(loaded("ruff-1", "C22")).containsExactly("+12V");
  }

  private static Set<String> loaded(String board, String part) {
    return FaultCatalogue.of(ToldStories.board(board), Priors.shipped(), History.NONE)
        .faults()
        .stream()
        .flatMap(
            fault ->
                fault.place() instanceof Place.Load load && load.part().equals(part)
                    ? Stream.of(load.rail())
                    : Stream.empty())
        .collect(Collectors.toSet());
  }
}
