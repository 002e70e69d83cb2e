package raconteur.core.buzz;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import raconteur.core.board.Part;
import raconteur.core.device.Device;

/**
 * Pairs of pins that are likely joined by what they are called: one supply, one bus, memories in
 * parallel, strobes of one name; and, once one pair of two rows was found joined, the next pair of
 * the same rows, up or down. All chances beforehand are judgement (common practice, no source);
 * {@link Learnt} corrects them as the board shows itself.
 */
final class Likeness {
  private static final double SUPPLY = 0.97;
  private static final double BUS = 0.6;
  private static final double TWINS = 0.7;
  private static final double STROBE = 0.5;
  private static final double SMALL_LOGIC_TWINS = 0.03;
  private static final double STROBE_TWINS = 0.2;
  private static final int FEW_PINS = 4;

  /** A memory of one bit has its own line for each of these. */
  private static final Set<String> ONE_BIT = Set.of("D", "Q", "DI", "DO", "DIN", "DOUT", "/Q");

  private static final double SAME_WAY = 0.5;
  private static final double OTHER_WAY = 0.2;
  private static final double TIED = 0.05;
  private static final double OFTEN_TIED = 0.3;
  private static final double BYPASS = 0.45;
  private static final double PULL_UP = 0.3;

  /** What data pins are called on memories and elsewhere, by one name. */
  private static final Map<String, String> SAME_ROW =
      Map.of("Q", "D", "DQ", "D", "IO", "D", "I/O", "D", "O", "D", "DB", "D", "AD", "A", "MA", "A");

  private static final Set<String> STROBES =
      Set.of(
          "/RD", "/WR", "/OE", "/WE", "/MREQ", "/IORQ", "/M1", "/RESET", "/RES", "R/W", "/RAS",
          "/CAS", "CLK", "PHI2", "Φ2", "E", "/INT", "/IRQ", "/NMI", "/W", "/RFSH", "/WAIT", "RW");

  private static final Set<String> TIES =
      Set.of("/PR", "/CLR", "/PRE", "/S", "/R", "G1", "E3", "/E", "/G", "VPP", "/PGM", "/OE", "EN");

  private final Pins pins;
  private final Groups groups;
  private final Learnt learnt;
  private final List<Pair> pairs = new ArrayList<>();
  private final Map<String, Integer> rows = new HashMap<>();
  private final boolean[] onABus;
  private final Map<String, List<Integer>> supplyPins = new TreeMap<>();
  private final List<Tie> ties = new ArrayList<>();

  /** Two pins, the kind of guess that makes them likely joined, and why in words. */
  private record Pair(int one, int other, int kind, String why) {}

  /** A pin that may hang on a supply, and the kind of guess that says so. */
  private record Tie(String supply, int pin, int kind) {}

  Likeness(Pins pins, Groups groups, Learnt learnt) {
    this.pins = pins;
    this.groups = groups;
    this.learnt = learnt;
    onABus = new boolean[pins.parts().size()];
    for (int part = 0; part < onABus.length; part++) {
      onABus[part] = onABus(pins.parts().get(part).device());
    }
    for (int pin = 0; pin < pins.count(); pin++) {
      Pins.Pin at = pins.get(pin);
      if (!at.row().isEmpty()) {
        rows.put(at.part() + " " + at.row() + " " + at.index(), pin);
      }
      int number = pin;
      at.supply().ifPresent(s -> supplyPins.computeIfAbsent(s, _ -> new ArrayList<>()).add(number));
    }
    supplies();
    byName();
    ties();
  }

  /** Any two; a pin that is on no supply after all is soon left alone. */
  private void supplies() {
    int all = learnt.kind("supply", SUPPLY);
    supplyPins.forEach(
        (supply, of) -> {
          for (int one = 0; one < of.size(); one++) {
            int kind = learnt.kind("supply " + pins.get(of.get(one)).ref(), all);
            for (int other = one + 1; other < of.size(); other++) {
              pair(of.get(one), of.get(other), kind, "both want " + supply);
            }
          }
        });
  }

