package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * What one may want to say at the bench, and the line that says it, from {@code sayings.json}: the
 * way round that somebody needs who knows what was seen and not yet how it is written.
 *
 * @param all in the order of the file
 */
public record Sayings(List<Saying> all) {

  /**
   * One thing to say.
   *
   * @param part under which heading it stands
   * @param line an example of the line
   * @param says what it says
   * @param also other words people look for it by
   */
  public record Saying(String part, String line, String says, String also) {

    /** Whether every word of a question is, or begins, one of its words. */
    boolean answers(List<String> asked) {
      List<String> mine = words(line + " " + says + " " + also);
      return asked.stream().allMatch(word -> mine.stream().anyMatch(m -> m.startsWith(word)));
    }
  }

  private static final class Holder {
    static final Sayings SHIPPED =
        DataFile.shipped(
            Sayings.class, "/raconteur/core/data/sayings.json", t -> read("sayings.json", t));
  }

  public Sayings {
    all = List.copyOf(all);
  }

  /** Those that ship with the application. */
  public static Sayings shipped() {
    return Holder.SHIPPED;
  }

  /** Reads a file of sayings. */
  public static Loaded<Sayings> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> sayings(root));
  }

  private static Sayings sayings(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-sayings/1", true));
    root.onlyKnows(Set.of("format", "notes", "sayings"));
    List<Saying> all = new ArrayList<>();
    for (Datum row : root.get("sayings").items()) {
      row.onlyKnows(Set.of("part", "line", "says", "also"));
      all.add(
          new Saying(
              row.get("part").text(),
              row.get("line").text(),
              row.get("says").text(),
              row.get("also").text()));
    }
    return new Sayings(all);
  }

  /** Those that answer what was asked, in the order of the file; all where nothing was. */
  public List<Saying> find(String question) {
    List<String> asked = words(question);
    return all.stream().filter(saying -> saying.answers(asked)).toList();
  }

  private static List<String> words(String text) {
    return Arrays.stream(text.toLowerCase(Locale.ROOT).split("[\\s,…]+", -1))
        .filter(word -> !word.isEmpty())
        .toList();
  }
}
