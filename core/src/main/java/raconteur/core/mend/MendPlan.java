package raconteur.core.mend;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.Figures;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Statement;
import raconteur.core.plan.Costs;
import raconteur.core.plan.PlaceWords;
import raconteur.core.plan.Step;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

/**
 * What to mend and how, in the order to do it: first what needs no heat, then what does, each next
 * one as far from those just heated as can be.
 *
 * @param jobs in that order
 * @param origin where minutes and risks come from
 */
public record MendPlan(List<Job> jobs, String origin) {
  private static final Figures FIGURES = Figures.shipped("mending");

  public MendPlan {
    jobs = List.copyOf(jobs);
  }

  /**
   * One job.
   *
   * @param part where on the board it is
   * @param why what speaks for it
   * @param mark how to find the place and no other
   * @param damage the chance that a pad or a track goes with it
   * @param minutes of work, without what damage would cost
   * @param socket what goes in with it, empty for nothing
   * @param line the line that says it is done
   * @param checks what to measure afterwards
   */
  public record Job(
      Place place,
      String part,
      String title,
      Method method,
      String why,
      String mark,
      double damage,
      double minutes,
      Optional<SocketChoice> socket,
      String caution,
      String line,
      List<AfterChecks.Check> checks) {
    public Job {
      checks = List.copyOf(checks);
    }
  }

  /** What a plan is made with. */
  public record Request(
      Board board, Telling telling, List<Suspect> suspects, Map<Integer, Integer> sockets) {
    public Request {
      suspects = List.copyOf(suspects);
      sockets = Map.copyOf(sockets);
    }
  }

  /**
   * Plans what was found and not yet mended, and what is suspected from {@code from} on.
   *
   * @param request the board, its story, its suspects, and sockets in stock by pins
   * @param from the least suspicion, for example 0.5
   */
  public static MendPlan of(Request request, double from) {
    return new Worker(request).plan(from);
  }

  public double minutes() {
    return jobs.stream().mapToDouble(Job::minutes).sum();
  }

  /** The chance that some pad or track is damaged on the way. */
  public double damage() {
    return 1 - jobs.stream().mapToDouble(j -> 1 - j.damage()).reduce(1, (a, b) -> a * b);
  }

  /** The cuts among the jobs, for the wires. */
  public List<Place.Segment> cuts() {
    return jobs.stream()
        .map(Job::place)
        .filter(Place.Segment.class::isInstance)
        .map(Place.Segment.class::cast)
        .toList();
  }

  private static final class Worker {
    private static final String IRON =
        "Hot iron and fumes: ventilate, wear glasses; power off and capacitors discharged first.";
    private static final String LEGS =
        "Cut legs fly and are sharp: glasses, and the pieces into a tin; hot iron and fumes:"
            + " ventilate.";
    private static final String AIR =
        "Hot air burns and blows small parts away: shield what is near, ventilate; power off.";
    private static final String SHARP =
        "Power off before the part moves; straight up with a puller, mind pin 1 when it goes back.";

    private final Board board;
    private final Telling telling;
    private final Request request;
    private final Costs costs = Costs.shipped();

    Worker(Request request) {
      this.board = request.board();
      this.telling = request.telling();
      this.request = request;
    }

    /** Why a place is in the plan, and whether it is known dead. */
    private record Reason(String words, boolean knownDead) {}

    MendPlan plan(double from) {
      Map<Place, Reason> places = new LinkedHashMap<>();
      found(places);
      for (Suspect suspect : request.suspects()) {
        if (suspect.probability() >= from && !isEndOfFound(suspect.place(), places.keySet())) {
          places.putIfAbsent(
              suspect.place().mendable(),
              new Reason(
                  String.format(
                      java.util.Locale.ROOT, "%.0f %% suspected", suspect.probability() * 100),
                  suspect.probability() >= FIGURES.of("known dead from") && dead(suspect)));
        }
      }
      Map<Integer, Integer> sockets = new java.util.HashMap<>(request.sockets());
      List<Job> jobs = new ArrayList<>();
      places.forEach((place, reason) -> jobs.add(job(place, reason, sockets)));
      return new MendPlan(HeatOrder.of(board, jobs), costs.origin());
    }

