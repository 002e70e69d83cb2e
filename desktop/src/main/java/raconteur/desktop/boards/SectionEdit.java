package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import raconteur.core.board.BoardContents;
import raconteur.core.board.PinRef;
import raconteur.core.device.DeviceLibrary;
import raconteur.desktop.boards.BoardSection.Changed;
import raconteur.desktop.boards.BoardSection.Refused;

/** One edit of a row: what is there, which row, and what was typed; refuses in sentences. */
record SectionEdit(
    BoardContents contents, Optional<Integer> row, List<String> texts, DeviceLibrary library) {

  /** Thrown inside a writer; becomes a refusal. */
  static final class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Refusal(String sentence) {
      super(sentence);
    }
  }

  static BoardSection.Writer refusing(Function<SectionEdit, BoardContents> writer) {
    return (contents, row, texts, library) -> {
      try {
        return new Changed(writer.apply(new SectionEdit(contents, row, texts, library)));
      } catch (Refusal e) {
        return new Refused(String.valueOf(e.getMessage()));
      }
    };
  }

  static String plain(double value) {
    return value == Math.rint(value)
        ? String.valueOf((long) value)
        : String.format(Locale.ROOT, "%.3f", value).replaceAll("0+$", "");
  }

  static <T> List<T> without(List<T> list, int row) {
    List<T> result = new ArrayList<>(list);
    result.remove(row);
    return result;
  }

  String text(int column) {
    return texts.get(column).strip();
  }

  String needed(int column, String what) {
    if (text(column).isEmpty()) {
      throw new Refusal("Type " + what + ".");
    }
    return text(column);
  }

  double number(int column, String what, double least, double most) {
    String typed = needed(column, what);
    try {
      double value = Double.parseDouble(typed.replace(',', '.'));
      if (value >= least && value <= most) {
        return value;
      }
    } catch (NumberFormatException e) {
      // Falls through to the refusal.
    }
    throw new Refusal(
        "“"
            + typed
            + "” will not do: "
            + what
            + " is a number from "
            + plain(least)
            + " to "
            + plain(most)
            + ".");
  }

  double numberOr(int column, String what, double least, double most, double otherwise) {
    return text(column).isEmpty() ? otherwise : number(column, what, least, most);
  }

  boolean yes(int column, boolean otherwise) {
    String typed = text(column).toLowerCase(Locale.ROOT);
    if (typed.isEmpty()) {
      return otherwise;
    }
    if (!typed.equals("yes") && !typed.equals("no")) {
      throw new Refusal("“" + text(column) + "” will not do: type yes or no.");
    }
    return typed.equals("yes");
  }

  String part(int column) {
    String typed = needed(column, "a part of this board");
    if (contents.parts().stream().noneMatch(p -> p.designator().equals(typed))) {
      throw new Refusal(typed + " is not a part of this board.");
    }
    return typed;
  }

  /** The list with a value in the place of the row, or added. */
  <T> List<T> put(List<T> list, T value) {
    List<T> result = new ArrayList<>(list);
    if (row.isPresent()) {
      result.set(row.get(), value);
    } else {
      result.add(value);
    }
    return result;
  }

  <T> void onlyOnce(List<T> list, Function<T, String> key, String name, String what) {
    for (int i = 0; i < list.size(); i++) {
      if (key.apply(list.get(i)).equals(name) && !row.equals(Optional.of(i))) {
        throw new Refusal(what + " " + name + " is there already; choose it to change it.");
      }
    }
  }

  /** A pin of this board as it is written. */
  PinRef pin(String word) {
    try {
      PinRef pin = PinRef.parse(word);
      boolean there =
          contents.parts().stream()
              .anyMatch(
                  p ->
                      p.designator().equals(pin.part())
                          && p.device().pin(pin.number()).isPresent());
      if (there) {
        return pin;
      }
    } catch (IllegalArgumentException e) {
      // Falls through to the refusal.
    }
    throw new Refusal("“" + word + "” is no pin of this board; a pin is written U14.3.");
  }
}
