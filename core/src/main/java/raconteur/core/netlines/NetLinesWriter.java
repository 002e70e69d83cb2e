package raconteur.core.netlines;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Net;
import raconteur.core.board.NoConnect;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.SupplyName;
import raconteur.core.device.DevicePin;

/**
 * Writes a board's nets as lines that {@link NetLines} reads back: buses whose members run alike
 * are one line, pins in copper order. Of a supply's net the order is not kept. Cost: linear in the
 * pins but for the runs of a bus, which are tried at every length.
 */
public final class NetLinesWriter {
  private static final Pattern NUMBERED = Pattern.compile("(.*?[^0-9])([0-9]{1,4})");
  private static final Comparator<PinRef> BY_PLACE =
      Comparator.comparing((PinRef p) -> p.number())
          .thenComparing(p -> p.part().replaceAll("[0-9].*", ""))
          .thenComparingInt(
              p -> {
                Matcher numbered = NUMBERED.matcher(p.part());
                return numbered.matches() ? Integer.parseInt(numbered.group(2)) : 0;
              });

  private final Map<String, Part> parts = new LinkedHashMap<>();
  private final BoardContents board;
  private final StringBuilder text = new StringBuilder(NetLines.HEAD);

  private NetLinesWriter(BoardContents board) {
    this.board = board;
    board.parts().forEach(p -> parts.put(p.designator(), p));
  }

  public static String write(BoardContents board) {
    return new NetLinesWriter(board).write();
  }

  private String write() {
    Map<String, TreeMap<Integer, Net>> buses = new LinkedHashMap<>();
    List<Net> plain = new ArrayList<>();
    for (Net net : board.nets()) {
      Matcher numbered = NUMBERED.matcher(net.name());
      if (isSupply(net)) {
        supply(net);
      } else if (numbered.matches() && !numbered.group(2).matches("0[0-9]+")) {
        buses
            .computeIfAbsent(numbered.group(1), _ -> new TreeMap<>())
            .put(Integer.parseInt(numbered.group(2)), net);
      } else {
        plain.add(net);
      }
    }
    buses.forEach(board.identity().copperOrderKnown() ? this::bus : this::looseBus);
    plain.forEach(this::net);
    Map<String, List<PinRef>> free = new LinkedHashMap<>();
    for (NoConnect one : board.noConnects()) {
      free.computeIfAbsent(one.pin().part(), _ -> new ArrayList<>()).add(one.pin());
    }
    free.values().forEach(pins -> text.append("nc ").append(oneByOne(pins)).append('\n'));
    return text.toString();
  }

  private static boolean isSupply(Net net) {
    return SupplyName.isGround(net.name()) || SupplyName.volts(net.name()).isPresent();
  }

  private void supply(Net net) {
    var read = NetLines.read(net.name() + ": all", board.withNets(List.of()));
    Set<PinRef> all = new LinkedHashSet<>();
    read.contents().nets().forEach(n -> all.addAll(n.path()));
    if (all.isEmpty() || !net.path().containsAll(all)) {
      net(net);
      return;
    }
    text.append(net.name()).append(": all\n");
    List<PinRef> more = net.path().stream().filter(p -> !all.contains(p)).toList();
    if (!more.isEmpty()) {
      net(net.withPath(more));
    }
  }

  private void net(Net net) {
    StringBuilder line = new StringBuilder(net.name()).append(':');
    List<PinRef> path = new ArrayList<>(net.path());
    if (!board.identity().copperOrderKnown() || isSupply(net)) {
      path.sort(BY_PLACE);
    }
    for (int at = 0; at < path.size(); ) {
      int last = at;
      while (last + 1 < path.size()
          && path.get(last + 1).number().equals(path.get(at).number())
          && follows(path.get(last).part(), path.get(last + 1).part(), 1)) {
        last++;
      }
      line.append(' ')
          .append(
              last == at
                  ? path.get(at).toString()
                  : range(path.get(at).part(), path.get(last).part())
                      + "."
                      + path.get(at).number());
      at = last + 1;
    }
    text.append(line).append('\n');
  }

  /** A stretch of a bus that one part's pins run along. */
  private record Stretch(int from, int to) {}

  /**
   * Where nobody knows the copper's order: every part's longest run along the bus, those over the
   * same stretch on one line, then what is left net by net.
   */
  private void looseBus(String stem, NavigableMap<Integer, Net> members) {
    Map<Integer, Set<PinRef>> left = new TreeMap<>();
    members.forEach((n, net) -> left.put(n, new LinkedHashSet<>(net.path())));
    Map<Stretch, StringBuilder> lines = new LinkedHashMap<>();
    for (int from : members.keySet()) {
      for (PinRef first : List.copyOf(left.getOrDefault(from, Set.of()))) {
        Optional<List<PinRef>> run = longestRun(from, first, left);
        if (run.isPresent()) {
          int to = from + run.get().size() - 1;
          lines
              .computeIfAbsent(new Stretch(from, to), _ -> new StringBuilder())
              .append(' ')
              .append(item(run.get()).orElseThrow());
          for (int n = from; n <= to; n++) {
            left.getOrDefault(n, Set.of()).remove(run.get().get(n - from));
          }
        }
      }
    }
    lines.forEach(
        (s, items) ->
            text.append(stem)
                .append(s.from())
                .append('-')
                .append(s.to())
                .append(':')
                .append(items)
                .append('\n'));
    left.forEach(
        (n, pins) -> {
          Net net = members.get(n);
          if (net != null && !pins.isEmpty()) {
            net(net.withPath(List.copyOf(pins)));
          }
        });
  }

