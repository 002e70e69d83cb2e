package raconteur.core.buzz;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/**
 * Pins that are known to be joined, and groups that are known to be apart. Disjoint sets with the
 * smaller merged into the larger.
 */
final class Groups {
  private final int[] of;
  private final List<List<Integer>> members = new ArrayList<>();
  private final List<BitSet> apart = new ArrayList<>();

  Groups(int pins) {
    of = new int[pins];
    for (int pin = 0; pin < pins; pin++) {
      of[pin] = pin;
      members.add(new ArrayList<>(List.of(pin)));
      apart.add(new BitSet());
    }
  }

  int of(int pin) {
    return of[pin];
  }

  List<Integer> members(int group) {
    return members.get(group);
  }

  boolean joined(int one, int other) {
    return of[one] == of[other];
  }

  boolean apart(int one, int other) {
    return apart.get(of[one]).get(of[other]);
  }

  /** Whether a meter could still tell something about two pins. */
  boolean open(int one, int other) {
    return of[one] != of[other] && !apart.get(of[one]).get(of[other]);
  }

  /** Joins the groups of two pins; the group that is left. */
  int join(int one, int other) {
    int large = of[one];
    int small = of[other];
    if (large == small) {
      return large;
    }
    if (members.get(large).size() < members.get(small).size()) {
      int swapped = large;
      large = small;
      small = swapped;
    }
    for (int pin : members.get(small)) {
      of[pin] = large;
    }
    members.get(large).addAll(members.get(small));
    members.set(small, List.of());
    BitSet both = apart.get(large);
    both.or(apart.get(small));
    for (int group = both.nextSetBit(0); group >= 0; group = both.nextSetBit(group + 1)) {
      apart.get(group).clear(small);
      apart.get(group).set(large);
    }
    apart.set(small, new BitSet());
    return large;
  }

  /** Keeps that two pins are not joined. */
  void part(int one, int other) {
    if (of[one] != of[other]) {
      apart.get(of[one]).set(of[other]);
      apart.get(of[other]).set(of[one]);
    }
  }
}