  /** Of the pins that want a supply one of those that are joined with most. */
  private Map<String, Integer> references() {
    Map<String, Integer> references = new HashMap<>();
    supplyPins.forEach(
        (supply, of) ->
            references.put(
                supply,
                of.stream()
                    .max(
                        Comparator.comparingInt(
                            (Integer pin) -> groups.members(groups.of(pin)).size()))
                    .orElseThrow()));
    return references;
  }

  private static boolean onABus(Device device) {
    return device.isProcessor() || !device.addressPins().isEmpty() || device.isRam();
  }

  private void byName() {
    for (int one = 0; one < pins.count(); one++) {
      for (int other = one + 1; other < pins.count(); other++) {
        Pins.Pin a = pins.get(one);
        Pins.Pin b = pins.get(other);
        if (a.part() != b.part() && !a.isSupply() && !b.isSupply()) {
          named(one, other, a, b);
        }
      }
    }
  }

  private void named(int one, int other, Pins.Pin a, Pins.Pin b) {
    Part left = pins.parts().get(a.part());
    Part right = pins.parts().get(b.part());
    boolean bus = onABus[a.part()] && onABus[b.part()];
    boolean twins = left.device().name().equals(right.device().name());
    if (!bus && !twins) {
      return;
    }
    String rowOfBoth = plain(a.row());
    if (twins && a.name().equals(b.name())) {
      if (left.device().pins().size() > FEW_PINS && !ONE_BIT.contains(a.name())) {
        String name = a.row().isEmpty() ? a.name() : a.row();
        boolean strobe = !bus && (STROBES.contains(a.name()) || TIES.contains(a.name()));
        double before = bus ? TWINS : strobe ? STROBE_TWINS : SMALL_LOGIC_TWINS;
        String which = bus ? "twins " : strobe ? "strobe twins " : "small twins ";
        int above = learnt.kind(which + (bus ? kindOf(left.device()) : ""), before);
        int kind = learnt.kind("twins " + left.device().name() + " " + name, above);
        pair(one, other, learnt.kind(between(a, b) + name, kind), "the same pin of twins");
      }
    } else if (bus
        && !rowOfBoth.isEmpty()
        && rowOfBoth.equals(plain(b.row()))
        && a.index() == b.index()) {
      int above = learnt.kind("bus " + rowOfBoth, BUS);
      int kind =
          learnt.kind("bus " + between(kindOf(left.device()), kindOf(right.device())), above);
      pair(
          one,
          other,
          learnt.kind(between(a, b) + rowOfBoth, kind),
          "both are " + rowOfBoth + a.index() + " of their bus");
    } else if (bus && STROBES.contains(a.name()) && a.name().equals(b.name())) {
      int above = learnt.kind("strobe " + a.name(), STROBE);
      pair(one, other, learnt.kind(between(a, b) + a.name(), above), "both are " + a.name());
    }
  }

  private static String plain(String row) {
    return SAME_ROW.getOrDefault(row, row);
  }

  private static String kindOf(Device device) {
    return device.isProcessor()
        ? "processor"
        : device.isRam() ? "ram" : device.isRom() || device.isEprom() ? "rom" : "other";
  }

  private static String between(String one, String other) {
    return one.compareTo(other) <= 0 ? one + " " + other : other + " " + one;
  }

  private static String between(Pins.Pin a, Pins.Pin b) {
    return between(a.ref().part(), b.ref().part()) + " ";
  }

  /** Unused inputs, bypass capacitors and pull-ups hang on a supply. */
  private void ties() {
    for (int pin = 0; pin < pins.count(); pin++) {
      Pins.Pin at = pins.get(pin);
      Device device = pins.partOf(pin).device();
      boolean reads = at.kind().reads() && !at.kind().drives();
      for (String supply : supplyPins.keySet()) {
        boolean ground = supply.equals("GND");
        double before = 0;
        String kind = "";
        if (device.isCapacitor() && (ground || isMain(supply))) {
          before = BYPASS;
          kind = "bypass " + at.name() + " " + supply;
        } else if (device.isResistor() && !device.isSeries() && (ground || isMain(supply))) {
          before = ground ? PULL_UP / 3 : PULL_UP;
          kind = "pull-up " + supply;
        } else if (reads && (ground || isMain(supply))) {
          boolean often = TIES.contains(at.name());
          before = often ? OFTEN_TIED : TIED;
          kind = "tied " + (often ? at.name() : "input") + " " + supply;
        }
        if (before > 0) {
          ties.add(new Tie(supply, pin, learnt.kind(kind, before)));
        }
      }
    }
  }

