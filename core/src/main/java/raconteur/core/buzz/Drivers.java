package raconteur.core.buzz;

import java.util.HashMap;
import java.util.Map;
import java.util.regex.Pattern;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;

/**
 * What might drive an input, where no name says so: every line has something that puts a level on
 * it, mostly of a part that lies near, and of one that is joined with this part already. A share
 * for each output in proportion to that; one output that never lets go is on no line with another.
 */
final class Drivers {
  /** That an input is driven by an output of the board at all, and not from a plug. */
  private static final double DRIVEN = 0.85;

  /** Over so many millimetres the chance falls to a third (judgement, no source). */
  private static final double REACH_MILLIMETRES = 45;

  private static final double ALREADY_JOINED = 0.6;
  private static final double MOST_JOINED = 8;
  private static final double PROMISES = 6;
  private static final double KINDS_JOINED = 0.3;
  private static final double A_ROW = 0.12;
  private static final int MOST_OF_A_ROW = 7;
  private static final double SAME_BLOCK = 2.5;
  private static final double PASSIVE = 0.15;
  private static final double PLUG = 0.3;
  private static final double CAPACITOR = 0.02;
  private static final double LEADS_NOWHERE_YET = 3;
  private static final double SELECTED = 6;
  private static final double NAMED_ALIKE = 12;

  /** Outputs of decoders. */
  private static final Pattern DECODED = Pattern.compile("[/~]?[0-9]?[/~]?[YO][0-9]{1,2}");

  private static final double SAME_PART = 0.35;

  private final Pins pins;
  private final Groups groups;
  private final float[][] near;
  private final int[][] joined;
  private final int[] device;
  private final int[][] kindsJoined;
  private final double[] rows;
  private double promised;
  private double met;

  /* Asked of every pair at every proposal: by the number of the pin. */
  private final boolean[] selects;
  private final boolean[] decoded;
  private final int[] names;
  private final double[] passive;

  Drivers(Pins pins, Groups groups) {
    this.pins = pins;
    this.groups = groups;
    int count = pins.count();
    selects = new boolean[count];
    decoded = new boolean[count];
    names = new int[count];
    passive = new double[count];
    Map<String, Integer> numbers = new HashMap<>();
    for (int pin = 0; pin < count; pin++) {
      Pins.Pin at = pins.get(pin);
      String name = at.name().replaceAll("[/~]", "");
      selects[pin] = PinRole.SELECT.fits(at.name());
      decoded[pin] = DECODED.matcher(at.name()).matches();
      names[pin] = name.length() > 1 ? numbers.computeIfAbsent(name, _ -> numbers.size()) : -1;
      Device device = pins.partOf(pin).device();
      passive[pin] =
          at.kind() != PinKind.PASSIVE
              ? 0
              : device.isCapacitor() ? CAPACITOR : device.isContact() ? PLUG : PASSIVE;
    }
    rows = rows(pins);
    int parts = pins.parts().size();
    device = new int[parts];
    Map<String, Integer> devices = new HashMap<>();
    for (int part = 0; part < parts; part++) {
      String name = pins.parts().get(part).device().name();
      device[part] = devices.computeIfAbsent(name, _ -> devices.size());
    }
    kindsJoined = new int[devices.size()][devices.size()];
    near = new float[parts][parts];
    joined = new int[parts][parts];
    for (int one = 0; one < parts; one++) {
      for (int other = 0; other < parts; other++) {
        near[one][other] = (float) near(pins.parts().get(one), pins.parts().get(other));
      }
    }
  }

  private static double near(Part one, Part other) {
    double share = one.block().equals(other.block()) ? SAME_BLOCK : 1;
    if (one.equals(other)) {
      return share * SAME_PART;
    }
    if (!one.place().known() || !other.place().known()) {
      return share;
    }
    double away =
        Math.hypot(
            one.place().xMillimetres() - other.place().xMillimetres(),
            one.place().yMillimetres() - other.place().yMillimetres());
    return share * Math.exp(-away / REACH_MILLIMETRES);
  }

  /**
   * How many lines a sweep found of how many it was expected to: later ones are believed so far.
   */
  void swept(double expected, int found) {
    promised += expected / kept();
    met += Math.min(1, found);
  }

  private double kept() {
    return Math.min(1, (PROMISES + met) / (PROMISES + promised));
  }

