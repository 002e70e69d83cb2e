package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Net;
import raconteur.core.board.NoConnect;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * Which two pins to touch next with a continuity tester to find a board's nets in few touches.
 *
 * <p>Two pins are the likelier joined the more alike they are in what their devices say: address
 * with address of the same number, memories in parallel, an output with an input. What was touched
 * is learnt from: each answer counts for the same relation between the same two parts (pins of one
 * name; numbers that run along, or against each other), so that a bus once caught is followed to its
 * end. The likeliest pair is touched first; answers hold for whole nets, so that no pair is asked
 * that follows from others. Figures are judgement, no source; what they are worth is measured in
 * docs/performance.md.
 *
 * <p>Cost: the square of the signal pins once, then the pairs of two parts a touch.
 */
public final class BuzzPlan {
  /** A pair less likely than this is not worth a touch by itself. */
  public static final double NOT_WORTH_A_TOUCH = 0.004;

  private static final Pattern NUMBERED = Pattern.compile("(/?[A-Z]*[A-Z/])([0-9]{1,2})");
  private static final double REACH_MILLIMETRES = 70;

  private final List<Pin> pins = new ArrayList<>();
  private final Map<PinRef, Integer> index = new HashMap<>();
  private final int[] root;
  private final List<Set<Integer>> open = new ArrayList<>();
  private final List<List<Integer>> members = new ArrayList<>();
  private final Map<String, double[]> learnt = new HashMap<>();
  private final Map<String, List<long[]>> pairsOf = new HashMap<>();
  private final PriorityQueue<Candidate> queue =
      new PriorityQueue<>(Comparator.comparingDouble((Candidate c) -> -c.chance()));
  private int touches;

  /** A signal pin with what its device says. */
  private record Pin(
      PinRef ref, Part part, DevicePin pin, String stem, int number, Optional<Outline.Point> at) {}

  private record Candidate(int one, int other, double chance) {}

  /**
   * Two pins to touch.
   *
   * @param chance that they are joined
   */
  public record Touch(PinRef one, PinRef other, double chance) {}

  /** Where it stands: nets of more than one pin, pins in them, all signal pins, touches so far. */
  public record Standing(int nets, int joined, int pins, int touches) {}

  private BuzzPlan(BoardContents board) {
    Set<PinRef> free = new HashSet<>();
    board.noConnects().stream().map(NoConnect::pin).forEach(free::add);
    for (Part part : board.parts()) {
      for (DevicePin pin : part.device().pins()) {
        PinRef ref = new PinRef(part.designator(), pin.number());
        if (part.fitted()
            && pin.kind() != PinKind.SUPPLY
            && pin.kind() != PinKind.NONE
            && !free.contains(ref)) {
          Matcher numbered = NUMBERED.matcher(pin.name());
          boolean bus = numbered.matches();
          index.put(ref, pins.size());
          pins.add(
              new Pin(
                  ref,
                  part,
                  pin,
                  bus ? numbered.group(1) : pin.name(),
                  bus ? Integer.parseInt(numbered.group(2)) : -1,
                  part.place().known()
                      ? Optional.of(Outline.pinOnBoard(part, pin.number()))
                      : Optional.empty()));
        }
      }
    }
    root = new int[pins.size()];
    for (int i = 0; i < root.length; i++) {
      root[i] = i;
      open.add(new HashSet<>());
      members.add(new ArrayList<>(List.of(i)));
    }
  }

  /**
   * A plan for a board with its parts; what nets it has already count as touched.
   *
   * @param board parts with their devices; supplies are left out, they are joined by their names
   */
  public static BuzzPlan of(BoardContents board) {
    BuzzPlan plan = new BuzzPlan(board);
    plan.prepare();
    for (Net net : board.nets()) {
      List<Integer> known =
          net.path().stream().map(plan.index::get).filter(java.util.Objects::nonNull).toList();
      for (int i = 1; i < known.size(); i++) {
        plan.join(known.get(0), known.get(i));
      }
    }
    return plan;
  }

