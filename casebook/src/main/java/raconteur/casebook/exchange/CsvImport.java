package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.PinRef;
import raconteur.core.marking.MarkingReader;

/** Parts lists and net lists as tables, their columns known by their headings. */
final class CsvImport {
  private static final Pattern NODE = Pattern.compile("(.+?)[.\\-:/](.+)");
  static final String NOT_FITTED =
      "(?i)no|false|0|dnp|dnf|n/?p|n/?f|not (fitted|placed|populated|mounted|installed)|unpopulated"
          + "|unfitted|absent|empty|empty socket|omitted";

  private static final Pattern A_PIN =
      Pattern.compile("[A-Za-z]{1,4}[0-9]{1,4}[A-Za-z]?[.\\-:][0-9]{1,3}");

  private static final double NEARLY_ALL = 0.9;

  /** What only draws a line between the headings and the rows. */
  private static final Pattern RULE = Pattern.compile("[-:=_\\s]*");

  private final CsvTable table;
  private final DraftBoard draft;
  private final Problems problems;
  private final List<String> understood;

  private CsvImport(CsvTable table, DraftBoard draft, Problems problems, List<String> understood) {
    this.table = table;
    this.draft = draft;
    this.problems = problems;
    this.understood = understood;
  }

  /** Reads a table into a draft; the kind of table in words, empty where it is none we know. */
  static Optional<String> read(
      CsvTable table,
      MarkingReader markings,
      DraftBoard draft,
      Problems problems,
      List<String> understood) {
    var reader = new CsvImport(table, draft, problems, understood);
    OptionalInt net = table.column("net", "net name", "netname", "signal", "signal name");
    OptionalInt designator = table.column(PartsColumns.ofNets());
    OptionalInt pin = table.column("pin", "pin number", "pin no", "pad", "node", "pins");
    if (net.isPresent() && pin.isPresent()) {
      reader.nets(net, designator, pin);
      return Optional.of("net list, CSV with " + table.delimiterWord());
    }
    List<Integer> pins =
        IntStream.range(0, table.columns()).filter(reader::isOfPins).boxed().toList();
    if (pins.size() > 1 || (pins.size() == 1 && net.isPresent())) {
      reader.fromTo(net, pins);
      return Optional.of("net list, CSV with " + table.delimiterWord());
    }
    PartsColumns columns = PartsColumns.of(table, markings);
    if (columns.designators().isEmpty()) {
      return Optional.empty();
    }
    reader.parts(columns);
    return Optional.of("parts list, CSV with " + table.delimiterWord());
  }

  /** Whether nearly all that stands in a column is a pin, or several: {@code U1-30}. */
  private boolean isOfPins(int column) {
    List<String> cells =
        table.rows().stream()
            .map(row -> row.cell(OptionalInt.of(column)))
            .filter(cell -> !cell.isBlank())
            .toList();
    long pins =
        cells.stream()
            .filter(
                cell ->
                    Arrays.stream(cell.strip().split("[,;\\s]+", -1))
                        .allMatch(word -> A_PIN.matcher(word).matches()))
            .count();
    return !cells.isEmpty() && pins >= NEARLY_ALL * cells.size();
  }

  /** A net a row, its pins in several columns. */
  private void fromTo(OptionalInt net, List<Integer> pins) {
    OptionalInt name =
        net.isPresent()
            ? net
            : IntStream.range(0, table.columns()).filter(c -> !pins.contains(c)).findFirst();
    for (CsvTable.Row row : table.rows()) {
      List<String[]> nodes = new ArrayList<>();
      for (int column : pins) {
        nodes.addAll(nodes(row, OptionalInt.empty(), OptionalInt.of(column)));
      }
      String called = row.cell(name);
      String joined = called.isBlank() && !nodes.isEmpty() ? "N" + row.line() : called;
      for (String[] node : nodes) {
        draft
            .part(node[0], row.line())
            .flatMap(part -> draft.pin(part, node[1], Optional.empty(), row.line()))
            .ifPresent(pin -> draft.join(joined, pin, row.line()));
      }
    }
  }

  private void parts(PartsColumns columns) {
    OptionalInt designator = columns.designators();
    OptionalInt value = columns.value();
    OptionalInt block = columns.blocks();
    OptionalInt socket = table.column("socket");
    OptionalInt side = table.column("side", "layer", "tb");
    OptionalInt turned = table.column("rotation", "turned", "rot", "angle");
    OptionalInt fitted = table.column("fitted", "populate", "populated", "mounted", "dnp", "dnf");
    var x = table.placeColumn("x");
    var y = table.placeColumn("y");
    for (CsvTable.Row row : table.rows()) {
      DesignatorList list = DesignatorList.read(row.cell(designator));
      boolean alone = row.cells().stream().filter(cell -> !cell.isBlank()).count() <= 1;
      boolean ruled = row.cells().stream().allMatch(cell -> RULE.matcher(cell).matches());
      boolean sum = row.cell(designator).matches("(?i)(sub-?)?totals?|sum|summe|gesamt|somme");
      if (ruled || sum || (alone && !DesignatorList.looksLike(row.cell(designator)))) {
        // A heading of a group, what only divides rows, or what they come to.
        continue;
      }
      list.problem().ifPresent(words -> problems.add(row.line(), words));
      List<String> texts =
          columns.markings().stream()
              .map(c -> DraftBoard.clean(row.cell(OptionalInt.of(c))))
              .filter(t -> !t.isBlank())
              .toList();
      for (String name : list.names()) {
        if (draft.has(name)) {
          problems.add(row.line(), name + " stands there twice; the first one is kept");
          continue;
        }
        draft
            .part(name, row.line())
            .ifPresent(
                part -> {
                  part.texts.addAll(texts);
                  part.value = DraftBoard.clean(row.cell(value));
                  part.block = DraftBoard.clean(row.cell(block)).toLowerCase(Locale.ROOT);
                  part.socket = socket(row.cell(socket));
                  List<String> said =
                      columns.remarks().stream()
                          .map(c -> DraftBoard.clean(row.cell(OptionalInt.of(c))))
                          .filter(text -> !text.isBlank())
                          .toList();
                  part.remarks = String.join("; ", said);
                  part.whatFor = said.isEmpty() ? "" : said.getFirst();
                  part.fitted =
                      !notFitted(row.cell(fitted), fitted)
                          && texts.stream().noneMatch(t -> t.matches(NOT_FITTED));
                  part.underside =
                      row.cell(side).matches("(?i)bottom|under|underside|b|solder|b\\.cu");
                  part.turned = CsvTable.number(row.cell(turned)).orElse(0.0);
                  part.at = point(row, x, y);
                });
      }
    }
    understood.add(
        "columns: designator"
            + (columns.markings().isEmpty() ? "" : ", device")
            + named(", value", value)
            + named(", block", block)
            + named(", socket", socket)
            + columns.remarks().stream()
                .map(c -> PartsColumns.isOfRemarks(table, c) ? ", remarks" : ", what parts do")
                .collect(Collectors.joining())
            + (x.isPresent() && y.isPresent() ? ", place" : ""));
  }

