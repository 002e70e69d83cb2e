package raconteur.casebook.exchange;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/**
 * Bare-board electrical test records: IPC-D-356A (Institute for Interconnecting and Packaging
 * Electronic Circuits, 1998), fixed columns, from memory of the standard.
 *
 * <p>Read are test records 317 and 327 (through hole, surface) with their continuation 017 and 027,
 * the board edge 389, parameters for units and long net names, comments and the end 999. Tooling
 * holes, vias, conductors and adjacency are passed over.
 */
final class BareBoardRecords {
  private static final int NET_WIDTH = 14;
  private static final int DESIGNATOR_WIDTH = 6;
  private static final int PIN_WIDTH = 4;
  private static final Pattern PLACE = Pattern.compile("X([+-]?[0-9]{1,7})\\s*Y([+-]?[0-9]{1,7})");
  private static final Pattern ALIAS = Pattern.compile("^P\\s+(NNAME[0-9]*)\\s+(.+)$");
  private static final Pattern UNITS = Pattern.compile("^P\\s+UNITS\\s+(.+)$");
  private static final double TENTH_MIL = 0.00254;
  private static final double MICRON = 0.001;

  private final DraftBoard draft;
  private final Problems problems;
  private final Map<String, String> aliases = new HashMap<>();
  private Optional<SymbolicImport.Box> edge = Optional.empty();
  private double unit = TENTH_MIL;
  private boolean unitsGiven;
  private int records;

  private BareBoardRecords(DraftBoard draft, Problems problems) {
    this.draft = draft;
    this.problems = problems;
  }

  /** What was read. */
  record Read(int records, String units, Optional<SymbolicImport.Box> edge) {}

  static boolean looksLike(String text) {
    return text.lines()
        .limit(200)
        .anyMatch(
            l ->
                l.matches("^(317|327|P  UNITS|P  JOB).*")
                    && (l.startsWith("P") || l.length() > 30));
  }

  /** Reads records into a draft; places are left with y upwards, as the standard has them. */
  static Read read(String text, DraftBoard draft, Problems problems) {
    var reader = new BareBoardRecords(draft, problems);
    int line = 0;
    boolean ended = false;
    for (String record : (Iterable<String>) text.lines()::iterator) {
      line++;
      if (record.startsWith("999")) {
        ended = true;
        break;
      }
      reader.record(record, line);
    }
    if (!ended) {
      problems.add(line, "the end record 999 is missing: the file may be cut off");
    }
    if (!reader.unitsGiven) {
      problems.add(0, "no units are given; 0.0001 inch is assumed");
    }
    return new Read(
        reader.records, reader.unit == MICRON ? "0.001 mm" : "0.0001 inch", reader.edge);
  }

  private void record(String record, int line) {
    if (record.isBlank() || record.startsWith("C")) {
      return;
    }
    if (record.startsWith("P")) {
      parameter(record, line);
      return;
    }
    switch (record.length() < 3 ? "" : record.substring(0, 3)) {
      case "317", "327" -> test(record, line);
      case "389" -> board(record);
      case "367",
          "307",
          "378",
          "379",
          "370",
          "390",
          "017",
          "027",
          "078",
          "079",
          "099",
          "088",
          "089",
          "309",
          "317 " -> {}
      default ->
          problems.add(line, "\"" + DraftBoard.shortened(record) + "\" is no record of IPC-D-356A");
    }
  }

  private void parameter(String record, int line) {
    Matcher alias = ALIAS.matcher(record);
    Matcher units = UNITS.matcher(record);
    if (alias.matches()) {
      aliases.put(alias.group(1), DraftBoard.clean(alias.group(2)));
    } else if (units.matches()) {
      unitsGiven = true;
      switch (units.group(1).strip().toUpperCase(Locale.ROOT)) {
        case "CUST 0", "CUST", "CUST 2" -> unit = TENTH_MIL;
        case "CUST 1", "SI" -> unit = MICRON;
        default ->
            problems.add(
                line,
                "units "
                    + DraftBoard.shortened(units.group(1))
                    + " are not known; 0.0001 inch is assumed");
      }
    }
  }

  private static String column(String record, int from, int width) {
    return record.length() < from
        ? ""
        : record.substring(from - 1, Math.min(record.length(), from - 1 + width)).strip();
  }

