package raconteur.core.predict;

import java.util.List;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/** A reading there is nothing to judge by yet: as likely whatever is wrong. */
record NoModel(Finding found) implements TestModel<Boolean> {
  @Override
  public Boolean none() {
    return false;
  }

  @Override
  public Boolean effectOf(Fault fault) {
    return false;
  }

  @Override
  public Boolean combine(Boolean one, Boolean other) {
    return false;
  }

  @Override
  public double probability(Finding reading, Boolean effect) {
    return 1;
  }

  @Override
  public List<Finding> outcomes() {
    return List.of(found);
  }
}
