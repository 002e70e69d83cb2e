package raconteur.core.buzz;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.SupplyName;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/** Every pin of a board that a probe can stand on, with what data books say of it. */
final class Pins {
  private static final Pattern NUMBER_BEHIND =
      Pattern.compile("([0-9]?[/~]?[A-Z_/]*?)([0-9]{1,2})");
  private static final Pattern NUMBER_BEFORE = Pattern.compile("([0-9]{1,2})([A-Z]{1,3})");

  private final List<Pin> all = new ArrayList<>();
  private final Map<PinRef, Integer> numbers = new HashMap<>();
  private final List<Part> parts = new ArrayList<>();

  /**
   * One pin.
   *
   * @param part the number of its part
   * @param name in capitals
   * @param row what it is one of a row of, such as {@code A} of A0 to A15; empty for none
   * @param index its number in that row
   * @param supply the rail or ground that a supply pin wants; empty for another pin
   */
  record Pin(
      PinRef ref,
      int part,
      String name,
      PinKind kind,
      String row,
      int index,
      Optional<String> supply) {
    boolean isSupply() {
      return kind == PinKind.SUPPLY;
    }
  }

  Pins(Board board) {
    for (Part part : board.parts()) {
      if (!part.fitted()) {
        continue;
      }
      for (DevicePin pin : part.device().pins()) {
        PinRef ref = part.pin(pin.number());
        PinKind kind = board.kind(ref);
        if (kind != PinKind.NONE) {
          numbers.put(ref, all.size());
          all.add(pin(part, pin, ref, kind));
        }
      }
      parts.add(part);
    }
  }

  private Pin pin(Part part, DevicePin pin, PinRef ref, PinKind kind) {
    String name = pin.name().toUpperCase(Locale.ROOT);
    Matcher behind = NUMBER_BEHIND.matcher(name);
    Matcher before = NUMBER_BEFORE.matcher(name);
    String row = "";
    int index = 0;
    if (behind.matches()) {
      row = behind.group(1).isEmpty() ? "#" : behind.group(1);
      index = Integer.parseInt(behind.group(2));
    } else if (before.matches()) {
      row = "#" + before.group(2);
      index = Integer.parseInt(before.group(1));
    }
    Optional<String> supply =
        kind != PinKind.SUPPLY
            ? Optional.empty()
            : Optional.of(
                SupplyName.isGround(
                        Optional.ofNullable(part.device().supplies().get(pin.name()))
                            .orElse(pin.name()))
                    ? "GND"
                    : SupplyName.wantedBy(part.device(), pin)
                        .map(SupplyName::ofVolts)
                        .orElse(name));
    return new Pin(ref, parts.size(), name, kind, row, index, supply);
  }

  int count() {
    return all.size();
  }

  Pin get(int number) {
    return all.get(number);
  }

  List<Pin> all() {
    return all;
  }

  Part partOf(int number) {
    return parts.get(all.get(number).part());
  }

  List<Part> parts() {
    return parts;
  }

  /** A pin's number; empty for one that is not connected by its data book, or of no part here. */
  Optional<Integer> number(PinRef ref) {
    return Optional.ofNullable(numbers.get(ref));
  }
}
