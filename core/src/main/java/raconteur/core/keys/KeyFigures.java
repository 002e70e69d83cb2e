package raconteur.core.keys;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * What is believed of keyboards, from {@code keys.json}: how often what fails, how keys are
 * misread, what contacts measure, what checks take.
 *
 * @param chances how likely each cause is, for one line or key of a keyboard with something wrong
 * @param shown how often a key seems what, by what it is
 * @param contacts limits in ohms by kind of contact
 * @param minutes what looking takes, by place
 */
public record KeyFigures(
    String origin,
    Map<String, Double> chances,
    Map<KeyState, Map<KeyState, Double>> shown,
    Map<String, Double> contacts,
    Map<String, Double> minutes) {
  private static final double WHOLE = 1e-9;

  /** Those that ship with the application. */
  public static KeyFigures shipped() {
    return Shipped.FIGURES;
  }

  private static final class Shipped {
    private static final KeyFigures FIGURES =
        DataFile.shipped(
            KeyFigures.class, "/raconteur/core/data/keys.json", text -> read("keys.json", text));
  }

  /** Reads a file of them. */
  public static Loaded<KeyFigures> read(String file, String text) {
    return DataFile.read(
        file,
        text,
        (root, issues) -> {
          root.onlyKnows(
              Set.of("format", "origin", "chances", "shown", "contacts ohms", "minutes"));
          root.get("format").oneOf(Map.of("raconteur-keys/1", true));
          return new KeyFigures(
              root.get("origin").text(),
              numbers(root.get("chances"), 1),
              shown(root.get("shown")),
              numbers(root.get("contacts ohms"), 1e6),
              numbers(root.get("minutes"), 1e3));
        });
  }

  private static Map<String, Double> numbers(Datum table, double most) {
    Map<String, Double> numbers = new LinkedHashMap<>();
    table.entries().forEach((name, value) -> numbers.put(name, value.between(0, most)));
    return numbers;
  }

  private static Map<KeyState, Map<KeyState, Double>> shown(Datum table) {
    Map<KeyState, Map<KeyState, Double>> shown = new EnumMap<>(KeyState.class);
    for (KeyState is : KeyState.values()) {
      Map<KeyState, Double> row = new EnumMap<>(KeyState.class);
      Datum here = table.get(is.word());
      double all = 0;
      for (KeyState seems : KeyState.values()) {
        double share = here.get(seems.word()).between(Double.MIN_NORMAL, 1);
        row.put(seems, share);
        all += share;
      }
      if (Math.abs(all - 1) > WHOLE) {
        throw here.wrong("adds up to " + all + ", not to 1");
      }
      shown.put(is, row);
    }
    return shown;
  }

  /** The kinds of contact, the usual one first. */
  public List<String> kinds() {
    return List.copyOf(contacts.keySet());
  }

  double chance(String cause) {
    return of(chances, cause);
  }

  double minutesFor(String check) {
    return of(minutes, check);
  }

  /** Above how many ohms a contact of a kind is to be cleaned. */
  public double contactOhms(String kind) {
    return of(contacts, kind);
  }

  private static double of(Map<String, Double> figures, String name) {
    Double value = figures.get(name);
    if (value == null) {
      throw new IllegalStateException("keys.json has no " + name);
    }
    return value;
  }
}
