package raconteur.core.stock;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Behaviour;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFacts;
import raconteur.core.device.DevicePin;
import raconteur.core.device.LogicFamily;
import raconteur.core.device.PinKind;
import raconteur.core.finding.Quantities;
import raconteur.core.judge.Verdict;
import raconteur.core.judge.Verdict.Level;

/**
 * Whether a device serves in the place of a part: every reason for and against is given, and the
 * worst decides. Pins, rails, outline, function, organisation, speed, the kind of every output
 * against its net, and levels and currents against what shares the net.
 */
public record Substitution(Level worst, List<Line> lines) {
  /** Kinds of devices that are programmed to stand in for a custom. */
  public Substitution {
    lines = List.copyOf(lines);
  }

  /** One thing compared. */
  public record Line(Level level, String subject, String words) {}

  /**
   * Checks one part.
   *
   * @param grade how the offered device is marked for speed, empty where that is not known
   * @param neededNanos what the place needs, where that is known
   */
  public static Substitution check(
      Board board, Part part, Device offered, String grade, OptionalInt neededNanos) {
    var worker = new Worker(board, part, offered);
    worker.outline();
    worker.pins();
    worker.function();
    worker.speed(grade, neededNanos);
    worker.outputs();
    worker.drive();
    worker.remarks();
    return new Substitution(
        worker.lines.stream().map(Line::level).max(Verdict::bySeverity).orElse(Level.GOOD),
        worker.lines.stream().sorted((a, b) -> Verdict.bySeverity(b.level(), a.level())).toList());
  }

  /** The answer in a few words. */
  public String verdict() {
    return switch (worst) {
      case GOOD -> "serves";
      case DOUBTFUL, UNJUDGED -> "may serve";
      case BAD -> "does not serve";
    };
  }

  private static final class Worker {
    private final Board board;
    private final Part part;
    private final Device original;
    private final Device offered;
    private final List<Line> lines = new ArrayList<>();

    Worker(Board board, Part part, Device offered) {
      this.board = board;
      this.part = part;
      this.original = part.device();
      this.offered = offered;
    }

    private void say(Level level, String subject, String words) {
      lines.add(new Line(level, subject, words));
    }

    void outline() {
      Outline own = Outline.of(original.outline(), original.pins().size());
      Outline other = Outline.of(offered.outline(), offered.pins().size());
      if (original.pins().size() != offered.pins().size()) {
        say(
            Level.BAD,
            "package",
            offered.pins().size()
                + " pins for "
                + original.pins().size()
                + ": only through an adapter");
      } else if (!own.pins().equals(other.pins())) {
        say(
            Level.BAD,
            "package",
            offered.outline() + " does not fit the holes of " + original.outline());
      } else {
        say(Level.GOOD, "package", "same package, " + original.outline());
      }
    }

    /** Pin by pin where both have as many; transistors by the names of their three legs. */
    void pins() {
      if (original.pins().size() != offered.pins().size()) {
        return;
      }
      List<String> moved = new ArrayList<>();
      List<String> wrongRail = new ArrayList<>();
      for (DevicePin pin : original.pins()) {
        Optional<DevicePin> other = offered.pin(pin.number());
        PinRole here = PinRole.of(original, pin);
        PinRole there =
            other.map(p -> PinRole.of(offered, p)).orElse(new PinRole(PinRole.Kind.NONE, ""));
        boolean spare = there.kind() == PinRole.Kind.NONE;
        boolean rails = here.kind() == PinRole.Kind.RAIL && there.kind() == PinRole.Kind.RAIL;
        boolean signals = here.kind() != PinRole.Kind.RAIL && there.kind() != PinRole.Kind.RAIL;
        if (!here.equals(there) && !(signals && sameByPlace(pin, other))) {
          if (rails || (here.kind() == PinRole.Kind.RAIL && !spare)) {
            wrongRail.add("pin " + pin.number() + " carries " + here.name() + " here");
          } else if (!spare || drivesOrReads(pin)) {
            moved.add(pin.number());
          }
        }
      }
      if (legsTurned()) {
        say(
            Level.DOUBTFUL,
            "pin-out",
            "same legs in the other order: it goes in turned round, not as the print shows it");
        return;
      }
      if (!wrongRail.isEmpty()) {
        say(Level.BAD, "rails", String.join(", ", wrongRail) + ": it would be destroyed");
      }
      if (!moved.isEmpty()) {
        say(
            Level.BAD,
            "pin-out",
            "pins " + String.join(", ", moved) + " are others: only through an adapter");
      }
      if (wrongRail.isEmpty() && moved.isEmpty()) {
        say(Level.GOOD, "pin-out", "every pin is the same");
      }
    }