  /** The longest run that begins with a pin, over at least two nets. */
  private Optional<List<PinRef>> longestRun(
      int from, PinRef first, Map<Integer, Set<PinRef>> left) {
    Optional<List<PinRef>> best = Optional.empty();
    for (PinRef second : left.getOrDefault(from + 1, Set.of())) {
      List<PinRef> run = new ArrayList<>(List.of(first, second));
      if (item(run).isEmpty()) {
        continue;
      }
      for (int n = from + 2; left.containsKey(n); n++) {
        Optional<PinRef> next =
            left.getOrDefault(n, Set.of()).stream()
                .filter(
                    p -> {
                      List<PinRef> longer = new ArrayList<>(run);
                      longer.add(p);
                      return item(longer).isPresent();
                    })
                .findFirst();
        if (next.isEmpty()) {
          break;
        }
        run.add(next.get());
      }
      if (best.isEmpty() || best.get().size() < run.size()) {
        best = Optional.of(run);
      }
    }
    return best;
  }

  /** As few lines as a greedy reading finds: the longest run from each member on. */
  private void bus(String stem, NavigableMap<Integer, Net> members) {
    List<Integer> numbers = new ArrayList<>(members.keySet());
    for (int at = 0; at < numbers.size(); ) {
      Optional<String> best = Optional.empty();
      int used = 1;
      for (int last = at + 1;
          last < numbers.size() && numbers.get(last) == numbers.get(at) + last - at;
          last++) {
        List<Net> run =
            numbers.subList(at, last + 1).stream()
                .map(n -> java.util.Objects.requireNonNull(members.get(n)))
                .toList();
        Optional<String> items = items(run);
        if (items.isEmpty()) {
          break;
        }
        best = Optional.of(stem + numbers.get(at) + "-" + numbers.get(last) + ":" + items.get());
        used = last - at + 1;
      }
      if (best.isPresent()) {
        text.append(best.get()).append('\n');
      } else {
        net(java.util.Objects.requireNonNull(members.get(numbers.get(at))));
      }
      at += used;
    }
  }

  /** The items of a line for nets that run alike; empty where they do not. */
  private Optional<String> items(List<Net> run) {
    int length = run.getFirst().path().size();
    if (run.stream().anyMatch(n -> n.path().size() != length)) {
      return Optional.empty();
    }
    StringBuilder items = new StringBuilder();
    for (int k = 0; k < length; k++) {
      int position = k;
      Optional<String> item = item(run.stream().map(n -> n.path().get(position)).toList());
      if (item.isEmpty()) {
        return Optional.empty();
      }
      items.append(' ').append(item.get());
    }
    return Optional.of(items.toString());
  }

  private Optional<String> item(List<PinRef> pins) {
    PinRef first = pins.getFirst();
    PinRef last = pins.getLast();
    if (pins.stream().allMatch(p -> p.part().equals(first.part()))) {
      return steps(pins.stream().map(PinRef::number).toList())
          ? Optional.of(first + "-" + last.number())
          : named(pins).or(() -> Optional.of(oneByOne(pins)));
    }
    boolean row = true;
    for (int i = 1; i < pins.size(); i++) {
      row &=
          pins.get(i).number().equals(first.number())
              && follows(pins.get(i - 1).part(), pins.get(i).part(), 1);
    }
    return row
        ? Optional.of(range(first.part(), last.part()) + "." + first.number())
        : Optional.empty();
  }

  private static String oneByOne(List<PinRef> pins) {
    return pins.getFirst().part()
        + "."
        + pins.stream().map(PinRef::number).collect(Collectors.joining(","));
  }

  /** By the names of the pins, where they run and each is the name of one pin only. */
  private Optional<String> named(List<PinRef> pins) {
    Part part = java.util.Objects.requireNonNull(parts.get(pins.getFirst().part()));
    List<String> names =
        pins.stream()
            .map(p -> part.device().pin(p.number()).map(DevicePin::name).orElse(""))
            .toList();
    boolean plain =
        names.stream()
            .allMatch(
                n ->
                    NUMBERED.matcher(n).matches()
                        && part.device().pin(n).isEmpty()
                        && part.device().pins().stream().filter(p -> p.name().equals(n)).count()
                            == 1);
    if (!plain) {
      return Optional.empty();
    }
    for (int step : new int[] {1, -1}) {
      boolean runs = true;
      for (int i = 1; i < names.size(); i++) {
        runs &= follows(names.get(i - 1), names.get(i), step);
      }
      if (runs) {
        return Optional.of(part.designator() + "." + names.getFirst() + "-" + names.getLast());
      }
    }
    return Optional.empty();
  }

  private static boolean steps(List<String> numbers) {
    if (numbers.stream().anyMatch(n -> !n.matches("[0-9]{1,4}"))) {
      return false;
    }
    int step = Integer.parseInt(numbers.get(1)) - Integer.parseInt(numbers.get(0));
    if (Math.abs(step) != 1) {
      return false;
    }
    for (int i = 1; i < numbers.size(); i++) {
      if (Integer.parseInt(numbers.get(i)) - Integer.parseInt(numbers.get(i - 1)) != step) {
        return false;
      }
    }
    return true;
  }

  private static boolean follows(String before, String after, int step) {
    Matcher one = NUMBERED.matcher(before);
    Matcher other = NUMBERED.matcher(after);
    return one.matches()
        && other.matches()
        && one.group(1).equals(other.group(1))
        && Integer.parseInt(other.group(2)) - Integer.parseInt(one.group(2)) == step;
  }

  private static String range(String first, String last) {
    return first + "-" + last;
  }
}