  private void test(String record, int line) {
    records++;
    String written = column(record, 4, NET_WIDTH);
    String net = aliases.getOrDefault(written, written);
    String designator = column(record, 21, DESIGNATOR_WIDTH);
    String pin = column(record, 28, PIN_WIDTH);
    if (designator.isEmpty() || designator.equals("VIA")) {
      return;
    }
    if (pin.isEmpty()) {
      problems.add(line, "a record of " + designator + " has no pin in columns 28 to 31");
      return;
    }
    Optional<Point> at = Optional.empty();
    if (record.length() > 31) {
      Matcher place = PLACE.matcher(record.substring(31));
      if (place.find()) {
        at =
            Optional.of(
                new Point(
                    Integer.parseInt(place.group(1)) * unit,
                    Integer.parseInt(place.group(2)) * unit));
      }
    }
    if (at.isEmpty()) {
      problems.add(line, designator + "-" + pin + " has no place in columns 42 to 57");
    }
    boolean surface = record.startsWith("327");
    String access = column(record, 40, 2);
    Optional<Point> place = at;
    draft
        .part(designator, line)
        .ifPresent(
            part -> {
              part.underside |= surface && access.equals("02");
              draft
                  .pin(part, pin, place, line)
                  .filter(p -> !written.equalsIgnoreCase("N/C") && !net.isEmpty())
                  .ifPresent(p -> draft.join(net, p, line));
            });
  }

  private void board(String record) {
    if (!record.contains("BOARD_EDGE")) {
      return;
    }
    Matcher place = PLACE.matcher(record);
    while (place.find()) {
      double x = Integer.parseInt(place.group(1)) * unit;
      double y = Integer.parseInt(place.group(2)) * unit;
      edge = Optional.of(edge.map(b -> b.and(x, y)).orElse(SymbolicImport.Box.at(x, y)));
    }
  }

  /** What a board becomes, or the sentence that says why it cannot be written. */
  record Written(String text, Optional<String> refusal) {}

  /** Writes a board whose parts all have places; in micrometres, y upwards from the front edge. */
  static Written write(Board board) {
    StringBuilder out = new StringBuilder();
    Map<String, String> names = names(board);
    out.append("C  Raconteur, ").append(DraftBoard.clean(board.identity().title())).append('\n');
    out.append("P  JOB   ").append(board.identity().id()).append('\n');
    out.append("P  UNITS CUST 1\n");
    names.forEach(
        (net, alias) -> {
          if (!net.equals(alias)) {
            out.append("P  ").append(alias).append("  ").append(net).append('\n');
          }
        });
    double height = board.identity().heightMillimetres();
    if (height > 0) {
      long right = Math.round(board.identity().widthMillimetres() * 1000);
      long top = Math.round(height * 1000);
      out.append(
          String.format(
              Locale.ROOT,
              "389%-14s%24sX+000000Y+000000 X%+07dY+000000 X%+07dY%+07d X+000000Y%+07d%n",
              "BOARD_EDGE",
              "",
              right,
              right,
              top,
              top));
    }
    for (Part part : board.parts()) {
      if (!part.place().known() && part.pinsAt().isEmpty()) {
        return new Written(
            "",
            Optional.of(
                "IPC-D-356A wants a place for every pin; " + part.designator() + " has none."));
      }
      if (part.designator().length() > DESIGNATOR_WIDTH) {
        return new Written(
            "",
            Optional.of(
                "IPC-D-356A has room for designators of six characters; "
                    + part.designator()
                    + " is longer."));
      }
    }
    for (Net net : board.contents().nets()) {
      for (int i = 0; i < net.path().size(); i++) {
        boolean inside = i > 0 && i < net.path().size() - 1;
        String record =
            record(
                board,
                names.getOrDefault(net.name(), net.name()),
                net.path().get(i),
                inside,
                height);
        if (record.isEmpty()) {
          return new Written(
              "",
              Optional.of(
                  "IPC-D-356A has room for pin numbers of four characters; "
                      + net.path().get(i)
                      + " is longer."));
        }
        out.append(record);
      }
    }
    for (Part part : board.parts()) {
      for (PinRef pin : part.pins()) {
        if (board.writtenNetOf(pin).isEmpty()) {
          out.append(record(board, "N/C", pin, false, height));
        }
      }
    }
    return new Written(out.append("999\n").toString(), Optional.empty());
  }

  private static Map<String, String> names(Board board) {
    Map<String, String> names = new LinkedHashMap<>();
    for (Net net : board.contents().nets()) {
      boolean plain =
          net.name().length() <= NET_WIDTH
              && net.name().matches("[!-~]+")
              && !net.name().startsWith("NNAME")
              && !net.name().equalsIgnoreCase("N/C");
      names.put(net.name(), plain ? net.name() : "NNAME" + (names.size() + 1));
    }
    return names;
  }

  private static String record(Board board, String net, PinRef pin, boolean inside, double height) {
    if (pin.number().length() > PIN_WIDTH) {
      return "";
    }
    Part part = board.part(pin.part()).orElseThrow();
    Point at = Outline.pinOnBoard(part, pin.number());
    return String.format(
        Locale.ROOT,
        "317%-14s   %-6s-%-4s%sD0800PA00X%+07dY%+07dX1400Y0000R000 S0%n",
        net,
        pin.part(),
        pin.number(),
        inside ? "M" : " ",
        Math.round(at.x() * 1000),
        Math.round((height - at.y()) * 1000));
  }
}
