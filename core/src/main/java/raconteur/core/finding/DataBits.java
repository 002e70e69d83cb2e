package raconteur.core.finding;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;

/**
 * The memories that hold a bit a test complains of, {@code bit 4}: those one bit wide, or two or
 * four, whose data pin lies on a line with that number at its end.
 */
final class DataBits {
  private static final Pattern NUMBERED =
      Pattern.compile("(?:[A-Z/]{0,3}D|DATA|D[IOQ]|DIN|DOUT)([0-9]{1,2})");
  private static final int WIDEST = 4;

  private DataBits() {}

  /**
   * Whom bits accuse; none where no bit is named or the nets do not tell.
   *
   * @param words in small letters
   */
  static Set<String> of(Board board, List<String> words) {
    Set<Integer> bits = named(words);
    Set<String> holding = new TreeSet<>();
    for (Part part : board.parts()) {
      Device device = part.device();
      if (device.isRam() && !bits.isEmpty() && holds(board, part, bits)) {
        holding.add(part.designator());
      }
    }
    return holding.isEmpty() && board.nets().isEmpty() ? inOrder(board, bits) : holding;
  }

  /** As many memories of one bit make a byte. */
  private static final int BYTE = 8;

  private static final Pattern UPPER = Pattern.compile("(?i)\\b(?:high|upper|odd|msb|hi)\\b");

  /**
   * Where no net is known, memories one bit wide that are listed eight to a row hold the bits in
   * that order or the other way round (common practice, no source).
   */
  private static Set<String> inOrder(Board board, Set<Integer> bits) {
    List<Part> narrow =
        board.parts().stream()
            .filter(p -> p.fitted() && p.device().isRam() && isOneBitWide(p.device()))
            .toList();
    Set<String> holding = new TreeSet<>();
    for (int from = 0; from + BYTE <= narrow.size(); from += BYTE) {
      List<Part> row = narrow.subList(from, from + BYTE);
      boolean upper = narrow.size() > BYTE && UPPER.matcher(row.getFirst().purpose()).find();
      for (int bit : bits) {
        int place = upper ? bit - BYTE : bit;
        if (place >= 0 && place < BYTE) {
          holding.add(row.get(place).designator());
          holding.add(row.get(BYTE - 1 - place).designator());
        }
      }
    }
    return holding;
  }

  private static boolean isOneBitWide(Device device) {
    return device.pins().stream().filter(p -> p.name().matches("(?i)D(?:IN?)?|DI")).count() == 1
        && device.pins().stream().noneMatch(p -> p.name().matches("(?i)(?:D|DQ|I/?O|DI)[0-9]"));
  }

  /** The numbers right behind the word, as in {@code bits 0 and 7}. */
  private static Set<Integer> named(List<String> words) {
    Set<Integer> bits = new TreeSet<>();
    boolean open = false;
    for (String word : words) {
      boolean number = word.matches("[0-9]{1,2}");
      if (open && number) {
        bits.add(Integer.parseInt(word));
      }
      open = word.matches("bits?") || (open && (number || word.equals("and")));
    }
    return bits;
  }

  private static boolean holds(Board board, Part part, Set<Integer> bits) {
    Set<Integer> held = new TreeSet<>();
    for (DevicePin pin : part.device().pins()) {
      board
          .netOf(part.pin(pin.number()))
          .map(Net::name)
          .map(NUMBERED::matcher)
          .filter(Matcher::matches)
          .ifPresent(m -> held.add(Integer.parseInt(m.group(1))));
    }
    return held.size() <= WIDEST && held.stream().anyMatch(bits::contains);
  }
}
