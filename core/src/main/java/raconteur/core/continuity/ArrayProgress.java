package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.PinRef;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * How far an array plan has come by what the story says since the last mend.
 *
 * @param done touches of the plan that were made
 * @param next what to touch next; empty when all is proven
 * @param faults breaks and shorts found, each localised as far as the touches tell
 */
public record ArrayProgress(
    ArrayPlan plan, int done, Optional<ArrayPlan.Touch> next, List<String> faults) {
  public ArrayProgress {
    faults = List.copyOf(faults);
  }

  public boolean finished() {
    return next.isEmpty();
  }

  /** Follows the story. */
  public static ArrayProgress of(ArrayPlan plan, Telling telling) {
    Map<Set<PinRef>, Boolean> seen = new HashMap<>();
    for (DatedFinding told : telling.findings()) {
      if (told.moment().epoch() == telling.epoch()
          && told.finding() instanceof Finding.Continuity(PinRef a, PinRef b, boolean joined)) {
        seen.put(Set.of(a, b), joined);
      }
    }
    List<String> faults = new ArrayList<>();
    List<ArrayPlan.Touch> open = new ArrayList<>();
    int done = 0;
    for (int i = 0; i < plan.touches().size(); i++) {
      ArrayPlan.Touch touch = plan.touches().get(i);
      Boolean joined = seen.get(Set.of(touch.one(), touch.other()));
      if (joined == null) {
        open.add(touch);
        continue;
      }
      done++;
      if (joined != touch.joined()) {
        Optional<ArrayPlan.Touch> follow =
            touch.joined() ? around(plan, i) : Optional.<ArrayPlan.Touch>empty();
        Optional<Boolean> around =
            follow.flatMap(f -> Optional.ofNullable(seen.get(Set.of(f.one(), f.other()))));
        if (follow.isPresent() && around.isEmpty()) {
          open.addFirst(follow.get());
        }
        faults.add(touch.joined() ? broken(touch, follow, around) : shorted(touch));
      }
    }
    return new ArrayProgress(plan, done, open.stream().findFirst(), faults);
  }

  /** Past the far pin of a touch to the one behind it, which tells a joint from a track. */
  private static Optional<ArrayPlan.Touch> around(ArrayPlan plan, int touch) {
    ArrayPlan.Touch here = plan.touches().get(touch);
    return plan.touches().stream()
        .filter(t -> t.joined() && t.line().equals(here.line()) && t.one().equals(here.other()))
        .findFirst()
        .map(t -> new ArrayPlan.Touch(here.one(), t.other(), true, here.line(), t.afterSocket()));
  }

  private static String broken(
      ArrayPlan.Touch touch, Optional<ArrayPlan.Touch> follow, Optional<Boolean> around) {
    String line = touch.line() + " is broken between " + touch.one() + " and " + touch.other();
    return around
            .map(
                joined ->
                    joined
                        ? line
                            + ": the copper goes on behind, so it is the joint or contact at "
                            + touch.other()
                        : line + ": nothing behind it answers either, so it is the copper between")
            .orElseGet(
                () ->
                    follow
                        .map(
                            f ->
                                line
                                    + "; "
                                    + f.one()
                                    + " to "
                                    + f.other()
                                    + " tells whether it is the joint or the copper")
                        .orElse(line + ": the last joint, or the copper to it"))
        + ".";
  }

  private static String shorted(ArrayPlan.Touch touch) {
    return touch.line()
        + " are joined: look where they are neighbours, at "
        + touch.afterSocket()
        + " first (pins "
        + touch.one().number()
        + " and "
        + touch.other().number()
        + "); on the lowest ohms range the socket that reads lowest is nearest.";
  }
}
