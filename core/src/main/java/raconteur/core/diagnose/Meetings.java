package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * For two classes whether they have a place in common: looked up in a table where the classes are
 * few, found out anew from their places where a table would take all the memory there is.
 */
final class Meetings {
  private static final int MOST_IN_TABLE = 6_000;

  private final int[][] places;
  private final boolean[][] table;

  /**
   * @param placeOf the number of the place of every fault
   * @param epoch only faults there in this epoch count
   */
  Meetings(FaultClass[] classes, int[] placeOf, int epoch) {
    this.places =
        Arrays.stream(classes)
            .map(
                c ->
                    c.members().stream()
                        .filter(member -> member.during(epoch))
                        .mapToInt(member -> placeOf[member.fault()])
                        .sorted()
                        .distinct()
                        .toArray())
            .toArray(int[][]::new);
    this.table = new boolean[classes.length <= MOST_IN_TABLE ? classes.length : 0][];
    if (table.length > 0) {
      fill(placeOf.length);
    }
  }

  /** Place by place, since most classes have none in common. */
  private void fill(int mostPlaces) {
    for (int one = 0; one < table.length; one++) {
      table[one] = new boolean[table.length];
      table[one][one] = places[one].length > 0;
    }
    List<List<Integer>> at = new ArrayList<>();
    for (int place = 0; place < mostPlaces; place++) {
      at.add(new ArrayList<>(1));
    }
    for (int one = 0; one < places.length; one++) {
      for (int place : places[one]) {
        for (int other : at.get(place)) {
          table[one][other] = true;
          table[other][one] = true;
        }
        at.get(place).add(one);
      }
    }
  }

  boolean meet(int one, int other) {
    return table.length > 0 ? table[one][other] : shared(places[one], places[other]);
  }

  private static boolean shared(int[] one, int[] other) {
    int[] few = one.length <= other.length ? one : other;
    int[] many = one.length <= other.length ? other : one;
    for (int place : few) {
      if (Arrays.binarySearch(many, place) >= 0) {
        return true;
      }
    }
    return false;
  }
}
