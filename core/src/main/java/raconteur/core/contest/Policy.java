package raconteur.core.contest;

import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.Supplier;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.Telling;

/** A way of deciding what to do next. One per case: it may remember. */
interface Policy {

  /**
   * What is known to a policy.
   *
   * @param advice worked out when it is first asked for
   * @param declined the names of tests the bench cannot make
   */
  record Situation(
      Advisor advisor,
      Telling telling,
      Supplier<Advisor.Advice> advice,
      Set<String> declined,
      SplittableRandom dice) {}

  /** The next thing to do; empty where it has nothing left to try. */
  Optional<Step.Action> next(Situation situation);
}
