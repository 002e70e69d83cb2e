package raconteur.core.board;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * How much is known about a board at each depth, and which fact would buy most if it were added
 * next. Cost: linear in the pins.
 */
public final class DepthMeter {
  private final Board board;
  private final ToDoubleFunction<Part> suspected;
  private final Set<PinRef> meant = new HashSet<>();
  private final List<Fact> facts = new ArrayList<>();

  /**
   * One fact worth adding.
   *
   * @param place the part, net or section it is about
   * @param what what to add, as an instruction
   * @param buys what will then be possible
   * @param worth expected faults it touches; larger comes first
   */
  public record Fact(String place, String what, String buys, double worth) {}

  /**
   * What is known.
   *
   * @param sheet share of parts whose device has a known class and of tables that are filled
   * @param netList share of signal pins that are in a net or known to be in none
   * @param behaviour share of driving parts whose function is written down
   * @param next the facts worth adding, the best first
   */
  public record Reading(double sheet, double netList, double behaviour, List<Fact> next) {
    public Reading {
      next = List.copyOf(next);
    }
  }

  private DepthMeter(Board board, ToDoubleFunction<Part> suspected) {
    this.board = board;
    this.suspected = suspected;
    board.noConnects().forEach(n -> meant.add(n.pin()));
  }

  /**
   * Reads the meter.
   *
   * @param suspected how many faults a part is expected to have before anything was read
   */
  public static Reading of(Board board, ToDoubleFunction<Part> suspected) {
    return new DepthMeter(board, suspected).reading();
  }

  private Reading reading() {
    double sheet = sheet();
    double netList = netList();
    double behaviour = behaviour();
    facts.sort(Comparator.comparingDouble(Fact::worth).reversed());
    return new Reading(sheet, netList, behaviour, facts);
  }

  private double sheet() {
    double all = board.parts().stream().mapToDouble(suspected).sum();
    int filled = 0;
    filled +=
        table(
            !board.rails().isEmpty(),
            all,
            "rails",
            "Add the supply rails with their volts and ohms",
            "volts, ohms and pulled-chip readings will count");
    filled +=
        table(
            !board.deadTest().flashes().isEmpty(),
            all / 2,
            "flash table",
            "Add the dead test's flash table",
            "a flash count will accuse a part");
    filled +=
        table(
            !board.contents().symptoms().isEmpty(),
            all / 2,
            "symptom cards of its own",
            "Say in symptom cards what this board shows when a block fails",
            "what the screen shows will move the odds by more than it does on any board");
    filled +=
        table(
            !board.usualSuspects().isEmpty(),
            all / 10,
            "usual suspects",
            "Name the parts this revision is known for",
            "they start with better odds");
    long unknown = 0;
    for (Part part : board.parts()) {
      if (part.device().pins().isEmpty() || part.device().isUnknown()) {
        unknown++;
        fact(
            part,
            "Say what device " + part.designator() + " is",
            "its class gives it a prior and its pins names");
      }
    }
    if (board.parts().stream().anyMatch(p -> !p.place().known())) {
      facts.add(
          new Fact(
              "positions",
              "Add positions, for example from a board file",
              "the map is true to the board and neighbours can be short",
              all / 5));
    }
    double known = board.parts().isEmpty() ? 0 : 1 - (double) unknown / board.parts().size();
    return (known * 4 + filled) / 8;
  }

  private int table(boolean there, double worth, String place, String what, String buys) {
    if (!there) {
      facts.add(new Fact(place, what, buys, worth));
    }
    return there ? 1 : 0;
  }

  private void fact(Part part, String what, String buys) {
    facts.add(new Fact(part.designator(), what, buys, suspected.applyAsDouble(part)));
  }

  private double netList() {
    int pins = 0;
    int known = 0;
    for (Part part : board.parts()) {
      int missing = 0;
      int own = 0;
      for (DevicePin pin : part.device().pins()) {
        if (pin.kind() == PinKind.NONE) {
          continue;
        }
        own++;
        PinRef ref = part.pin(pin.number());
        missing += board.writtenNetOf(ref).isEmpty() && !meant.contains(ref) ? 1 : 0;
      }
      pins += own;
      known += own - missing;
      if (missing > 0 && !board.nets().isEmpty()) {
        fact(
            part,
            "Add the "
                + (missing == own ? "" : "missing ")
                + missing
                + (missing == 1 ? " pin of " : " pins of ")
                + part.designator(),
            "probe and continuity readings there will count");
      }
    }
    if (board.nets().isEmpty() && !board.parts().isEmpty()) {
      double all = board.parts().stream().mapToDouble(suspected).sum();
      facts.add(
          new Fact(
              "nets",
              "Import or type the net list",
              "probe and continuity readings will reason from pin to pin",
              all * 2));
    } else if (!board.nets().isEmpty() && !board.identity().copperOrderKnown()) {
      facts.add(
          new Fact(
              "nets",
              "Put the nets' pins in copper order",
              "an open line can be walked to the broken stretch",
              0.2));
    }
    return pins == 0 ? 0 : (double) known / pins;
  }

  private double behaviour() {
    int driving = 0;
    int known = 0;
    for (Part part : board.parts()) {
      if (part.device().pins().stream().anyMatch(p -> p.kind().drives())) {
        driving++;
        if (part.device().gates().isEmpty()) {
          fact(
              part,
              "Write down the function of " + part.device().name(),
              "its inputs will clear or convict its outputs");
        } else {
          known++;
        }
      }
    }
    return driving == 0 || board.nets().isEmpty() ? 0 : (double) known / driving;
  }
}
