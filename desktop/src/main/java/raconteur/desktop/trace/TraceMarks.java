package raconteur.desktop.trace;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.DamageArea;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.WalkedLine;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Mend;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.Telling;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.desk.DeskState;

/** Turns the state of a case into marks on its board. */
final class TraceMarks {
  private static final double TRACK_SHOWN = 0.05;
  private static final int MOST_CLEARED = 60;

  private TraceMarks() {}

  static MapMarks of(DeskState state, String chosen) {
    Map<String, Double> suspicion = new HashMap<>();
    List<MapMarks.Track> tracks = new ArrayList<>();
    Set<String> cleared = new HashSet<>();
    Set<String> mended = new HashSet<>();
    Set<String> out = Set.of();
    if (state.advice().isPresent()) {
      Advisor.Advice advice = state.advice().get();
      advice.diagnosis().suspects().forEach(s -> suspect(s, suspicion, tracks));
      advice.diagnosis().cleared().stream()
          .limit(MOST_CLEARED)
          .forEach(s -> cleared.add(((Place.OfPart) s.place()).part()));
      advice.telling().mends().forEach(m -> part(m).ifPresent(mended::add));
      out = advice.telling().partsOut();
    }
    Optional<Step> step = state.shownStep();
    List<PinRef> pins = step.map(Step::pins).orElse(List.of());
    Optional<WalkedLine> walked =
        state.advice().flatMap(a -> WalkedLine.latest(state.board(), a.telling(), a.good()::shows));
    return new MapMarks(
        suspicion,
        cleared,
        mended,
        out,
        tracks,
        step.map(Step::part).orElse(""),
        pins,
        chosen,
        damage(state),
        Set.of(),
        List.of(),
        walked);
  }

  private static void suspect(
      Suspect suspect, Map<String, Double> suspicion, List<MapMarks.Track> tracks) {
    switch (suspect.place()) {
      case Place.OfPart part -> suspicion.put(part.part(), suspect.probability());
      case Place.Segment s when suspect.probability() > TRACK_SHOWN ->
          tracks.add(new MapMarks.Track(s.net(), s.from(), s.to(), suspect.probability()));
      case Place.Contact(PinRef pin) ->
          suspicion.merge(pin.part(), suspect.probability(), Math::max);
      case Place.Joints(String part) -> suspicion.merge(part, suspect.probability(), Math::max);
      case Place.Segment _,
          Place.Bridge _,
          Place.Inside _,
          Place.FittedSet _,
          Place.Load _,
          Place.Output _,
          Place.Input _ -> {}
    }
  }

  private static Optional<String> part(Telling.DatedMend mend) {
    return mend.mend() instanceof Mend.OfPart(String part, _)
        ? Optional.of(part)
        : Optional.empty();
  }

  private static List<DamageArea> damage(DeskState state) {
    return state.advice().map(a -> a.telling().condition().damage()).orElse(List.of());
  }
}
