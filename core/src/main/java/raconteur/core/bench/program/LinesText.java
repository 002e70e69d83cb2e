package raconteur.core.bench.program;

import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/**
 * What every fault by itself does to a board's lines, as text: a first line with the mark of what
 * it was made for, then one line a fault with what differs from the healthy board, net by net, or
 * pin by pin where the pins of a net differ. Written down in docs/formats/simulate.md.
 */
public final class LinesText {
  /** Stands in place of a fault on the line that has every line of the healthy board. */
  public static final String HEALTHY = "healthy";

  private static final String FORMAT = "raconteur-lines/1 ";
  private static final Map<Signal, Character> CODES = new EnumMap<>(Signal.class);
  private static final Map<Character, Signal> SIGNALS = new HashMap<>();

  /* By the board's id: the head of a file stands for one board only, and cases come and go. */
  private static final Map<String, Lines> SHIPPED = new ConcurrentHashMap<>();

  static {
    CODES.put(Signal.LOW, 'L');
    CODES.put(Signal.HIGH, 'H');
    CODES.put(Signal.TOGGLING, 'T');
    CODES.put(Signal.FLOATING, 'F');
    CODES.put(Signal.BETWEEN, 'B');
    CODES.put(Signal.DOUBTFUL, 'D');
    CODES.forEach((signal, code) -> SIGNALS.put(code, signal));
  }

  private LinesText() {}

  /**
   * What is known of a board's lines.
   *
   * @param healthy what a probe shows on the healthy board
   * @param changed by the fault's words what differs with it
   */
  public record Lines(Map<PinRef, Signal> healthy, Map<String, Map<PinRef, Signal>> changed) {
    public static final Lines NONE = new Lines(Map.of(), Map.of());

    public Lines {
      healthy = Map.copyOf(healthy);
      changed = Map.copyOf(changed);
    }
  }

  /** The first line of a file for a board with what is in its ROMs and cartridges. */
  public static String head(SimulatedBoard board) {
    return FORMAT + DictionaryText.mark(board);
  }

  /**
   * One fault as a line, without its end.
   *
   * @param healthy the healthy board's lines; empty for all to be written
   */
  public static String line(
      Board board, String fault, Map<PinRef, Signal> shown, Map<PinRef, Signal> healthy) {
    StringBuilder line = new StringBuilder(fault).append('\t');
    String between = "";
    for (Net net : board.nets()) {
      List<PinRef> pins = net.path().stream().filter(shown::containsKey).toList();
      boolean differs = pins.stream().anyMatch(p -> shown.get(p) != healthy.get(p));
      if (differs) {
        boolean alike = pins.stream().map(shown::get).distinct().count() == 1;
        Collection<PinRef> told = alike ? List.of(pins.getFirst()) : pins;
        for (PinRef pin : told) {
          line.append(between).append(alike ? net.name() : pin.toString()).append('=');
          line.append(CODES.getOrDefault(shown.get(pin), 'D'));
          between = " ";
        }
      }
    }
    return line.toString();
  }

  /** What lines say of a board; words that say nothing of this board are passed over. */
  public static Lines read(Board board, List<String> lines) {
    Map<String, List<PinRef>> places = places(board);
    Map<PinRef, Signal> healthy = Map.of();
    Map<String, Map<PinRef, Signal>> changed = new LinkedHashMap<>();
    for (String line : lines) {
      int tab = line.indexOf('\t');
      if (tab > 0) {
        Map<PinRef, Signal> shown = shown(places, line.substring(tab + 1));
        if (line.startsWith(HEALTHY + "\t")) {
          healthy = shown;
        } else {
          changed.put(line.substring(0, tab), shown);
        }
      }
    }
    return new Lines(healthy, changed);
  }

  private static Map<String, List<PinRef>> places(Board board) {
    Map<String, List<PinRef>> places = new HashMap<>();
    for (Net net : board.nets()) {
      net.path().forEach(pin -> places.put(pin.toString(), List.of(pin)));
    }
    board.nets().forEach(net -> places.put(net.name(), net.path()));
    return places;
  }

  private static Map<PinRef, Signal> shown(Map<String, List<PinRef>> places, String words) {
    Map<PinRef, Signal> shown = new HashMap<>();
    for (String word : words.split(" ", -1)) {
      int equals = word.lastIndexOf('=');
      Optional<Signal> signal =
          equals > 0 && equals + 2 == word.length()
              ? signal(word.charAt(equals + 1))
              : Optional.empty();
      if (signal.isPresent()) {
        places
            .getOrDefault(word.substring(0, equals), List.of())
            .forEach(pin -> shown.put(pin, signal.get()));
      }
    }
    return shown;
  }

  private static Optional<Signal> signal(char code) {
    return Optional.ofNullable(SIGNALS.get(code));
  }

  /** The lines that ship for a board; none where the board is not the one they were made for. */
  public static Lines shipped(Board board) {
    List<String> lines = DictionaryText.shippedLines(board, ".lines", LinesText::head);
    return lines.isEmpty()
        ? Lines.NONE
        : SHIPPED.computeIfAbsent(board.identity().id(), _ -> read(board, lines));
  }
}
