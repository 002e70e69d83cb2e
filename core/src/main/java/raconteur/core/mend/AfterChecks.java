package raconteur.core.mend;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * What has to be measured because it was soldered, with what was measured since: every pin to its
 * neighbour on its net, and every pin against the pin beside it where the two are different nets.
 * Parts that only moved in their sockets need none.
 */
public record AfterChecks(List<Check> all, List<String> bad) {
  public AfterChecks {
    all = List.copyOf(all);
    bad = List.copyOf(bad);
  }

  /**
   * One pair of pins.
   *
   * @param joined whether copper has to join them
   * @param measured what was measured since, empty where nothing was
   */
  public record Check(PinRef one, PinRef other, boolean joined, Optional<Boolean> measured) {

    /** The line that says it is as it should be. */
    public String goodLine() {
      return new Finding.Continuity(one, other, joined).line();
    }

    /** The line that says it is not. */
    public String badLine() {
      return new Finding.Continuity(one, other, !joined).line();
    }

    public boolean good() {
      return measured.filter(m -> m == joined).isPresent();
    }
  }

  /** Two pins in either order. */
  private record Pair(PinRef one, PinRef other) {
    static Pair of(PinRef a, PinRef b) {
      return a.toString().compareTo(b.toString()) <= 0 ? new Pair(a, b) : new Pair(b, a);
    }
  }

  /** The checks that the mends of a story call for, in the order the mends were made. */
  public static AfterChecks of(Board board, Telling telling) {
    Map<Pair, Boolean> wanted = new LinkedHashMap<>();
    Map<Pair, Integer> since = new HashMap<>();
    for (Telling.DatedMend dated : telling.mends()) {
      of(board, dated.mend())
          .forEach(
              (pair, joined) -> {
                wanted.put(pair, joined);
                since.put(pair, dated.epoch());
              });
    }
    Map<Pair, Boolean> measured = new HashMap<>();
    for (DatedFinding told : telling.findings()) {
      if (told.finding() instanceof Finding.Continuity c) {
        Pair pair = Pair.of(c.one(), c.other());
        if (told.moment().epoch() >= since.getOrDefault(pair, 0)) {
          measured.put(pair, c.joined());
        }
      }
    }
    List<Check> all = new ArrayList<>();
    wanted.forEach(
        (pair, joined) ->
            all.add(
                new Check(
                    pair.one(), pair.other(), joined, Optional.ofNullable(measured.get(pair)))));
    List<String> bad =
        all.stream()
            .filter(c -> c.measured().isPresent() && !c.good())
            .map(c -> c.one() + " – " + c.other() + (c.joined() ? " is open" : " is joined"))
            .toList();
    return new AfterChecks(all, bad);
  }

  /** The checks one mend calls for, the line to check it with each. */
  public static List<Check> after(Board board, Mend mend) {
    List<Check> checks = new ArrayList<>();
    of(board, mend)
        .forEach(
            (pair, joined) ->
                checks.add(new Check(pair.one(), pair.other(), joined, Optional.empty())));
    return checks;
  }

  public int done() {
    return (int) all.stream().filter(Check::good).count();
  }

  /** The first pair that was not measured yet. */
  public Optional<Check> next() {
    return all.stream().filter(c -> c.measured().isEmpty()).findFirst();
  }

  private static Map<Pair, Boolean> of(Board board, Mend mend) {
    Map<Pair, Boolean> pairs = new LinkedHashMap<>();
    switch (mend) {
      case Mend.OfPart(String name, Mend.PartAction action) -> {
        Part part = board.part(name).orElseThrow();
        boolean soldered = action == Mend.PartAction.REPLACED || action == Mend.PartAction.REFLOWED;
        if (soldered && !part.socketed()) {
          part.pins().forEach(pin -> joined(board, pin, pairs));
          beside(board, part, part.pins(), pairs);
        }
      }
      case Mend.OfSet set ->
          set.parts().stream()
              .flatMap(name -> board.part(name).stream())
              .filter(part -> !part.socketed())
              .forEach(part -> part.pins().forEach(pin -> touched(board, pin, pairs)));
      case Mend.Reflowed(PinRef pin) -> touched(board, pin, pairs);
      case Mend.Wired(PinRef from, PinRef to) -> {
        pairs.put(Pair.of(from, to), true);
        apart(board, from, pairs);
        apart(board, to, pairs);
      }
      case Mend.Parted(PinRef one, PinRef other) -> pairs.put(Pair.of(one, other), false);
    }
    return pairs;
  }

  private static void touched(Board board, PinRef pin, Map<Pair, Boolean> pairs) {
    joined(board, pin, pairs);
    apart(board, pin, pairs);
  }

  private static void apart(Board board, PinRef pin, Map<Pair, Boolean> pairs) {
    board.part(pin.part()).ifPresent(part -> beside(board, part, List.of(pin), pairs));
  }

  /** To the nearest pin of another part on the net, along the copper where it is known. */
  private static void joined(Board board, PinRef pin, Map<Pair, Boolean> pairs) {
    Optional<Net> net = board.netOf(pin);
    if (net.isPresent()) {
      List<PinRef> path = net.get().path();
      int at = path.indexOf(pin);
      for (int away = 1; away < path.size(); away++) {
        for (int i : new int[] {at - away, at + away}) {
          if (i >= 0 && i < path.size() && !path.get(i).part().equals(pin.part())) {
            pairs.put(Pair.of(pin, path.get(i)), true);
            return;
          }
        }
      }
    }
  }

  /** Against the pins beside some pins of a part, where they are different nets. */
  private static void beside(Board board, Part part, List<PinRef> pins, Map<Pair, Boolean> pairs) {
    List<String> numbers = part.device().pins().stream().map(DevicePin::number).toList();
    int half = numbers.size() / 2;
    Set<PinRef> asked = Set.copyOf(pins);
    for (int i = 0; i + 1 < numbers.size(); i++) {
      PinRef one = part.pin(numbers.get(i));
      PinRef other = part.pin(numbers.get(i + 1));
      boolean rowEnds = part.device().outline().startsWith("DIP") && i + 1 == half;
      Optional<String> netOne = board.netOf(one).map(Net::name);
      Optional<String> netOther = board.netOf(other).map(Net::name);
      boolean different = netOne.isPresent() && netOther.isPresent() && !netOne.equals(netOther);
      if (!rowEnds && different && (asked.contains(one) || asked.contains(other))) {
        pairs.put(Pair.of(one, other), false);
      }
    }
  }
}
