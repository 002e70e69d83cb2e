package raconteur.core.stock;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Something in the stockroom: one part where its history matters, or a number of like ones.
 *
 * @param number its number on the shelf, from 1
 * @param kind a device name as the library has it, or what else it is, for example {@code socket
 *     16}
 * @param grade how it is marked for speed, empty for nothing
 * @param count how many, at least 0; 1 for one with an identity
 * @param state where it stands
 * @param from where it came from, for example {@code case 41, U13}; empty for bought
 * @param note tested good on a date, its marks, who supplies it
 * @param forCase the case that waits for it or that it must travel back with
 * @param leadDays how long it is still under way, where it is on order
 */
public record StockItem(
    int number,
    String kind,
    String grade,
    int count,
    State state,
    String from,
    String note,
    Optional<Integer> forCase,
    Optional<Integer> leadDays) {

  /** Where a part stands. */
  public enum State {
    SPARE("spare"),
    DONOR("donor"),
    CROSSED("dead box"),
    ORDERED("on order"),
    CUSTOMERS("customer's");

    private final String words;

    State(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** The states by the words they are stored as. */
    public static Map<String, State> byWords() {
      Map<String, State> states = new LinkedHashMap<>();
      Arrays.stream(values()).forEach(s -> states.put(s.words, s));
      return states;
    }

    /** Whether it may go into a board. */
    public boolean usable() {
      return this == SPARE || this == DONOR;
    }
  }

  public StockItem {
    if (kind.isBlank()) {
      throw new IllegalArgumentException("a stock item says what it is");
    }
    if (count < 0) {
      throw new IllegalArgumentException("a stock is counted from 0, not from " + count);
    }
  }

  public StockItem counted(int newCount) {
    return new StockItem(number, kind, grade, newCount, state, from, note, forCase, leadDays);
  }

  public StockItem in(State newState) {
    return new StockItem(number, kind, grade, count, newState, from, note, forCase, leadDays);
  }

  public StockItem numbered(int newNumber) {
    return new StockItem(newNumber, kind, grade, count, state, from, note, forCase, leadDays);
  }

  /** What it is with its mark. */
  public String name() {
    return kind + grade;
  }
}
