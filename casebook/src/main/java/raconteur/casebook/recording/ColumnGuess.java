package raconteur.casebook.recording;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a column is, by its heading and by what is in it.
 *
 * @param unit said below or beside its heading, empty where only the heading may say one
 * @param cells of the rows that were looked at, none of them blank
 */
record ColumnGuess(int at, String heading, String unit, List<String> cells) {
  private static final Pattern MARKED_HEX =
      Pattern.compile("(?i)(0x|\\$|&h)[0-9a-f]{1,8}|[0-9a-f]{1,8}h");
  private static final Pattern HEX = Pattern.compile("[0-9A-Fa-f]{2,8}");
  private static final Pattern BINARY = Pattern.compile("(?i)(0b)?[01]{4,32}");
  private static final Pattern RANGE =
      Pattern.compile(
          "(.*?)\\s*[\\[(<]?\\s*([0-9]{1,2})\\s*(?::|\\.\\.|-|to)\\s*[A-Za-z]*([0-9]{1,2})\\s*[\\])>]?");

  /** Above this no line of a logic board is said in volts. */
  private static final double MOST_VOLTS = 100;

  ColumnGuess {
    cells = List.copyOf(cells);
  }

  /** The column, empty where it is no line. */
  Optional<TableColumn> column() {
    if (!reason().isEmpty()) {
      return Optional.empty();
    }
    if (isBus()) {
      return Optional.of(bus());
    }
    return Optional.of(
        isLevels()
            ? new TableColumn.Levels(at, heading, heading)
            : new TableColumn.Volts(at, heading, heading, Units.volts(ownUnit()).orElse(1)));
  }

  /** Why it is no line; empty where it is one. */
  String reason() {
    String own = ownUnit();
    if (Units.isOther(own) && !(isLevels() && Units.inBrackets(heading).isEmpty())) {
      return quoted() + " is in " + own + "; a line is given in V or mV, or as 0 and 1";
    }
    boolean time =
        Units.seconds(Units.inBrackets(heading)).isPresent()
            || heading.matches("(?i).*\\btime\\b.*");
    if (time && !isLevels()) {
      return quoted() + " is one more time";
    }
    if (isLevels() || isBus()) {
      return "";
    }
    Optional<String> word =
        cells.stream()
            .filter(
                c ->
                    !Figure.is(c) && !Figure.isMissing(c) && Figure.with(c, Units::volts).isEmpty())
            .findFirst();
    if (word.isPresent()) {
      return quoted() + " holds \"" + word.get() + "\", which is no level and no figure";
    }
    Optional<String> much =
        cells.stream()
            .filter(c -> Math.abs(Figure.of(c).orElse(0)) * Units.volts(own).orElse(1) > MOST_VOLTS)
            .findFirst();
    return much.map(
            c ->
                quoted()
                    + " holds figures such as "
                    + c
                    + ", which are no volts of a line; the lines of a bus are read from 0x1F"
                    + " or from bits")
        .orElse("");
  }

  private String quoted() {
    return "\"" + heading + "\"";
  }

  private String ownUnit() {
    return unit.isEmpty() ? Units.of(heading) : unit.toLowerCase(java.util.Locale.ROOT);
  }

  private boolean isLevels() {
    return !cells.isEmpty() && cells.stream().allMatch(Figure::isLevel);
  }

  private boolean all(Pattern pattern) {
    return cells.stream().allMatch(c -> pattern.matcher(c).matches());
  }

  private boolean oneWidth() {
    return cells.stream().mapToInt(String::length).distinct().count() == 1;
  }

  private boolean isBus() {
    if (cells.isEmpty() || Units.volts(ownUnit()).isPresent()) {
      return false;
    }
    Predicate<String> value = c -> !c.matches("(?i)[xz]+");
    List<String> values = cells.stream().filter(value).toList();
    return !values.isEmpty()
        && (values.stream().allMatch(c -> MARKED_HEX.matcher(c).matches())
            || isDecimal(values)
            || isBinary()
            || isHex(values));
  }

  private boolean isDecimal(List<String> values) {
    return heading.matches("(?i).*\\bdec(imal)?\\b.*")
        && values.stream().allMatch(v -> v.matches("[0-9]{1,9}"));
  }

  /** Bits of one width, or of the width its heading says. */
  private boolean isBinary() {
    return all(BINARY) && oneWidth();
  }

  /** Digits of one width with a letter among them, or that begin with a nought. */
  private boolean isHex(List<String> values) {
    boolean letters = values.stream().anyMatch(c -> c.matches(".*[A-Fa-f].*"));
    boolean nought = values.stream().anyMatch(c -> c.startsWith("0"));
    // DC and AC are words.
    boolean digits = values.stream().anyMatch(c -> c.matches(".*[0-9].*"));
    return values.stream().allMatch(c -> HEX.matcher(c).matches())
        && oneWidth()
        && digits
        && (letters || nought || RANGE.matcher(heading).matches());
  }

  private TableColumn bus() {
    if (isDecimal(cells)) {
      long most = cells.stream().mapToLong(Long::parseLong).max().orElse(0);
      int bits = most < 1 << 8 ? 8 : most < 1 << 16 ? 16 : 32;
      String name = heading.replaceAll("(?i)\\W*\\bdec(imal)?\\b\\W*", "");
      return new TableColumn.Bus(at, heading, TableColumn.Bus.lines(name, bits - 1, 0), 10);
    }
    boolean binary = isBinary();
    int digits =
        cells.stream().map(TableColumn.Bus::digits).mapToInt(String::length).max().orElse(1);
    int width = binary ? digits : digits * 4;
    Matcher range = RANGE.matcher(heading);
    boolean ranged = range.matches();
    String stem = ranged ? range.group(1) : heading;
    int high = ranged ? Integer.parseInt(range.group(2)) : width - 1;
    int low = ranged ? Integer.parseInt(range.group(3)) : 0;
    return new TableColumn.Bus(
        at, heading, TableColumn.Bus.lines(stem, high, low), binary ? 2 : 16);
  }
}
