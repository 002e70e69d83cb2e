package raconteur.core.netlines;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.PinNames;

/** Pins and nets as they are written: {@code U1.9-16}, {@code U21-U28.DIN}, {@code U38.4,7,9}. */
final class PinWords {
  private final DraftNets board;

  PinWords(DraftNets board) {
    this.board = board;
  }

  /** Items stand apart by spaces or commas; a comma before a bare pin goes on with the part. */
  static List<String> items(String text) {
    List<String> items = new ArrayList<>();
    for (String word : text.split("[;\\s]+", -1)) {
      boolean open = false;
      for (String piece : word.split(",", -1)) {
        if (piece.isEmpty()) {
          open = false;
        } else if (open && piece.indexOf('.') < 0) {
          items.add(items.removeLast() + "," + piece);
        } else {
          items.add(piece);
          open = true;
        }
      }
    }
    return items;
  }

  /** Where the part ends and the pin begins: the first point that is no part of a range's two. */
  static int dot(String item) {
    for (int i = 1; i < item.length(); i++) {
      if (item.charAt(i) == '.'
          && item.charAt(i - 1) != '.'
          && (i + 1 == item.length() || item.charAt(i + 1) != '.')) {
        return i;
      }
    }
    return -1;
  }

  /** The pins of an item, a group for each net of a bus. */
  List<List<PinRef>> pins(String item) {
    int dot = dot(item);
    if (dot <= 0 || dot == item.length() - 1) {
      throw new Refusal("“" + item + "” is no pin; a pin is written U14.3 or U14.A0.");
    }
    List<Part> row = Ranges.of(item.substring(0, dot)).stream().map(board::part).toList();
    String pinWord =
        item.substring(dot + 1)
            .replaceAll("(-|\\.\\.)" + Pattern.quote(item.substring(0, dot)) + "\\.", "$1");
    List<String> names = names(row.getFirst(), pinWord);
    List<List<PinRef>> groups = new ArrayList<>();
    if (names.size() > 1) {
      for (String name : names) {
        groups.add(row.stream().flatMap(p -> board.pinsOf(p, name).stream()).toList());
      }
    } else {
      row.forEach(p -> groups.add(board.pinsOf(p, names.getFirst())));
    }
    return groups;
  }

  /**
   * A range, unless the word is itself the name of a pin such as {@code RST7.5} or {@code IN1-}.
   */
  private static List<String> names(Part part, String word) {
    return Arrays.stream(word.split(",", -1))
        .flatMap(
            one ->
                (PinNames.find(part.device(), one).isEmpty() ? Ranges.of(one) : List.of(one))
                    .stream())
        .toList();
  }

  String netMeant(String word) {
    List<String> nets = netsMeant(word);
    if (nets.size() != 1 || nets.getFirst().isEmpty()) {
      throw new Refusal("“" + word + "” is not one net.");
    }
    return nets.getFirst();
  }

  /** A net by name, or by one of its pins; a pin in no net begins one named after it. */
  List<String> netsMeant(String word) {
    if (word.equalsIgnoreCase("nc")) {
      return List.of("");
    }
    int dot = word.indexOf('.');
    boolean pins = dot > 0 && Ranges.of(word.substring(0, dot)).stream().allMatch(board::hasPart);
    if (!pins) {
      return Ranges.of(word);
    }
    List<String> names = new ArrayList<>();
    for (List<PinRef> group : pins(word)) {
      PinRef pin = group.getFirst();
      names.add(
          board
              .netOf(pin)
              .orElseGet(
                  () -> {
                    String name = board.nameFor(pin);
                    board.put(Map.of(name, List.of(pin)));
                    return name;
                  }));
    }
    return names;
  }

  String netNamed(String word) {
    if (board.hasNet(word)) {
      return word;
    }
    int dot = word.indexOf('.');
    if (dot > 0 && board.hasPart(word.substring(0, dot))) {
      PinRef pin = pins(word).getFirst().getFirst();
      Optional<String> net = board.netOf(pin);
      if (net.isPresent()) {
        return net.get();
      }
    }
    throw new Refusal("No net is called " + word + ".");
  }
}
