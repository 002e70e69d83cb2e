package raconteur.core.predict;

import java.util.List;
import java.util.TreeSet;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/** A chip tester's verdict on a part after it was replaced: the same as before, told later. */
record OldPartModel(TesterModel tester) implements TestModel<TesterModel.State> {

  private static Finding.TesterVerdict asTold(Finding found) {
    Finding.OldPartVerdict old = (Finding.OldPartVerdict) found;
    return new Finding.TesterVerdict(old.part(), old.passed(), new TreeSet<>());
  }

  @Override
  public TesterModel.State none() {
    return tester.none();
  }

  @Override
  public TesterModel.State effectOf(Fault fault) {
    return tester.effectOf(fault);
  }

  @Override
  public TesterModel.State combine(TesterModel.State one, TesterModel.State other) {
    return tester.combine(one, other);
  }

  @Override
  public double probability(Finding found, TesterModel.State state) {
    return tester.probability(asTold(found), state);
  }

  @Override
  public List<Finding> outcomes() {
    return tester.outcomes().stream()
        .map(Finding.TesterVerdict.class::cast)
        .filter(verdict -> verdict.failingGates().isEmpty())
        .<Finding>map(verdict -> new Finding.OldPartVerdict(verdict.part(), verdict.passed()))
        .toList();
  }
}