    /** Gates name their pins as each maker likes: the function says whether they are the same. */
    private boolean sameByPlace(DevicePin pin, Optional<DevicePin> other) {
      return sameFunction()
          && other.filter(o -> o.kind().drives() == pin.kind().drives()).isPresent();
    }

    private static boolean drivesOrReads(DevicePin pin) {
      return pin.kind().drives() || pin.kind().reads();
    }

    private boolean legsTurned() {
      List<String> own = names(original);
      List<String> other = names(offered);
      return own.size() == 3 && !own.equals(other) && own.equals(other.reversed());
    }

    private static List<String> names(Device device) {
      return device.pins().stream().map(p -> p.name().toUpperCase(Locale.ROOT)).toList();
    }

    private boolean sameFunction() {
      return !original.facts().function().isEmpty()
          && original.facts().function().equals(offered.facts().function());
    }

    void function() {
      Set<List<Integer>> own = organisations(original);
      Set<List<Integer>> other = organisations(offered);
      if (!own.isEmpty() && !own.equals(other)) {
        say(
            other.isEmpty() ? Level.BAD : smaller(own, other) ? Level.BAD : Level.DOUBTFUL,
            "organisation",
            other.isEmpty()
                ? "it is no memory"
                : "other organisation: "
                    + words(other)
                    + " for "
                    + words(own)
                    + (smaller(own, other) ? "" : "; more lies idle"));
        return;
      }
      if (sameFunction()) {
        say(Level.GOOD, "function", "the same function");
      } else if (offered.isProgrammable()) {
        say(
            Level.DOUBTFUL,
            "function",
            "programmed to stand in for a custom: right on one board and marginal on the next, so"
                + " soak it long");
      } else if (!original.behaviour().known() || !offered.behaviour().known()) {
        say(Level.DOUBTFUL, "function", "the functions cannot be compared: one is not described");
      } else if (own.isEmpty()) {
        say(Level.BAD, "function", "another function");
      }
    }

    private static Set<List<Integer>> organisations(Device device) {
      return device.behaviour().memories().stream()
          .map((Behaviour.Memory m) -> List.of(m.words(), m.width()))
          .collect(Collectors.toSet());
    }

    private static boolean smaller(Set<List<Integer>> own, Set<List<Integer>> other) {
      return bits(other) < bits(own)
          || other.iterator().next().get(1) < own.iterator().next().get(1);
    }

    private static long bits(Set<List<Integer>> organisations) {
      return organisations.stream().mapToLong(o -> (long) o.get(0) * o.get(1)).sum();
    }

    private static String words(Set<List<Integer>> organisations) {
      return organisations.stream()
          .map(o -> o.get(0) + " × " + o.get(1))
          .sorted()
          .collect(Collectors.joining(" and "));
    }

    void speed(String grade, OptionalInt neededNanos) {
      if (organisations(original).isEmpty()) {
        return;
      }
      OptionalInt nanos =
          offered.facts().grades().stream()
              .filter(g -> g.mark().equals(grade))
              .mapToInt(DeviceFacts.Grade::nanos)
              .findFirst();
      if (nanos.isEmpty()) {
        say(Level.DOUBTFUL, "speed", "its speed mark is not known: read it off the part");
      } else if (neededNanos.isEmpty()) {
        say(
            Level.DOUBTFUL,
            "speed",
            nanos.getAsInt() + " ns; what the board needs is not known, take the mark that was in");
      } else {
        boolean enough = nanos.getAsInt() <= neededNanos.getAsInt();
        say(
            enough ? Level.GOOD : Level.BAD,
            "speed",
            nanos.getAsInt()
                + " ns "
                + (enough ? "within " : "is slower than ")
                + neededNanos.getAsInt()
                + " ns");
      }
    }

