package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import aima.core.probability.RandomVariable;
import aima.core.probability.bayes.Node;
import aima.core.probability.bayes.exact.EliminationAsk;
import aima.core.probability.bayes.impl.BayesNet;
import aima.core.probability.bayes.impl.FullCPTNode;
import aima.core.probability.domain.ArbitraryTokenDomain;
import aima.core.probability.proposition.AssignmentProposition;
import aima.core.probability.util.RandVar;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

/**
 * Posteriors of small boards from a general library for Bayesian networks (aima-core 3.0.0, the
 * code of Russell and Norvig, Artificial Intelligence: A Modern Approach, 3rd ed., by variable
 * elimination): one variable for the fault, one for the true state of each piece of each line, one
 * for what each gate input is taken for, one for each reading.
 */
class BayesianNetworkTest {

  /** So many faults in one network: its tables grow with them, and the library's are slow. */
  private static final int AT_ONCE = 2;

  /** The chance of each place after the readings, from networks that share their first fault. */
  private static Map<Place, Double> posterior(LinesByEnumerationTest.Told told) {
    FaultCatalogue catalogue =
        FaultCatalogue.of(told.made().board(), Priors.shipped(), History.NONE);
    double[] odds = new double[catalogue.faults().size()];
    odds[0] = 1;
    for (int from = 1; from < odds.length; from += AT_ONCE) {
      int to = Math.min(odds.length, from + AT_ONCE);
      int[] some = IntStream.concat(IntStream.of(0), IntStream.range(from, to)).toArray();
      double[] chances = new Network(told, catalogue, some).posterior();
      for (int i = 1; i < some.length; i++) {
        odds[some[i]] = chances[i] / chances[0];
      }
    }
    double all = Arrays.stream(odds).sum();
    Map<Place, Double> byPlace = new HashMap<>();
    for (int f = 0; f < odds.length; f++) {
      byPlace.merge(catalogue.faults().get(f).place().mendable(), odds[f] / all, Double::sum);
    }
    return byPlace;
  }

  /** A board as a network of some of its faults and all the readings. */
  private static final class Network {
    private final LinesByEnumerationTest.Told told;
    private final List<WrittenModel.Faulty> faulty = new ArrayList<>();
    private final Map<Integer, Node> pieces = new HashMap<>();
    private final Node fault;

    Network(LinesByEnumerationTest.Told told, FaultCatalogue catalogue, int[] faults) {
      this.told = told;
      double all = Arrays.stream(faults).mapToDouble(catalogue::odds).sum();
      double[] prior = Arrays.stream(faults).mapToDouble(f -> catalogue.odds(f) / all).toArray();
      for (int f : faults) {
        faulty.add(new WrittenModel.Faulty(told.made(), catalogue.faults().get(f)));
      }
      Object[] names = Arrays.stream(faults).boxed().toArray();
      this.fault = new FullCPTNode(new RandVar("Fault", new ArbitraryTokenDomain(names)), prior);
      for (int line = 0; line < told.made().healthy().size(); line++) {
        addPieces(line);
      }
    }

    private static RandVar ofStates(String name) {
      return new RandVar(name, new ArbitraryTokenDomain(WrittenModel.STATES.toArray()));
    }

    private void addPieces(int line) {
      RandVar near = ofStates("Near" + line);
      if (line < told.made().inputs()) {
        pieces.put(2 * line, node(near, (f, _) -> row(f, line, Map.of()), fault));
      } else {
        WrittenModel.Nand gate = told.made().gates().get(line - told.made().inputs());
        Node one = input(gate, 1, gate.one());
        Node other = input(gate, 2, gate.other());
        pieces.put(
            2 * line,
            node(near, (f, at) -> row(f, line, at(faulty.get(f), gate, at)), fault, one, other));
      }
      if (faulty.stream().anyMatch(f -> f.splits(line))) {
        pieces.put(
            2 * line + 1,
            node(ofStates("Far" + line), (_, _) -> chances("line", "floating"), fault));
      }
    }

    /** The fault, and the pieces of a line that any of the faults parts. */
    private Node[] withPieces(int line) {
      return Stream.of(fault, pieces.get(2 * line), pieces.get(2 * line + 1))
          .filter(Objects::nonNull)
          .toArray(Node[]::new);
    }

    private static Map<Integer, String> at(
        WrittenModel.Faulty faulty, WrittenModel.Nand gate, List<String> levels) {
      return Map.of(
          faulty.pieceOf("U" + gate.part() + ".1"), levels.get(0),
          faulty.pieceOf("U" + gate.part() + ".2"), levels.get(1));
    }