  private static boolean isMain(String supply) {
    return supply.equals("+5V");
  }

  private void pair(int one, int other, int kind, String why) {
    if (one != other) {
      pairs.add(new Pair(one, other, kind, why));
    }
  }

  /** Two pins were found joined: their neighbours in two rows are likely to be, too. */
  void follow(int one, int other) {
    for (int a : few(one)) {
      for (int b : few(other)) {
        Pins.Pin left = pins.get(a);
        Pins.Pin right = pins.get(b);
        if (left.part() != right.part() && !left.row().isEmpty() && !right.row().isEmpty()) {
          next(left, right, 1, 1);
          next(left, right, -1, -1);
          next(left, right, 1, -1);
          next(left, right, -1, 1);
        }
      }
    }
  }

  private static final int FEW = 6;

  private List<Integer> few(int pin) {
    List<Integer> all = groups.members(groups.of(pin));
    return all.size() <= FEW ? List.copyOf(all) : List.of(pin);
  }

  private void next(Pins.Pin left, Pins.Pin right, int up, int across) {
    Integer one = rows.get(left.part() + " " + left.row() + " " + (left.index() + up));
    Integer other = rows.get(right.part() + " " + right.row() + " " + (right.index() + across));
    if (one == null || other == null) {
      return;
    }
    boolean same = up == across;
    int above = learnt.kind(same ? "rows alike" : "rows crossed", same ? SAME_WAY : OTHER_WAY);
    int kind =
        learnt.kind(
            "row " + left.ref().part() + left.row() + right.ref().part() + right.row() + same,
            above);
    pair(one, other, kind, "beside " + left.ref() + " and " + right.ref() + ", which are joined");
  }

  /** The likeliest pair that is not yet known; empty for none. */
  Candidate best() {
    Candidate best = Candidate.NONE;
    pairs.removeIf(pair -> !groups.open(pair.one(), pair.other()));
    for (Pair pair : pairs) {
      double chance = learnt.chance(pair.kind());
      if (chance > best.chance()) {
        best = new Candidate(pair.one(), pair.other(), chance, pair.kind(), pair.why());
      }
    }
    Map<String, Integer> references = references();
    for (Tie tie : ties) {
      int supply = references.get(tie.supply());
      double chance = learnt.chance(tie.kind());
      if (chance > best.chance() && groups.open(supply, tie.pin())) {
        best =
            new Candidate(supply, tie.pin(), chance, tie.kind(), "often hangs on " + tie.supply());
      }
    }
    return best;
  }

  /** A pair that might be touched, by the numbers of its pins. */
  record Candidate(int one, int other, double chance, int kind, String why) {
    static final Candidate NONE = new Candidate(-1, -1, 0, -1, "");
  }

  /** What a touch taught about guesses of its kind. */
  void told(int held, int touched, boolean joined) {
    Set<Integer> kinds = new HashSet<>();
    for (Pair pair : pairs) {
      boolean same =
          (groups.joined(pair.one(), held) && groups.joined(pair.other(), touched))
              || (groups.joined(pair.one(), touched) && groups.joined(pair.other(), held));
      if (same) {
        kinds.add(pair.kind());
      }
    }
    Map<String, Integer> references = references();
    for (Tie tie : ties) {
      int supply = references.get(tie.supply());
      boolean asked =
          (tie.pin() == touched && groups.joined(supply, held))
              || (tie.pin() == held && groups.joined(supply, touched));
      if (asked) {
        kinds.add(tie.kind());
      }
    }
    learnt.met(kinds, joined);
  }
}