    /** Where the track was found open the joints at its ends are not mended as well. */
    private static boolean isEndOfFound(Place place, Set<Place> found) {
      return place instanceof Place.Contact(PinRef pin)
          && found.stream()
              .anyMatch(
                  f ->
                      f instanceof Place.Segment(_, PinRef from, PinRef to)
                          && (pin.equals(from) || pin.equals(to)));
    }

    private static boolean dead(Suspect suspect) {
      Fault likeliest = suspect.faults().getFirst().fault();
      return likeliest.mode() == FaultMode.DEAD || likeliest.place() instanceof Place.Output;
    }

    /** What was found since the last mend of its place. */
    private void found(Map<Place, Reason> places) {
      for (Told told : telling.lines()) {
        for (Told.Counts counts : told.counted()) {
          switch (counts.statement()) {
            case Statement.Found(Conclusion conclusion) ->
                place(conclusion)
                    .ifPresent(
                        p ->
                            places.put(
                                p,
                                new Reason(
                                    "found in line " + told.entry().number(),
                                    conclusion instanceof Conclusion.BadPart bad
                                        && bad.fault() == Conclusion.PartFault.DEAD)));
            case Statement.Mended(Mend mend) -> places.keySet().removeIf(p -> mends(mend, p));
            case Statement _ -> {}
          }
        }
      }
    }

    private boolean mends(Mend mend, Place place) {
      return Step.Repair.of(board, place).mend().equals(mend)
          || (mend instanceof Mend.OfPart(String part, _)
              && place instanceof Place.OfPart(String other)
              && part.equals(other));
    }

    private Optional<Place> place(Conclusion conclusion) {
      return switch (conclusion) {
        case Conclusion.BadPart bad -> Optional.of(new Place.OfPart(bad.part()));
        case Conclusion.BadCopper bad -> copper(bad);
        case Conclusion.BadLeg bad -> Optional.of(new Place.OfPart(bad.pin().part()));
      };
    }

    private Optional<Place> copper(Conclusion.BadCopper bad) {
      var netOne = board.netOf(bad.one());
      var netOther = board.netOf(bad.other());
      if (netOne.isEmpty() || netOther.isEmpty()) {
        return Optional.empty();
      }
      if (bad.fault() == Conclusion.CopperFault.SHORT) {
        return Optional.of(
            new Place.Bridge(bad.one(), bad.other(), netOne.get().name(), netOther.get().name()));
      }
      return netOne.get().name().equals(netOther.get().name())
          ? Optional.of(new Place.Segment(netOne.get().name(), bad.one(), bad.other()))
          : Optional.empty();
    }

    private Job job(Place place, Reason reason, Map<Integer, Integer> sockets) {
      return switch (place) {
        case Place.Segment s ->
            copperJob(
                place,
                s.from(),
                "Track " + s.net() + ", " + s.from() + " – " + s.to(),
                Method.WIRE,
                reason,
                costs.single("wire"));
        case Place.Bridge b ->
            copperJob(
                place,
                b.one(),
                "Bridge " + b.one() + " – " + b.other(),
                Method.PART,
                reason,
                costs.single("part bridge"));
        case Place.Contact(PinRef pin) -> contactJob(pin, reason);
        case Place.Joints(String part) -> jointsJob(part, reason);
        case Place.FittedSet set ->
            partJob(new Place.OfPart(set.parts().getFirst()), reason, sockets);
        case Place.OfPart _, Place.Load _, Place.Output _, Place.Input _, Place.Inside _ ->
            partJob((Place.OfPart) place.mendable(), reason, sockets);
      };
    }

    private Job contactJob(PinRef pin, Reason reason) {
      Place place = new Place.Contact(pin);
      boolean socketed = board.part(pin.part()).filter(Part::socketed).isPresent();
      Mend mend = Step.Repair.of(board, place).mend();
      return new Job(
          place,
          pin.part(),
          "Contact of " + pin,
          socketed ? Method.RESEAT : Method.REFLOW,
          reason.words(),
          PlaceMark.of(board, pin.part()),
          socketed ? 0 : perPin(),
          costs.single(socketed ? "seat" : "part bridge"),
          Optional.empty(),
          socketed ? SHARP : IRON,
          "mended " + mend.line(),
          AfterChecks.after(board, mend));
    }