  private void prepare() {
    for (int a = 0; a < pins.size(); a++) {
      for (int b = a + 1; b < pins.size(); b++) {
        if (!pins.get(a).part().equals(pins.get(b).part())) {
          double chance = chance(a, b);
          if (chance >= NOT_WORTH_A_TOUCH) {
            queue.add(new Candidate(a, b, chance));
          }
          for (String relation : relations(a, b)) {
            pairsOf.computeIfAbsent(relation, _ -> new ArrayList<>()).add(new long[] {a, b});
          }
        }
      }
    }
  }

  /** What pins of two parts have to each other, by which one answer speaks for others. */
  private List<String> relations(int a, int b) {
    Pin one = pins.get(a);
    Pin other = pins.get(b);
    String parts = one.part().designator() + "|" + other.part().designator() + "|";
    List<String> relations = new ArrayList<>();
    if (one.number() >= 0 && other.number() >= 0) {
      String stems = parts + one.stem() + ">" + other.stem() + "|";
      relations.add(stems + (other.number() - one.number()));
      relations.add(stems + "s" + (other.number() + one.number()));
    }
    if (one.pin().name().equals(other.pin().name())) {
      relations.add(parts + "same");
    }
    return relations;
  }

  private double chance(int a, int b) {
    Pin one = pins.get(a);
    Pin other = pins.get(b);
    if (drives(one) && drives(other)) {
      return 0;
    }
    double best = alone(one, other);
    for (String relation : relations(a, b)) {
      double[] seen = learnt.get(relation);
      if (seen != null) {
        double weight = relation.endsWith("same") ? 1.5 : 0.6;
        double prior = relation.endsWith("same") ? 0.3 : 0.25;
        best =
            Math.max(
                seen[1] > seen[0] ? 0 : best,
                (prior * weight + seen[0]) / (weight + seen[0] + seen[1]));
      }
    }
    return best;
  }

  private static boolean drives(Pin pin) {
    return pin.pin().kind() == PinKind.OUTPUT;
  }

  /** Before anything was touched. */
  private static double alone(Pin one, Pin other) {
    String here = role(one);
    String there = role(other);
    boolean numbered = one.number() >= 0 && one.number() == other.number();
    double near =
        one.at().isPresent() && other.at().isPresent()
            ? Math.exp(
                -Math.hypot(
                        one.at().get().x() - other.at().get().x(),
                        one.at().get().y() - other.at().get().y())
                    / REACH_MILLIMETRES)
            : 0.5;
    boolean sameDevice = one.part().device().name().equals(other.part().device().name());
    boolean sameName = one.pin().name().equals(other.pin().name());
    if (sameDevice && sameName && isMemory(one)) {
      return here.equals("select") ? 0.1 : here.equals("data") ? 0.15 : 0.85;
    }
    if (numbered && here.equals(there) && (here.equals("address") || here.equals("data"))) {
      return 0.45 + 0.2 * near;
    }
    if (sameName && !here.isEmpty()) {
      return 0.25 + 0.2 * near;
    }
    boolean flows = one.pin().kind().drives() != other.pin().kind().drives();
    return (flows ? 0.03 : 0.008) * near;
  }

  private static boolean isMemory(Pin pin) {
    return pin.part().device().isRam() || pin.part().device().isRom();
  }

  /** What a pin is for by its name, as far as many devices agree on it. */
  private static String role(Pin pin) {
    String stem = pin.stem();
    if (pin.number() >= 0 && (stem.equals("A") || stem.equals("/A"))) {
      return isMemory(pin) || pin.part().device().pins().size() >= 24 ? "address" : "";
    }
    if (pin.number() >= 0 && stem.matches("D|DB|DQ|AD|DAL|Q|O")) {
      return isMemory(pin) || pin.part().device().pins().size() >= 24 ? "data" : "";
    }
    if (stem.matches("/?(CE|CS|E|S|OE)")) {
      return "select";
    }
    return stem.matches("/?(RD|WR|WE|RAS|CAS|R/W|RESET|RES|CLK|PHI2?|E|IORQ|MREQ|M1|INT|IRQ|NMI)")
        ? "control"
        : "";
  }

