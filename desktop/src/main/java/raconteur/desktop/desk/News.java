package raconteur.desktop.desk;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import raconteur.core.diagnose.Suspect;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.PlaceWords;

/** What an entry changed, in one sentence. */
public final class News {
  private static final double WORTH_TELLING_DECIBANS = 3;

  private static final double WORTH_TELLING_SHARE = 0.02;
  private static final double MUCH_OF_THE_LEADER = 0.05;

  private static final int MOST_SHIFTS = 4;

  private News() {}

  /** How far an entry moved one suspect. */
  public record Shift(String place, double before, double now) {}

  /** The suspects an entry moved most, by how much their chance changed. */
  static List<Shift> shifts(Optional<Advisor.Advice> before, Advisor.Advice after) {
    return after.diagnosis().suspects().stream()
        .map(s -> new Shift(PlaceWords.shortly(s.place()), earlier(before, s), s.probability()))
        .filter(s -> Math.abs(s.now() - s.before()) >= LEAST_SHIFT)
        .sorted(Comparator.comparingDouble(s -> -Math.abs(s.now() - s.before())))
        .limit(MOST_SHIFTS)
        .toList();
  }

  private static final double LEAST_SHIFT = 0.002;

  private static double earlier(Optional<Advisor.Advice> before, Suspect suspect) {
    return before
        .flatMap(b -> b.diagnosis().at(suspect.place()))
        .map(Suspect::probability)
        .orElse(suspect.prior());
  }

  /** How the picture would look if one line were wrong. */
  static String whatIf(int line, Optional<Advisor.Advice> now, Advisor.Advice other) {
    List<Shift> shifts = shifts(now, other);
    if (shifts.isEmpty()) {
      return "If line " + line + " were wrong, nothing would change.";
    }
    Shift most = shifts.getFirst();
    Suspect leader = other.diagnosis().suspects().getFirst();
    return "If line "
        + line
        + " were wrong: "
        + most.place()
        + (most.now() > most.before() ? " up from " : " down from ")
        + Percent.of(most.before())
        + " to "
        + Percent.of(most.now())
        + "; in front "
        + PlaceWords.shortly(leader.place())
        + " with "
        + Percent.of(leader.probability())
        + ".";
  }

  public static String tell(Optional<Advisor.Advice> before, Advisor.Advice after) {
    List<Suspect> suspects = after.diagnosis().suspects();
    if (suspects.isEmpty()) {
      return "Nothing stands out as suspected any more.";
    }
    Suspect leader = suspects.getFirst();
    double sound = after.diagnosis().soundness();
    if (sound > leader.probability()) {
      return "That leaves "
          + Percent.of(sound)
          + " that nothing is wrong any more; the likeliest rest is "
          + PlaceWords.shortly(leader.place())
          + " with "
          + Percent.of(leader.probability())
          + ".";
    }
    List<String> parts = new ArrayList<>();
    List<String> cleared = newlyCleared(before, after);
    if (!cleared.isEmpty()) {
      parts.add("takes suspicion off " + String.join(", ", cleared));
    }
    parts.add(
        "puts " + Percent.of(leader.probability()) + " on " + PlaceWords.shortly(leader.place()));
    boolean moved =
        before.isEmpty()
            || Math.abs(shift(before.get(), leader)) > WORTH_TELLING_DECIBANS
            || Math.abs(leader.probability() - earlier(before, leader)) > MUCH_OF_THE_LEADER
            || !cleared.isEmpty();
    if (moved) {
      return "That " + String.join(" and ", parts) + ".";
    }
    String front =
        PlaceWords.shortly(leader.place())
            + " stays in front with "
            + Percent.of(leader.probability());
    Optional<Shift> other =
        shifts(before, after).stream()
            .filter(s -> !s.place().equals(PlaceWords.shortly(leader.place())))
            .filter(s -> Math.abs(s.now() - s.before()) >= WORTH_TELLING_SHARE)
            .findFirst();
    return other
        .map(
            s ->
                "That takes "
                    + s.place()
                    + (s.now() > s.before() ? " up from " : " down from ")
                    + Percent.of(s.before())
                    + " to "
                    + Percent.of(s.now())
                    + "; "
                    + front
                    + ".")
        .orElse("That changes little: " + front + ".");
  }

  private static double shift(Advisor.Advice before, Suspect leader) {
    double earlier = earlier(Optional.of(before), leader);
    return Suspect.decibans(leader.probability()) - Suspect.decibans(earlier);
  }

  private static List<String> newlyCleared(Optional<Advisor.Advice> before, Advisor.Advice after) {
    List<String> earlier = before.map(News::cleared).orElse(List.of());
    return cleared(after).stream().filter(c -> !earlier.contains(c)).limit(3).toList();
  }

  private static List<String> cleared(Advisor.Advice advice) {
    return advice.diagnosis().cleared().stream().map(s -> PlaceWords.shortly(s.place())).toList();
  }
}