    /** What a gate's input is taken for: its piece's state, or what a fault of the input makes. */
    private Node input(WrittenModel.Nand gate, int pin, int line) {
      String name = "U" + gate.part() + "." + pin;
      return node(
          ofStates("At_" + name.replace(".", "_")),
          (f, at) -> {
            String level = at.get(faulty.get(f).pieceOf(name) % 2);
            String taken = faulty.get(f).takenFor(name, level);
            return WrittenModel.STATES.stream().mapToDouble(s -> s.equals(taken) ? 1 : 0).toArray();
          },
          withPieces(line));
    }

    private double[] row(int fault, int line, Map<Integer, String> states) {
      return WrittenModel.STATES.stream()
          .mapToDouble(s -> faulty.get(fault).before(line, s, states))
          .toArray();
    }

    private static double[] chances(String test, String row) {
      return WrittenModel.STATES.stream()
          .mapToDouble(s -> WrittenModel.chance(test, row, s))
          .toArray();
    }

    /** The rows of a node, by the number of the fault and the levels of its other parents. */
    private interface Rows {
      double[] of(int fault, List<String> levels);
    }

    private Node node(RandVar variable, Rows rows, Node... parents) {
      List<Double> table = new ArrayList<>();
      for (int f = 0; f < faulty.size(); f++) {
        fill(table, rows, f, new ArrayList<>(), parents.length - 1);
      }
      double[] values = table.stream().mapToDouble(Double::doubleValue).toArray();
      return new FullCPTNode(variable, values, parents);
    }

    private static void fill(
        List<Double> table, Rows rows, int fault, List<String> levels, int open) {
      if (open == 0) {
        double[] row = rows.of(fault, levels);
        double sum = IntStream.range(0, row.length).mapToDouble(i -> row[i]).sum();
        for (double chance : row) {
          // The data files are rounded; a table has to sum to one within the library's 1e-5.
          table.add(chance / sum);
        }
        return;
      }
      for (String level : WrittenModel.STATES) {
        levels.addLast(level);
        fill(table, rows, fault, levels, open - 1);
        levels.removeLast();
      }
    }

    /** The chances of the faults after the readings. */
    double[] posterior() {
      List<AssignmentProposition> seen = new ArrayList<>();
      for (int i = 0; i < told.readings().size(); i++) {
        String pin = told.readings().get(i)[0];
        int line = lineOf(pin);
        Node reading =
            node(
                ofStates("Reading" + i),
                (f, at) -> chances("probe", at.get(faulty.get(f).pieceOf(pin) % 2)),
                withPieces(line));
        seen.add(new AssignmentProposition(reading.getRandomVariable(), told.readings().get(i)[1]));
      }
      return new EliminationAsk()
          .ask(
              new RandomVariable[] {fault.getRandomVariable()},
              seen.toArray(AssignmentProposition[]::new),
              new BayesNet(fault))
          .getValues();
    }

    private int lineOf(String pin) {
      return IntStream.range(0, told.made().healthy().size())
          .filter(line -> told.made().pinsOf(line).contains(pin))
          .findFirst()
          .orElseThrow();
    }
  }

  private static IntStream seeds() {
    return IntStream.range(100, 105);
  }

  /** Lines that feed one gate only: the engine itself is held against the library. */
  @ParameterizedTest
  @MethodSource("seeds")
  void onATreeTheEngineSaysWhatTheLibrarySays(int seed) {
    LinesByEnumerationTest.Told told = LinesByEnumerationTest.told(seed, true);
    Map<Place, Double> library = posterior(told);
    int compared = 0;
    for (Suspect suspect : told.byTheEngine().suspects()) {
      if (library.containsKey(suspect.place())) {
        compared++;
        assertThat(suspect.probability())
            .as("%s after %s", suspect.place(), told.words())
            .isCloseTo(library.get(suspect.place()), within(0.01));
      }
    }
    assertThat(compared).isGreaterThan(2);
  }

  /** Lines that meet again: what the engine is held against elsewhere is right itself. */
  @ParameterizedTest
  @MethodSource("seeds")
  void whereLinesMeetAgainTheEnumerationIsWhatTheLibrarySays(int seed) {
    LinesByEnumerationTest.Told told = LinesByEnumerationTest.told(seed, false);
    Map<Place, Double> library = posterior(told);
    told.exact()
        .forEach(
            (place, chance) ->
                assertThat(library.get(place))
                    .as("%s after %s", place, told.words())
                    .isCloseTo(chance, within(0.002)));
  }
}
