package raconteur.core.predict;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.device.PinKind;

/**
 * The data lines of boards of which no net is known: those of a processor go to all that speaks to
 * it, each to the pin of the same name, so that who holds one there holds it here (common practice,
 * no source). Of several processors a part belongs to the one it shares a word with in the list,
 * such as sound, else to the main one; on sixteen lines parts of eight are on the half the list
 * gives them.
 */
final class UsualBuses {
  private static final int BYTE = 8;
  private static final int WORD = 16;

  /** What memories are there for that a picture or a sound is made of, and no program. */
  private static final Pattern OFF_THE_BUS =
      Pattern.compile("(?i)char|chr|video|colou?r|palette|graph|gfx|sprite|tile|sound|voice");

  private static final Pattern MAIN = Pattern.compile("(?i)\\b(main|game|master)\\b");
  private static final Pattern UPPER = Pattern.compile("(?i)\\b(even|high|upper|hi|msb)\\b");
  private static final Pattern LOWER = Pattern.compile("(?i)\\b(odd|low|lower|lo|lsb)\\b");
  private static final Pattern DATA = Pattern.compile("(?i)^(?!.*\\bscreen\\b).*\\bdata\\b");

  /** Said of most parts, and so of no processor in particular. */
  private static final Set<String> OF_ANY =
      Set.of(
          "cpu", "processor", "main", "data", "bus", "ram", "rom", "program", "the", "of", "and");

  private final Board board;
  private final List<Part> processors;

  UsualBuses(Board board) {
    this.board = board;
    processors =
        board.parts().stream()
            .filter(p -> p.fitted() && p.device().isProcessor() && width(p) > 0)
            .toList();
  }

  /**
   * The pins of each data line, of one processor after the other. Where the list has a buffer for
   * them, the processor is on one side of it and all others on the other.
   */
  List<List<PinRef>> dataLines() {
    List<List<PinRef>> lines = new ArrayList<>();
    for (Part processor : processors) {
      int width = width(processor);
      List<Part> speaking =
          board.parts().stream()
              .filter(Part::fitted)
              .filter(p -> processorOf(p).filter(processor::equals).isPresent())
              .toList();
      for (int bit = 0; bit < width; bit++) {
        List<PinRef> near = new ArrayList<>(pin(processor, width, bit, "D").stream().toList());
        List<PinRef> far = new ArrayList<>();
        boolean buffered = false;
        for (Part part : speaking) {
          if (isDataBuffer(part)) {
            Optional<PinRef> side = pin(part, width, bit, "A");
            side.ifPresent(near::add);
            pin(part, width, bit, "B").ifPresent(far::add);
            buffered |= side.isPresent();
          } else {
            pin(part, width, bit, "D").ifPresent(far::add);
          }
        }
        if (buffered) {
          lines.add(far);
        } else {
          near.addAll(far);
        }
        lines.add(near);
      }
    }
    return lines;
  }

  /** How many data lines a part drives and takes in: 8, 16, else 0. */
  private static int width(Part part) {
    Device device = part.device();
    int lines =
        (int)
            IntStream.range(0, WORD)
                .takeWhile(
                    bit -> device.pinNamed("D" + bit).filter(p -> p.kind().drives()).isPresent())
                .count();
    boolean more = device.pinNamed("D" + lines).isPresent();
    return !more && !device.isSmallLogic() && (lines == BYTE || lines == WORD) ? lines : 0;
  }

  /** Whom a part that is no processor speaks to; empty where nothing tells. */
  private Optional<Part> processorOf(Part part) {
    if (part.device().isProcessor()) {
      return Optional.empty();
    }
    boolean off = OFF_THE_BUS.matcher(part.purpose()).find();
    if (processors.size() == 1) {
      return off ? Optional.empty() : Optional.of(processors.getFirst());
    }
    List<Part> sharing =
        processors.stream().filter(p -> words(p).anyMatch(words(part).toList()::contains)).toList();
    if (sharing.size() == 1) {
      return Optional.of(sharing.getFirst());
    }
    List<Part> main =
        processors.stream()
            .filter(
                p -> MAIN.matcher(p.purpose()).find() || !OFF_THE_BUS.matcher(p.purpose()).find())
            .toList();
    return off || main.size() != 1 ? Optional.empty() : Optional.of(main.getFirst());
  }

  private static Stream<String> words(Part part) {
    return Arrays.stream(part.purpose().toLowerCase(Locale.ROOT).split("[^a-z0-9]+", -1))
        .filter(w -> !w.isEmpty() && !OF_ANY.contains(w));
  }

  /** Where a part is on a line of a bus so wide; empty for one that is not, or may be elsewhere. */
  private static Optional<PinRef> pin(Part part, int width, int bit, String letter) {
    int own = isDataBuffer(part) ? BYTE : width(part);
    int from = own == width ? 0 : own == BYTE ? half(part) : -1;
    boolean there = from >= 0 && bit >= from && bit < from + own;
    int number = bit - from + (letter.equals("D") ? 0 : 1);
    return there
        ? part.device().pinNamed(letter + number).map(pin -> part.pin(pin.number()))
        : Optional.empty();
  }

  /** A transceiver that is listed for the data lines. */
  private static boolean isDataBuffer(Part part) {
    return part.device().isSmallLogic()
        && DATA.matcher(part.purpose()).find()
        && IntStream.rangeClosed(1, BYTE)
            .allMatch(
                n ->
                    part.device()
                        .pinNamed("A" + n)
                        .filter(p -> p.kind() == PinKind.BIDIRECTIONAL)
                        .isPresent());
  }

  /** The first of the lines of a part of eight; under 0 where the list does not say. */
  private static int half(Part part) {
    boolean upper = UPPER.matcher(part.purpose()).find();
    boolean lower = LOWER.matcher(part.purpose()).find();
    return upper == lower ? -1 : upper ? BYTE : 0;
  }
}