    private Job jointsJob(String part, Reason reason) {
      Place place = new Place.Joints(part);
      boolean socketed = board.part(part).filter(Part::socketed).isPresent();
      Mend mend = Step.Repair.of(board, place).mend();
      return new Job(
          place,
          part,
          "Joints of " + part,
          socketed ? Method.RESEAT : Method.REFLOW,
          reason.words(),
          PlaceMark.of(board, part),
          socketed ? 0 : perPin(),
          costs.single(socketed ? "seat" : "reflow row"),
          Optional.empty(),
          socketed ? SHARP : IRON,
          "mended " + mend.line(),
          AfterChecks.after(board, mend));
    }

    private Job copperJob(
        Place place, PinRef at, String title, Method method, Reason reason, double minutes) {
      Mend mend = Step.Repair.of(board, place).mend();
      return new Job(
          place,
          at.part(),
          title,
          method,
          reason.words(),
          PlaceMark.of(board, at.part()) + "; on the underside left and right change places.",
          2 * perPin(),
          minutes,
          Optional.empty(),
          IRON,
          "mended " + mend.line(),
          AfterChecks.after(board, mend));
    }

    private Job partJob(Place.OfPart place, Reason reason, Map<Integer, Integer> sockets) {
      Part part = board.part(place.part()).orElseThrow();
      Method method = method(part, reason.knownDead());
      Mend mend = Step.Repair.of(board, place).mend();
      double out =
          costs.takeOut(part)
              * (method == Method.CUT_LEGS ? FIGURES.of("cut legs minutes factor") : 1);
      double minutes =
          switch (method) {
            case CLEAN, RESEAT -> costs.single("seat");
            case SWAP -> 2 * costs.single("seat");
            case REFLOW, WIRE, PART -> costs.single("wire");
            case DESOLDER, CUT_LEGS, HOT_AIR -> out + costs.putIn(part);
          };
      boolean socket = method == Method.DESOLDER || method == Method.CUT_LEGS;
      return new Job(
          place,
          part.designator(),
          part.designator() + ", " + part.device().name(),
          method,
          reason.words(),
          PlaceMark.of(board, part.designator()),
          damage(part, method),
          minutes,
          socket ? Optional.of(SocketChoice.take(part, sockets)) : Optional.empty(),
          switch (method) {
            case CLEAN, RESEAT, SWAP -> SHARP;
            case CUT_LEGS -> LEGS;
            case HOT_AIR -> AIR;
            case REFLOW, WIRE, PART, DESOLDER -> IRON;
          },
          "mended " + mend.line(),
          method == Method.SWAP || method == Method.CLEAN
              ? List.of()
              : AfterChecks.after(board, mend));
    }

    private static Method method(Part part, boolean knownDead) {
      String outline = part.device().outline();
      if (part.device().isContact()) {
        return Method.CLEAN;
      }
      if (part.socketed()) {
        return Method.SWAP;
      }
      if (outline.startsWith("SO") || outline.startsWith("PLCC") || outline.startsWith("QFP")) {
        return Method.HOT_AIR;
      }
      // What nobody makes any more comes off whole, so that it can be tried elsewhere.
      boolean keep = part.device().isCustom() || part.device().isRom();
      return knownDead && !keep && outline.startsWith("DIP") ? Method.CUT_LEGS : Method.DESOLDER;
    }

    private double perPin() {
      return costs.single(board.identity().copperCoated() ? "coated" : "uncoated");
    }

    private double damage(Part part, Method method) {
      if (!method.solders()) {
        return 0;
      }
      double perPin =
          perPin() * (method == Method.CUT_LEGS ? FIGURES.of("cut legs damage factor") : 1);
      return 1 - Math.pow(1 - perPin, part.device().pins().size());
    }
  }

  /** The places of the jobs, shortly, for a sentence. */
  public String words() {
    Set<String> words = new HashSet<>();
    return String.join(
        ", ", jobs.stream().map(j -> PlaceWords.shortly(j.place())).filter(words::add).toList());
  }

  /** The jobs by what they wait for: those whose socket is not in stock come last in the list. */
  public List<Job> waiting() {
    return jobs.stream()
        .filter(j -> j.socket().filter(s -> !s.inStock()).isPresent())
        .sorted(Comparator.comparing(Job::part))
        .toList();
  }
}
