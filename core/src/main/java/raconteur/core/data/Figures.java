package raconteur.core.data;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Numbers that are opinions, read from a data file: limits, spreads, usual values. Each has a name
 * that says its unit, and the file says where they come from.
 */
public final class Figures {
  private static final Map<String, Figures> SHIPPED = new ConcurrentHashMap<>();

  private final String file;
  private final String origin;
  private final Map<String, Double> values;

  private Figures(String file, String origin, Map<String, Double> values) {
    this.file = file;
    this.origin = origin;
    this.values = Map.copyOf(values);
  }

  /** The figures that ship with the application under a name such as {@code supply}. */
  public static Figures shipped(String name) {
    return SHIPPED.computeIfAbsent(
        name + ".json",
        file ->
            DataFile.shipped(
                Figures.class, "/raconteur/core/data/" + file, text -> read(file, text)));
  }

  /** Reads a file of figures. */
  public static Loaded<Figures> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of("raconteur-figures/1", true));
          root.onlyKnows(Set.of("format", "origin", "notes", "figures"));
          Map<String, Double> values = new HashMap<>();
          root.get("figures")
              .entries()
              .forEach((name, value) -> values.put(name, value.between(-1e12, 1e12)));
          return new Figures(fileName, root.get("origin").text(), values);
        });
  }

  public String origin() {
    return origin;
  }

  /** A figure the code relies on; its absence is our mistake, not the user's. */
  public double of(String name) {
    Double value = values.get(name);
    if (value == null) {
      throw new IllegalStateException(file + " has no figure \"" + name + "\"");
    }
    return value;
  }
}
