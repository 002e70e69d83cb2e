package raconteur.core.memory;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;

/**
 * Memories of one type that make up words together, by the numbers of the data lines they drive;
 * where nobody knows their lines, in the order of their places.
 *
 * @param chips the place of each bit's chip, from bit 0; one chip may have several bits
 */
public record MemoryBank(Device device, List<String> chips) {
  private static final int WORD = 8;
  private static final Pattern NUMBERED = Pattern.compile(".*?([0-9]{1,2})$");
  private static final Pattern DATA = Pattern.compile("(D|DQ|DOUT|Q|O|IO|I/O)([0-9]{0,2})");

  public MemoryBank {
    chips = List.copyOf(chips);
  }

  /** How its words are addressed. */
  public MemoryShape shape() {
    return MemoryShape.of(device, chips.size()).orElseThrow();
  }

  /** {@code U22 to U29, 4116}. */
  public String name() {
    return chips.getFirst()
        + (chips.getFirst().equals(chips.getLast()) ? "" : " to " + chips.getLast())
        + ", "
        + device.name();
  }

  /** The banks of a board, in the order of their first places. */
  public static List<MemoryBank> of(Board board) {
    Map<Device, List<Part>> byDevice = new LinkedHashMap<>();
    for (Part part : board.parts()) {
      if (part.fitted() && MemoryShape.of(part.device(), 1).isPresent()) {
        byDevice.computeIfAbsent(part.device(), _ -> new ArrayList<>()).add(part);
      }
    }
    List<MemoryBank> banks = new ArrayList<>();
    byDevice.forEach((device, parts) -> banks.addAll(of(board, device, parts)));
    return banks;
  }

  private static List<MemoryBank> of(Board board, Device device, List<Part> parts) {
    List<DevicePin> data =
        device.pins().stream()
            .filter(p -> p.kind().drives() && DATA.matcher(p.name()).matches())
            .toList();
    if (data.isEmpty()) {
      return List.of();
    }
    Map<Integer, List<String>> byBit = new TreeMap<>();
    int next = 0;
    for (Part part : parts) {
      for (DevicePin pin : data) {
        int bit = line(board, part, pin).orElse(next % WORD) % WORD;
        byBit.computeIfAbsent(bit, _ -> new ArrayList<>()).add(part.designator());
        next++;
      }
    }
    List<MemoryBank> banks = new ArrayList<>();
    int most = byBit.values().stream().mapToInt(List::size).max().orElse(0);
    for (int bank = 0; bank < most; bank++) {
      int number = bank;
      List<String> chips =
          byBit.values().stream()
              .filter(places -> places.size() > number)
              .map(places -> places.get(number))
              .toList();
      banks.add(new MemoryBank(device, chips));
    }
    return banks;
  }

  /** The number at the end of the line's name that a data pin is on. */
  private static Optional<Integer> line(Board board, Part part, DevicePin pin) {
    return board
        .netOf(part.pin(pin.number()))
        .map(Net::name)
        .map(NUMBERED::matcher)
        .filter(Matcher::matches)
        .map(m -> Integer.parseInt(m.group(1)));
  }
}
