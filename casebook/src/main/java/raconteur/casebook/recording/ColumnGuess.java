package raconteur.casebook.recording;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
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

  /** Fewer noughts and ones in a row may as well be a figure in hexadecimal; a judgement. */
  private static final int FEWEST_BITS = 8;

  /** Above this no line of a logic board is said in volts; a judgement. */
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
            ? new TableColumn.Levels(at, heading)
            : new TableColumn.Volts(at, heading, Units.volts(ownUnit()).orElse(1)));
  }

  /** Why it is no line; empty where it is one. */
  String reason() {
    String own = ownUnit();
    if (Units.isOther(own) && !(isLevels() && Units.inBrackets(heading).isEmpty())) {
      return quoted() + " is in " + asWritten(own) + "; a line is given in V or mV, or as 0 and 1";
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
    if (values().stream().allMatch(c -> BINARY.matcher(c).matches()) && !values().isEmpty()) {
      return quoted() + " may be bits or hexadecimal; a heading such as A3-A0, 0b or 0x would say";
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

  private String asWritten(String ofUnit) {
    int from = heading.toLowerCase(Locale.ROOT).lastIndexOf(ofUnit);
    return !unit.isEmpty() || from < 0 ? unit : heading.substring(from, from + ofUnit.length());
  }

  private String quoted() {
    return "\"" + heading + "\"";
  }

  private String ownUnit() {
    return unit.isEmpty() ? Units.of(heading) : unit.toLowerCase(Locale.ROOT);
  }

  private boolean isLevels() {
    return !cells.isEmpty() && cells.stream().allMatch(Figure::isLevel);
  }

  /** The figures among the cells: a bus may float or be unknown now and then. */
  private List<String> values() {
    return cells.stream().filter(c -> !c.matches("(?i)[xz]+")).toList();
  }

  private boolean isBus() {
    return radix().isPresent();
  }

  /** To which base its figures are; empty where it is no bus, or where that cannot be told. */
  private OptionalInt radix() {
    List<String> values = values();
    if (values.isEmpty() || Units.volts(ownUnit()).isPresent()) {
      return OptionalInt.empty();
    }
    if (values.stream().allMatch(c -> MARKED_HEX.matcher(c).matches())) {
      return OptionalInt.of(16);
    }
    if (heading.matches("(?i).*\\bdec(imal)?\\b.*")
        && values.stream().allMatch(v -> v.matches("[0-9]{1,9}"))) {
      return OptionalInt.of(10);
    }
    if (values.stream().mapToInt(String::length).distinct().count() > 1) {
      return OptionalInt.empty();
    }
    if (values.stream().allMatch(c -> BINARY.matcher(c).matches())) {
      return ofBits(TableColumn.Bus.digits(values.getFirst()).length(), values.getFirst());
    }
    boolean letters = values.stream().anyMatch(c -> c.matches(".*[A-Fa-f].*"));
    boolean nought = values.stream().anyMatch(c -> c.startsWith("0"));
    // DC and AC are words.
    boolean digits = values.stream().anyMatch(c -> c.matches(".*[0-9].*"));
    boolean hex =
        values.stream().allMatch(c -> HEX.matcher(c).matches())
            && digits
            && (letters || nought || range().isPresent());
    return hex ? OptionalInt.of(16) : OptionalInt.empty();
  }

  /** Noughts and ones alone: bits where the heading, their mark or their number says so. */
  private OptionalInt ofBits(int digits, String value) {
    if (range().isPresent()) {
      int width = range().get().width();
      return width == digits
          ? OptionalInt.of(2)
          : width == digits * 4 ? OptionalInt.of(16) : OptionalInt.empty();
    }
    boolean bits = value.startsWith("0b") || digits >= FEWEST_BITS;
    return bits ? OptionalInt.of(2) : OptionalInt.empty();
  }

  /** A heading such as {@code A15-A0}. */
  private record Range(String stem, int high, int low) {
    int width() {
      return Math.abs(high - low) + 1;
    }
  }

  private Optional<Range> range() {
    Matcher range = RANGE.matcher(heading);
    return range.matches()
        ? Optional.of(
                new Range(
                    range.group(1),
                    Integer.parseInt(range.group(2)),
                    Integer.parseInt(range.group(3))))
            .filter(r -> r.width() <= TableColumn.Bus.WIDEST)
        : Optional.empty();
  }

  private TableColumn bus() {
    int radix = radix().orElseThrow();
    List<String> values = values().stream().map(TableColumn.Bus::digits).toList();
    int digits = values.stream().mapToInt(String::length).max().orElse(1);
    int bits =
        switch (radix) {
          case 2 -> digits;
          case 16 -> digits * 4;
          default -> bitsOf(values.stream().mapToLong(Long::parseLong).max().orElse(0));
        };
    String name = heading.replaceAll("(?i)\\W*\\bdec(imal)?\\b\\W*", "");
    Range range = range().orElse(new Range(name, bits - 1, 0));
    return new TableColumn.Bus(
        at, heading, TableColumn.Bus.lines(range.stem(), range.high(), range.low()), radix);
  }

  private static int bitsOf(long most) {
    return most < 1 << 8 ? 8 : most < 1 << 16 ? 16 : TableColumn.Bus.WIDEST;
  }
}
