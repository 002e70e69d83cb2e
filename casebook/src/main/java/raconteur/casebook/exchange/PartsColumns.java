package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import raconteur.core.board.BoardContents;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.marking.Marking;
import raconteur.core.marking.MarkingReader;

/**
 * Which column of a parts list holds what: by its heading where what stands under it agrees, else
 * by what stands under it alone. Cost: every cell of the first rows is looked at once.
 *
 * @param designators the column of the places, empty where the table is no parts list
 * @param markings columns in which a device may be named, the likeliest first
 * @param remarks the columns of what is said of a part besides, what it is there for first
 * @param blocks the column that sorts the parts
 */
record PartsColumns(
    OptionalInt designators,
    List<Integer> markings,
    OptionalInt value,
    List<Integer> remarks,
    OptionalInt blocks) {
  /** Headings of the column of places, the surest first. */
  static final List<String> DESIGNATORS =
      List.of(
          "designator",
          "designators",
          "reference designator",
          "reference designators",
          "refdes",
          "ref des",
          "reference",
          "references",
          "reference(s)",
          "reference s",
          "ref",
          "refs",
          "designation",
          "location",
          "locations",
          "loc",
          "position",
          "positions",
          "pos",
          "place",
          "ic",
          "ic no",
          "ic location",
          "component",
          "components",
          "part ref",
          "part reference",
          "symbol",
          "part",
          "id",
          "item",
          "name",
          "chip",
          "no",
          "bauteil",
          "bezeichner",
          "referenz",
          "repère",
          "repere",
          "référence",
          "referencia",
          "riferimento");

  private static final List<String> MARKINGS =
      List.of(
          "device",
          "type",
          "chip",
          "ic",
          "part type",
          "component type",
          "part number",
          "part no",
          "part#",
          "part",
          "mpn",
          "marking",
          "markings",
          "ic type",
          "model",
          "name",
          "value",
          "val",
          "comment",
          "description",
          "desc",
          "designation",
          "component",
          "typ",
          "wert",
          "bezeichnung",
          "valeur",
          "valor",
          "valore",
          "tipo");
  private static final List<String> VALUES =
      List.of(
          "value",
          "val",
          "values",
          "comment",
          "description",
          "desc",
          "rating",
          "wert",
          "valeur",
          "valor",
          "valore");
  private static final List<String> REMARKS =
      List.of("remarks", "remark", "notes", "note", "comments", "info");

  /** Words that make a heading one of remarks. */
  private static final Pattern REMARKING =
      Pattern.compile("\\b(remarks?|notes?|where|what for|used for|purpose|role|does|job|use)\\b");

  /** What a column of words is headed that says nothing of what a part does. */
  private static final Pattern NO_REMARKS =
      Pattern.compile(
          "\\b(makers?|manufacturers?|manf|mfr|mfg|brand|vendors?|suppliers?|distributors?|shop|order"
              + "|sku|urls?|links?|datasheets?|price|cost|status|stock|library|lib|sheet|case|colou?r"
              + "|date|hersteller|fabricant|fabricante)\\b");

  private static final List<String> BLOCKS = List.of("block", "section", "group", "function");

  private static final Pattern A_VALUE =
      Pattern.compile("(?i)[0-9]+(?:[.,][0-9]+)? ?(?:[rkm]|ohms?|Ω|[km]?hz)[0-9]*.*");

  /** Headings of values under which people write words, too. */
  private static final Set<String> MAY_BE_WORDS = Set.of("comment", "description", "desc");

  /** A column of values has at least so many (judgement, no source). */
  private static final double FEW = 0.1;

  /** Of the words of a column that sorts, as many at most are said once (judgement, no source). */
  private static final double MOST_DIFFERENT = 0.5;

  private static final Pattern WORDS = Pattern.compile(".*\\p{L}{3,}.*");
  private static final Set<String> OTHERS =
      Set.of(
          "block",
          "section",
          "group",
          "function",
          "socket",
          "side",
          "layer",
          "rotation",
          "turned",
          "rot",
          "angle",
          "fitted",
          "qty",
          "quantity",
          "count",
          "menge",
          "anzahl",
          "stück",
          "stk",
          "quantité",
          "cantidad",
          "gehäuse",
          "bauform",
          "boîtier",
          "x",
          "y",
          "package",
          "footprint",
          "dnp",
          "line",
          "net",
          "pin");
  private static final double MOST = 0.6;
  private static final double OFTEN = 0.3;
  private static final int ROWS_LOOKED_AT = 400;

  PartsColumns {
    markings = List.copyOf(markings);
    remarks = List.copyOf(remarks);
  }

  /** Headings of the column of parts in a list of nets. */
  static String[] ofNets() {
    return DESIGNATORS.subList(0, DESIGNATORS.indexOf("symbol")).toArray(String[]::new);
  }

  /** All words that make a row one of headings. */
  static Set<String> headings() {
    Set<String> all = new TreeSet<>(DESIGNATORS);
    all.addAll(MARKINGS);
    all.addAll(VALUES);
    all.addAll(OTHERS);
    all.addAll(List.of("net name", "netname", "signal", "signal name", "pin number", "pin no"));
    all.addAll(REMARKS);
    all.addAll(List.of("pad", "node", "pins", "order", "x mm", "y mm", "posx", "posy"));
    return all;
  }

  static PartsColumns of(CsvTable table, MarkingReader reader) {
    Map<String, Boolean> asked = new HashMap<>();
    Predicate<String> device =
        cell -> asked.computeIfAbsent(cell, c -> !(reader.read(c) instanceof Marking.Unknown));
    OptionalInt designators = designators(table, device);
    List<Integer> markings =
        IntStream.range(0, table.columns())
            .filter(c -> designators.isEmpty() || c != designators.getAsInt())
            .filter(c -> !OTHERS.contains(table.heading(c)))
            .boxed()
            .sorted(
                Comparator.comparingDouble((Integer c) -> -share(table, c, device))
                    .thenComparingInt(c -> rank(MARKINGS, table.heading(c))))
            .filter(c -> MARKINGS.contains(table.heading(c)) || share(table, c, device) > 0)
            .toList();
    // Beside a column headed as one, or full of devices, a word of a remark that happens to name a
    // device is none.
    boolean headed = markings.stream().anyMatch(c -> MARKINGS.contains(table.heading(c)));
    boolean full = markings.stream().anyMatch(c -> share(table, c, device) >= OFTEN);
    if (headed || full) {
      markings =
          markings.stream()
              .filter(c -> share(table, c, device) >= OFTEN || mayMark(table, c, device, full))
              .toList();
    }
    OptionalInt value = value(table, designators, markings);
    OptionalInt blocks = blocks(table);
    return new PartsColumns(
        designators, markings, value, remarks(table, designators, markings, value, blocks), blocks);
  }

  /** One headed as a marking; beside a column full of devices not where no cell of it is one. */
  private static boolean mayMark(
      CsvTable table, int column, Predicate<String> device, boolean full) {
    return MARKINGS.contains(table.heading(column))
        && (!full
            || share(table, column, device) > 0
            || share(table, column, PartsColumns::isValue) > 0);
  }

  /** What a resistor, a capacitor or a crystal is of. */
  private static boolean isValue(String cell) {
    return CapacitorSpec.parse(cell).isPresent() || A_VALUE.matcher(cell.strip()).matches();
  }

  /**
   * The column that sorts the parts: its words come again, or are those every board is sorted by. A
   * column of as many words as parts says what each is there for, whatever it is headed.
   */
  private static OptionalInt blocks(CsvTable table) {
    OptionalInt headed = table.column(BLOCKS.toArray(String[]::new));
    if (headed.isEmpty()) {
      return headed;
    }
    List<String> words =
        table.rows().stream()
            .map(row -> row.cell(headed).strip().toLowerCase(Locale.ROOT))
            .filter(cell -> !cell.isEmpty())
            .toList();
    long different = words.stream().distinct().count();
    // A board that is exported says block, whatever its blocks are.
    boolean usual =
        table.heading(headed.getAsInt()).equals("block")
            || BoardContents.USUAL_BLOCKS.containsAll(words);
    return usual || different <= words.size() * MOST_DIFFERENT ? headed : OptionalInt.empty();
  }

  /**
   * The columns that are headed as saying what a part is there for, and then those of remarks; else
   * the last one of words that is nothing else.
   */
  private static List<Integer> remarks(
      CsvTable table,
      OptionalInt designators,
      List<Integer> markings,
      OptionalInt value,
      OptionalInt blocks) {
    List<Integer> left =
        IntStream.range(0, table.columns())
            .filter(c -> designators.isEmpty() || c != designators.getAsInt())
            .filter(c -> value.isEmpty() || c != value.getAsInt())
            .boxed()
            .filter(c -> !markings.contains(c) && !isOther(table, c, blocks))
            .toList();
    List<Integer> headed =
        left.stream()
            .filter(c -> isOfRemarks(table, c) || saysWhatFor(table, c))
            .sorted(Comparator.comparing((Integer c) -> isOfRemarks(table, c)))
            .toList();
    return headed.isEmpty()
        ? left.reversed().stream()
            .filter(c -> !NO_REMARKS.matcher(table.heading(c)).find())
            .filter(c -> share(table, c, cell -> WORDS.matcher(cell).matches()) >= MOST)
            .min(Comparator.comparing(c -> !table.heading(c).isBlank()))
            .stream()
            .toList()
        : headed;
  }

  /** Whether a column is headed as one of remarks of whatever kind. */
  static boolean isOfRemarks(CsvTable table, int column) {
    return REMARKS.contains(table.heading(column));
  }

  private static boolean saysWhatFor(CsvTable table, int column) {
    return BLOCKS.contains(table.heading(column))
        || REMARKING.matcher(table.heading(column)).find();
  }

  /**
   * Whether a heading stands for something else; one of blocks that are none says what parts do.
   */
  private static boolean isOther(CsvTable table, int column, OptionalInt blocks) {
    String heading = table.heading(column);
    return OTHERS.contains(heading) && !(blocks.isEmpty() && BLOCKS.contains(heading));
  }

  private static OptionalInt designators(CsvTable table, Predicate<String> device) {
    Predicate<String> place =
        cell -> DesignatorList.looksLike(cell) && !(cell.length() > 2 && device.test(cell));
    List<Integer> columns =
        IntStream.range(0, table.columns())
            .boxed()
            .filter(c -> share(table, c, place) >= MOST)
            .sorted(
                Comparator.comparingInt((Integer c) -> rank(DESIGNATORS, table.heading(c)))
                    .thenComparingDouble(c -> -share(table, c, place)))
            .toList();
    if (!columns.isEmpty()) {
      return OptionalInt.of(columns.getFirst());
    }
    return table.column(DESIGNATORS.subList(0, DESIGNATORS.indexOf("loc")).toArray(String[]::new));
  }

  /**
   * The column of values: of several headed so the one with most values in it. One of nothing but
   * words beside a column of devices says what parts are there for.
   */
  private static OptionalInt value(
      CsvTable table, OptionalInt designators, List<Integer> markings) {
    List<Integer> headed =
        IntStream.range(0, table.columns())
            .filter(c -> designators.isEmpty() || c != designators.getAsInt())
            .filter(c -> VALUES.contains(table.heading(c)))
            .boxed()
            .sorted(
                Comparator.comparingDouble((Integer c) -> -share(table, c, PartsColumns::isValue)))
            .toList();
    Optional<Integer> byHeading =
        headed.stream()
            .filter(
                c ->
                    !MAY_BE_WORDS.contains(table.heading(c))
                        || markings.isEmpty()
                        || markings.getFirst().equals(c)
                        || share(table, c, PartsColumns::isValue) >= FEW)
            .findFirst();
    if (byHeading.isPresent()) {
      return OptionalInt.of(byHeading.get());
    }
    return IntStream.range(0, table.columns())
        .filter(c -> designators.isEmpty() || c != designators.getAsInt())
        .filter(c -> !OTHERS.contains(table.heading(c)))
        .filter(c -> share(table, c, cell -> CapacitorSpec.parse(cell).isPresent()) > 0.1)
        .findFirst();
  }

  private static int rank(List<String> words, String heading) {
    int at = words.indexOf(heading);
    return at < 0 ? words.size() : at;
  }

  /** Of the cells that are not empty, how many fit. */
  private static double share(CsvTable table, int column, Predicate<String> fits) {
    List<String> cells = new ArrayList<>();
    for (CsvTable.Row row : table.rows().stream().limit(ROWS_LOOKED_AT).toList()) {
      String cell = row.cell(OptionalInt.of(column));
      if (!cell.isBlank()) {
        cells.add(cell);
      }
    }
    return cells.isEmpty() ? 0 : cells.stream().filter(fits).count() / (double) cells.size();
  }
}