  /** The two pins to touch next; empty where none is worth it any more. */
  public Optional<Touch> next() {
    while (!queue.isEmpty()) {
      Candidate candidate = queue.poll();
      if (settled(candidate.one(), candidate.other())) {
        continue;
      }
      double now = chance(candidate.one(), candidate.other());
      if (now < candidate.chance() - 1e-9) {
        if (now >= NOT_WORTH_A_TOUCH) {
          queue.add(new Candidate(candidate.one(), candidate.other(), now));
        }
        continue;
      }
      queue.add(candidate);
      return Optional.of(
          new Touch(pins.get(candidate.one()).ref(), pins.get(candidate.other()).ref(), now));
    }
    return Optional.empty();
  }

  private boolean settled(int a, int b) {
    int one = find(a);
    int other = find(b);
    return one == other || open.get(one).contains(other) || bothDriven(one, other);
  }

  private boolean bothDriven(int one, int other) {
    return members.get(one).stream().anyMatch(i -> drives(pins.get(i)))
        && members.get(other).stream().anyMatch(i -> drives(pins.get(i)));
  }

  /** Takes an answer. */
  public void answer(Touch touch, boolean joined) {
    touches++;
    int a = index.get(touch.one());
    int b = index.get(touch.other());
    if (joined) {
      join(a, b);
    } else {
      open.get(find(a)).add(find(b));
      open.get(find(b)).add(find(a));
      learn(a, b, false);
    }
  }

  private void join(int a, int b) {
    int one = find(a);
    int other = find(b);
    if (one == other) {
      return;
    }
    // What is joined now is as good as touched, pin by pin, and teaches as much.
    for (int i : members.get(one)) {
      for (int j : members.get(other)) {
        learn(Math.min(i, j), Math.max(i, j), true);
      }
    }
    root[other] = one;
    members.get(one).addAll(members.get(other));
    for (int far : open.get(other)) {
      open.get(far).remove(other);
      open.get(far).add(one);
    }
    open.get(one).addAll(open.get(other));
  }

  private void learn(int a, int b, boolean joined) {
    int one = Math.min(a, b);
    int other = Math.max(a, b);
    for (String relation : relations(one, other)) {
      double[] seen = learnt.computeIfAbsent(relation, _ -> new double[2]);
      seen[joined ? 0 : 1]++;
      if (joined) {
        for (long[] pair : pairsOf.getOrDefault(relation, List.of())) {
          int x = (int) pair[0];
          int y = (int) pair[1];
          if (!settled(x, y)) {
            queue.add(new Candidate(x, y, chance(x, y)));
          }
        }
      }
    }
  }

  private int find(int i) {
    int at = i;
    while (root[at] != at) {
      root[at] = root[root[at]];
      at = root[at];
    }
    return at;
  }

  public Standing standing() {
    int nets = 0;
    int joined = 0;
    for (int i = 0; i < root.length; i++) {
      if (root[i] == i && members.get(i).size() > 1) {
        nets++;
        joined += members.get(i).size();
      }
    }
    return new Standing(nets, joined, pins.size(), touches);
  }

  /** The nets found, named after their driver or first pin; nets of one pin are left out. */
  public List<List<PinRef>> nets() {
    Map<Integer, List<PinRef>> nets = new LinkedHashMap<>();
    for (int i = 0; i < root.length; i++) {
      nets.computeIfAbsent(find(i), _ -> new ArrayList<>()).add(pins.get(i).ref());
    }
    return nets.values().stream().filter(n -> n.size() > 1).toList();
  }
}