  /** Two pins were found joined: their parts belong together. */
  void follow(int one, int other) {
    int a = pins.get(one).part();
    int b = pins.get(other).part();
    joined[a][b]++;
    joined[b][a]++;
    kindsJoined[device[a]][device[b]]++;
    kindsJoined[device[b]][device[a]]++;
  }

  /** What a hit at a pin of a row is worth: the others of the row follow cheaply. */
  private static double[] rows(Pins pins) {
    Map<String, Integer> sizes = new HashMap<>();
    pins.all().forEach(pin -> sizes.merge(pin.part() + " " + pin.row(), 1, Integer::sum));
    return pins.all().stream()
        .mapToDouble(
            pin ->
                pin.row().isEmpty()
                    ? 1
                    : 1
                        + A_ROW
                            * Math.min(MOST_OF_A_ROW, sizes.get(pin.part() + " " + pin.row()) - 1))
        .toArray();
  }

  /** Whether nothing that is known to be on a line drives it. */
  private boolean seeks(int group) {
    for (int pin : groups.members(group)) {
      Pins.Pin at = pins.get(pin);
      if (at.isSupply() || at.kind().drives()) {
        return false;
      }
    }
    return true;
  }

  private double weight(int pin) {
    Pins.Pin at = pins.get(pin);
    if (at.kind().drives()) {
      // An output leads somewhere: one that is known to lead nowhere yet is the likelier.
      return groups.members(groups.of(pin)).size() > 1 ? 1 : LEADS_NOWHERE_YET;
    }
    return passive[pin];
  }

  private double affinity(int input, int driver) {
    double affinity = selects[input] && decoded[driver] ? SELECTED : 1;
    return names[input] >= 0 && names[input] == names[driver] ? affinity * NAMED_ALIKE : affinity;
  }

  /** The sweep that is expected to find most. */
  Found best() {
    int count = pins.count();
    double[] weights = new double[count];
    for (int pin = 0; pin < count; pin++) {
      weights[pin] = weight(pin);
    }
    double kept = DRIVEN * kept();
    int parts = pins.parts().size();
    double[][] fromOutput = new double[count][];
    Found best = Found.NONE;
    for (int pin = 0; pin < count; pin++) {
      if (groups.members(groups.of(pin)).getFirst() != pin
          || pins.get(pin).isSupply()
          || !seeks(groups.of(pin))) {
        continue;
      }
      int home = pins.get(pin).part();
      double[] shares = new double[count];
      double sum = 0;
      for (int other = 0; other < count; other++) {
        if (weights[other] > 0 && groups.open(pin, other)) {
          int there = pins.get(other).part();
          shares[other] =
              weights[other]
                  * near[home][there]
                  * (1 + ALREADY_JOINED * Math.min(MOST_JOINED, joined[home][there]))
                  * (1
                      + KINDS_JOINED
                          * Math.min(MOST_JOINED, kindsJoined[device[home]][device[there]]))
                  * affinity(pin, other);
          sum += shares[other];
        }
      }
      double[] byPart = new double[parts];
      for (int other = 0; other < count; other++) {
        if (shares[other] > 0) {
          double chance = kept * shares[other] / sum;
          byPart[pins.get(other).part()] += chance;
          if (pins.get(other).kind().drives()) {
            int output = groups.of(other);
            if (fromOutput[output] == null) {
              fromOutput[output] = new double[parts];
            }
            fromOutput[output][home] += chance;
          }
        }
      }
      for (int part = 0; part < parts; part++) {
        if (byPart[part] * rows[pin] > best.worth()) {
          best = new Found(pin, part, byPart[part], byPart[part] * rows[pin]);
        }
      }
    }
    for (int output = 0; output < count; output++) {
      for (int part = 0; fromOutput[output] != null && part < parts; part++) {
        double found = fromOutput[output][part];
        if (found * rows[output] > best.worth()) {
          best = new Found(output, part, found, found * rows[output]);
        }
      }
    }
    return best;
  }

  /**
   * A sweep: the pin a probe is held on, the part the other is drawn along, and how many lines it
   * is expected to find.
   *
   * @param worth the same with what follows from it
   */
  record Found(int held, int part, double chance, double worth) {
    static final Found NONE = new Found(-1, -1, 0, 0);
  }
}
