package raconteur.core.buzz;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;

/**
 * A board being buzzed out: proposes what to touch next, is told what the meter said, and knows how
 * far it is. Each act is chosen for the most pins settled an act, a sweep counted as {@link
 * #TOUCHES_A_SWEEP} touches. Not safe for several threads.
 *
 * <p>Cost: a proposal looks at every likely pair and, for each pin without a driver, at every
 * output; a few milliseconds on a board of 120 parts.
 */
public final class Buzzing {
  /**
   * A sweep along a part takes as long as finding two pins: one probe stays where it is (judgement,
   * no source).
   */
  public static final double TOUCHES_A_SWEEP = 1;

  /** What promises less is left to reading the copper with the eye. */
  private static final double NOT_WORTH_IT = 0.04;

  private final Pins pins;
  private final Groups groups;
  private final Likeness likeness;
  private final Drivers drivers;
  private double touches;
  private int settled;

  /** Begins with what is known of a board's nets. */
  public Buzzing(Board board) {
    pins = new Pins(board);
    groups = new Groups(pins.count());
    Learnt learnt = new Learnt();
    likeness = new Likeness(pins, groups, learnt);
    drivers = new Drivers(pins, groups);
    for (Net net : board.contents().nets()) {
      List<Integer> known = net.path().stream().flatMap(p -> pins.number(p).stream()).toList();
      for (int i = 1; i < known.size(); i++) {
        join(known.getFirst(), known.get(i));
      }
    }
    settled = 0;
  }

  /** What to do next; empty where nothing promises enough. */
  public Optional<Act> next() {
    Likeness.Candidate touch = likeness.best();
    Drivers.Found sweep = drivers.best();
    double bySweep = sweep.worth() / TOUCHES_A_SWEEP;
    if (Math.max(touch.chance(), bySweep) < NOT_WORTH_IT) {
      return Optional.empty();
    }
    if (touch.chance() >= bySweep) {
      return Optional.of(
          new Act.Touch(
              pins.get(touch.one()).ref(),
              pins.get(touch.other()).ref(),
              touch.chance(),
              touch.why()));
    }
    return Optional.of(
        new Act.Sweep(
            pins.get(sweep.held()).ref(),
            pins.parts().get(sweep.part()).designator(),
            sweep.chance(),
            pins.get(sweep.held()).kind().drives()
                ? "it drives something; this part is the likeliest to read it"
                : "nothing that drives it is known; this part is the likeliest to"));
  }

  /** The meter's answer to a touch. */
  public void told(Act.Touch touch, boolean joined) {
    touches++;
    told(number(touch.held()), number(touch.other()), joined);
  }

  /**
   * What beeped along a part.
   *
   * @param beeped pins of that part; none where nothing did
   */
  public void told(Act.Sweep sweep, Collection<PinRef> beeped) {
    touches += TOUCHES_A_SWEEP;
    int held = number(sweep.held());
    drivers.swept(sweep.expected(), beeped.size());
    for (int pin = 0; pin < pins.count(); pin++) {
      Pins.Pin at = pins.get(pin);
      if (at.ref().part().equals(sweep.part()) && pin != held) {
        boolean joined = beeped.contains(at.ref());
        if (joined || groups.open(held, pin)) {
          told(held, pin, joined);
        }
      }
    }
  }

  /** Nobody can reach it, or could tell: it is not asked again, and nothing is learnt from it. */
  public void leave(Act act) {
    int held = number(act.held());
    switch (act) {
      case Act.Touch touch -> groups.part(held, number(touch.other()));
      case Act.Sweep sweep -> {
        for (int pin = 0; pin < pins.count(); pin++) {
          if (pins.get(pin).ref().part().equals(sweep.part())) {
            groups.part(held, pin);
          }
        }
      }
    }
  }

  /**
   * A line of typed nets that says that pins are joined ({@code docs/formats/nets.md}): under the
   * name of the supply where one of them is a supply pin.
   */
  public String line(PinRef held, Collection<PinRef> others) {
    String all =
        held + " " + others.stream().map(PinRef::toString).collect(Collectors.joining(" "));
    return Stream.concat(Stream.of(held), others.stream())
        .flatMap(p -> pins.get(number(p)).supply().stream())
        .findFirst()
        .map(supply -> supply + ": " + all)
        .orElse(all);
  }

  private void told(int one, int other, boolean joined) {
    likeness.told(one, other, joined);
    if (joined) {
      join(one, other);
    } else {
      groups.part(one, other);
    }
  }

  private void join(int one, int other) {
    if (!groups.joined(one, other)) {
      settled++;
      likeness.follow(one, other);
      drivers.follow(one, other);
      groups.join(one, other);
    }
  }

  private int number(PinRef ref) {
    return pins.number(ref).orElseThrow(() -> new IllegalArgumentException("no pin " + ref));
  }

  /** Touches so far, a sweep counted as {@link #TOUCHES_A_SWEEP}. */
  public double touches() {
    return touches;
  }

  /** How many touches found something that was not known. */
  public int settled() {
    return settled;
  }

  /** How many pins there are, and how many of them are joined with another. */
  public Progress progress() {
    int joined = 0;
    for (int pin = 0; pin < pins.count(); pin++) {
      joined += groups.members(groups.of(pin)).size() > 1 ? 1 : 0;
    }
    return new Progress(joined, pins.count());
  }

  /** How far a board is known. */
  public record Progress(int joined, int pins) {}

  /** All that is known to be joined, two pins and more each. */
  public List<List<PinRef>> nets() {
    Set<Integer> done = new LinkedHashSet<>();
    List<List<PinRef>> nets = new ArrayList<>();
    for (int pin = 0; pin < pins.count(); pin++) {
      List<Integer> members = groups.members(groups.of(pin));
      if (members.size() > 1 && done.add(groups.of(pin))) {
        nets.add(members.stream().map(p -> pins.get(p).ref()).collect(Collectors.toList()));
      }
    }
    return nets;
  }
}