  /** A column {@code DNP} says yes where the part is not there; any other says no. */
  private boolean notFitted(String cell, OptionalInt column) {
    boolean inverse = column.isPresent() && table.heading(column.getAsInt()).startsWith("dn");
    return inverse
        ? !cell.isBlank() && !cell.matches("(?i)no|false|0|fitted")
        : cell.matches(NOT_FITTED);
  }

  private static String named(String word, OptionalInt column) {
    return column.isPresent() ? word : "";
  }

  private static String socket(String word) {
    String plain = word.toLowerCase(Locale.ROOT);
    if (plain.isEmpty() || plain.matches("no|none|soldered|0|false")) {
      return "";
    }
    return plain.contains("turned")
        ? "turned pin"
        : plain.contains("dual") ? "dual wipe" : "single wipe";
  }

  private Optional<Point> point(
      CsvTable.Row row,
      Optional<Map.Entry<Integer, Double>> x,
      Optional<Map.Entry<Integer, Double>> y) {
    if (x.isEmpty() || y.isEmpty()) {
      return Optional.empty();
    }
    String textX = row.cell(OptionalInt.of(x.get().getKey()));
    String textY = row.cell(OptionalInt.of(y.get().getKey()));
    if (textX.isEmpty() && textY.isEmpty()) {
      return Optional.empty();
    }
    Optional<Double> valueX = CsvTable.number(textX);
    Optional<Double> valueY = CsvTable.number(textY);
    if (valueX.isEmpty() || valueY.isEmpty()) {
      problems.add(
          row.line(),
          "the place \"" + DraftBoard.shortened(textX + " " + textY) + "\" is not two numbers");
      return Optional.empty();
    }
    double unit = x.get().getValue() == 0 ? unit(textX) : x.get().getValue();
    return Optional.of(new Point(valueX.get() * unit, valueY.get() * unit));
  }

  /** The unit written after a number; millimetres where there is none. */
  private static double unit(String text) {
    String plain = text.toLowerCase(Locale.ROOT);
    return plain.endsWith("mil") || plain.endsWith("mils")
        ? 0.0254
        : plain.endsWith("in") || plain.endsWith("inch") ? 25.4 : 1;
  }

  /** A row of a net list, before the rows are put in order. */
  private record Node(String net, PinRef pin, double order, int line) {}

  private void nets(OptionalInt net, OptionalInt designator, OptionalInt pin) {
    OptionalInt order = table.column("order", "sequence", "position in net", "no");
    var x = table.placeColumn("x");
    var y = table.placeColumn("y");
    List<Node> nodes = new ArrayList<>();
    boolean ordered = false;
    for (CsvTable.Row row : table.rows()) {
      String name = row.cell(net);
      for (String[] node : nodes(row, designator, pin)) {
        Optional<Double> place = CsvTable.number(row.cell(order));
        ordered |= place.isPresent();
        draft
            .part(node[0], row.line())
            .flatMap(part -> draft.pin(part, node[1], point(row, x, y), row.line()))
            .ifPresent(
                ref ->
                    nodes.add(new Node(name, ref, place.orElse(nodes.size() + 1e6), row.line())));
      }
    }
    if (ordered) {
      nodes.sort(Comparator.comparingDouble(Node::order));
      understood.add("the copper order, from its column");
    }
    nodes.forEach(n -> draft.join(n.net(), n.pin(), n.line()));
  }

  /** The pins of a row: one of a designator, or several written U1.3 U2-4. */
  private List<String[]> nodes(CsvTable.Row row, OptionalInt designator, OptionalInt pin) {
    List<String[]> nodes = new ArrayList<>();
    if (designator.isPresent()) {
      nodes.add(new String[] {row.cell(designator), row.cell(pin)});
      return nodes;
    }
    for (String word : row.cell(pin).split("[,;\\s]+", -1)) {
      Matcher node = NODE.matcher(word);
      if (node.matches()) {
        nodes.add(new String[] {node.group(1), node.group(2)});
      } else if (!word.isEmpty()) {
        problems.add(
            row.line(), "\"" + DraftBoard.shortened(word) + "\" is no pin; a pin is written U14.3");
      }
    }
    return nodes;
  }
}