    /** Outputs that pull both ways must not share a line with outputs that only pull down. */
    void outputs() {
      for (DevicePin pin : offered.pins()) {
        PinRef at = part.pin(pin.number());
        Optional<Net> net = board.netOf(at);
        boolean both = pin.kind() == PinKind.OUTPUT || pin.kind() == PinKind.THREE_STATE;
        if (net.isPresent() && both && original.pin(pin.number()).isPresent()) {
          List<PinRef> wired =
              net.get().path().stream()
                  .filter(p -> !p.part().equals(part.designator()))
                  .filter(p -> board.kind(p) == PinKind.OPEN_COLLECTOR)
                  .toList();
          boolean was = original.pin(pin.number()).get().kind() == PinKind.OPEN_COLLECTOR;
          if (was && !wired.isEmpty()) {
            say(
                Level.BAD,
                "output",
                "pin "
                    + pin.number()
                    + " pulls both ways on the wired-OR net "
                    + net.get().name()
                    + ", beside "
                    + wired.getFirst()
                    + ": they would fight; only an open-collector output serves");
          } else if (was) {
            say(
                Level.DOUBTFUL,
                "output",
                "pin "
                    + pin.number()
                    + " was open-collector: nothing else may pull "
                    + net.get().name());
          }
        }
        if (net.isPresent()
            && pin.kind() == PinKind.OPEN_COLLECTOR
            && original
                .pin(pin.number())
                .filter(p -> p.kind() != PinKind.OPEN_COLLECTOR)
                .isPresent()
            && !pulledUp(net.get())) {
          say(
              Level.BAD,
              "output",
              "pin "
                  + pin.number()
                  + " only pulls down and "
                  + net.get().name()
                  + " has no pull-up");
        }
      }
    }

    private boolean pulledUp(Net net) {
      return net.path().stream()
          .map(p -> board.part(p.part()).orElseThrow())
          .anyMatch(p -> p.device().isResistor());
    }

    /** Levels both ways and currents on every net of its signal pins, each kind of trouble once. */
    void drive() {
      if (organisations(offered).isEmpty() && !offered.isSmallLogic()) {
        return;
      }
      LogicFamily family = LogicFamily.of(offered);
      Optional<String> levels = Optional.empty();
      Optional<String> current = Optional.empty();
      double least = Double.MAX_VALUE;
      for (DevicePin pin : offered.pins()) {
        Optional<Net> net = board.netOf(part.pin(pin.number()));
        if (net.isPresent() && !board.isSupply(net.get().name())) {
          List<PinRef> others =
              net.get().path().stream().filter(p -> !p.part().equals(part.designator())).toList();
          if (pin.kind().reads()) {
            levels = levels.or(() -> tooWeakFor(family, pin.name(), others, net.get()));
          }
          if (pin.kind().drives()) {
            double share = loadShare(family, others);
            least = Math.min(least, 1 - share);
            if (share > 1) {
              current =
                  current.or(
                      () ->
                          Optional.of(
                              net.get().name()
                                  + " asks "
                                  + Math.round(share * 100)
                                  + " % of what its output can sink"));
            }
          }
        }
      }
      levels.ifPresent(words -> say(Level.BAD, "levels", words));
      current.ifPresent(words -> say(Level.BAD, "fan-out", words));
      if (levels.isEmpty() && current.isEmpty()) {
        say(
            Level.GOOD,
            "levels",
            "levels and currents of " + family.name() + " fit what is on its nets");
      }
    }

    private Optional<String> tooWeakFor(
        LogicFamily inputs, String pin, List<PinRef> others, Net net) {
      return others.stream()
          .filter(p -> board.kind(p).drives() && isLogic(p))
          .map(p -> LogicFamily.of(board.part(p.part()).orElseThrow().device()))
          .filter(driver -> !driver.reaches(inputs, pin))
          .findFirst()
          .map(
              driver ->
                  driver.name()
                      + " drives "
                      + net.name()
                      + " to "
                      + Quantities.volts(driver.outHighVolts())
                      + " and "
                      + inputs.name()
                      + " wants "
                      + Quantities.volts(inputs.inHighVolts(pin))
                      + ": a family with TTL input levels serves");
    }

    private boolean isLogic(PinRef pin) {
      return board
          .part(pin.part())
          .map(Part::device)
          .filter(d -> !d.isContact() && !d.isResistor() && !d.isAnalogue())
          .isPresent();
    }

    private double loadShare(LogicFamily family, List<PinRef> others) {
      double low = 0;
      double high = 0;
      for (PinRef pin : others) {
        if (board.kind(pin).reads() && isLogic(pin)) {
          LogicFamily load = LogicFamily.of(board.part(pin.part()).orElseThrow().device());
          low += load.inLowAmps();
          high += load.inHighAmps();
        }
      }
      return Math.max(low / family.sinkAmps(), high / family.sourceAmps());
    }

    /** What the library says of this very pair, and of the device itself. */
    void remarks() {
      original.facts().substitutes().stream()
          .filter(s -> s.device().equals(offered.name()))
          .min(Comparator.comparing(DeviceFacts.Substitute::device))
          .ifPresent(s -> say(Level.DOUBTFUL, "known", s.differs()));
      if (original.isCustom() && !offered.equals(original)) {
        say(
            Level.DOUBTFUL,
            "custom",
            "a later or another custom can be right on one revision and wrong on this one");
      }
    }
  }
}
