package raconteur.core.intake;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.continuity.RobustSpread;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.story.Telling;

/**
 * The chips and sockets of a board against its revision's list: missing, foreign, in another
 * socket, or dated out of line with the rest.
 *
 * @param board made in about this week, weeks since the year 0; empty with fewer than four codes
 */
public record PartsFound(List<Row> rows, OptionalInt board) {
  private static final int FEWEST_CODES = 4;
  private static final int WEEKS = 52;

  /** How far chips of one board usually lie apart, in weeks; common practice, no source. */
  private static final double USUAL_WEEKS = 40;

  public PartsFound {
    rows = List.copyOf(rows);
  }

  /**
   * One part.
   *
   * @param date its date code, empty where none was noted
   * @param notes what is not as the list says, empty where all is
   */
  public record Row(Part part, String date, String socket, List<String> notes) {
    public Row {
      notes = List.copyOf(notes);
    }
  }

  /** Lists every chip in the order of the board, those with something to say first. */
  public static PartsFound of(Board board, Telling telling) {
    Map<String, Integer> weeks = new HashMap<>();
    Map<String, String> codes = new HashMap<>();
    telling
        .said(Bookkeeping.DateCode.class)
        .forEach(
            d -> {
              weeks.put(d.part(), d.year() * WEEKS + d.week());
              codes.put(d.part(), String.format(Locale.ROOT, "%02d%02d", d.year() % 100, d.week()));
            });
    Map<String, String> sockets = telling.condition().sockets();
    Set<String> missing = new HashSet<>();
    telling.said(Bookkeeping.Missing.class).forEach(m -> missing.add(m.part()));
    missing.retainAll(telling.partsOut());
    Map<String, String> foreign = new HashMap<>();
    telling.said(Bookkeeping.Foreign.class).forEach(f -> foreign.put(f.part(), f.found()));
    List<Row> rows = new ArrayList<>();
    for (Part part : board.parts()) {
      boolean chip = part.fitted() && part.device().isChip();
      if (chip || foreign.containsKey(part.designator())) {
        String name = part.designator();
        List<String> notes = new ArrayList<>();
        if (missing.contains(name)) {
          notes.add("missing");
        }
        if (foreign.containsKey(name)) {
          notes.add(
              foreign.get(name).isEmpty() ? "not original" : "not original: " + foreign.get(name));
        }
        String socket = sockets.getOrDefault(name, part.socket());
        if (!socket.equals(part.socket())) {
          notes.add("the list says " + words(part.socket()));
        }
        dated(weeks, name).ifPresent(notes::add);
        rows.add(new Row(part, codes.getOrDefault(name, ""), words(socket), notes));
      }
    }
    rows.sort(Comparator.comparing(r -> r.notes().isEmpty()));
    return new PartsFound(rows, made(weeks));
  }

  private static String words(String socket) {
    return socket.isEmpty() ? "soldered" : socket;
  }

  /** The board is not older than its newest chip that is no outlier. */
  private static OptionalInt made(Map<String, Integer> weeks) {
    if (weeks.size() < FEWEST_CODES) {
      return OptionalInt.empty();
    }
    return weeks.entrySet().stream()
        .filter(e -> dated(weeks, e.getKey()).isEmpty())
        .mapToInt(Map.Entry::getValue)
        .max();
  }

  private static java.util.Optional<String> dated(Map<String, Integer> weeks, String part) {
    Integer week = weeks.get(part);
    if (week == null || weeks.size() < FEWEST_CODES) {
      return java.util.Optional.empty();
    }
    double[] all = weeks.values().stream().mapToDouble(w -> w).toArray();
    RobustSpread spread = RobustSpread.of(all, USUAL_WEEKS / RobustSpread.OUTLIER_FROM);
    if (!spread.isOutlier(week)) {
      return java.util.Optional.empty();
    }
    double years = Math.abs(week - spread.median()) / WEEKS;
    String apart = "%.1f years %s than the rest";
    return java.util.Optional.of(
        week > spread.median()
            ? String.format(Locale.ROOT, apart, years, "younger") + ": it was put in later"
            : String.format(Locale.ROOT, apart, years, "older")
                + ": old stock, or from another board");
  }

  /** The rows with something to say. */
  public List<Row> odd() {
    return rows.stream().filter(r -> !r.notes().isEmpty()).toList();
  }

  /** When the board was made, {@code week 14 of 1984}. */
  public String madeWords() {
    if (board.isEmpty()) {
      return "Four date codes or more tell when the board was made and which chips came later.";
    }
    int week = (board.getAsInt() - 1) % WEEKS + 1;
    return "By its date codes the board was made in or soon after week "
        + week
        + " of "
        + (board.getAsInt() - week) / WEEKS
        + ".";
  }
}
