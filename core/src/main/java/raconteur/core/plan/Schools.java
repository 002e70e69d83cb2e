package raconteur.core.plan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;
import raconteur.core.finding.TestKinds;

/**
 * The schools there are, from {@code schools.json}.
 *
 * @param origin where they come from
 * @param usuallyOwned what a shop has that never said
 * @param all the schools, the default first
 */
public record Schools(String origin, Set<String> usuallyOwned, List<School> all) {
  private static final double USUAL_MEND_FROM = 0.6;

  public Schools {
    usuallyOwned = Set.copyOf(usuallyOwned);
    all = List.copyOf(all);
  }

  /** Those that ship with the application. */
  public static Schools shipped() {
    return DataFile.shipped(
        Schools.class, "/raconteur/core/data/schools.json", t -> read("schools.json", t));
  }

  /** Reads a schools file. */
  public static Loaded<Schools> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> schools(root));
  }

  private static Schools schools(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-schools/2", true));
    root.onlyKnows(Set.of("format", "origin", "usually owned", "schools"));
    Set<String> owned = new LinkedHashSet<>();
    for (Datum item : root.get("usually owned").items()) {
      if (!TestKinds.shipped().instruments().contains(item.text())) {
        throw item.wrong("\"" + item.text() + "\" is needed by no test");
      }
      owned.add(item.text());
    }
    List<School> all = new ArrayList<>();
    root.get("schools").items().forEach(item -> all.add(school(item)));
    if (all.isEmpty()) {
      throw root.get("schools").wrong("at least one school is expected");
    }
    return new Schools(root.get("origin").text(), owned, all);
  }

  private static School school(Datum item) {
    item.onlyKnows(
        Set.of(
            "name",
            "says",
            "weights",
            "excludes",
            "mend from probability",
            "mend weight",
            "sockets"));
    Map<String, Double> weights = new HashMap<>();
    if (item.has("weights")) {
      item.get("weights")
          .entries()
          .forEach((kind, w) -> weights.put(known(kind, w), w.between(0.01, 100)));
    }
    Set<String> excludes = new TreeSet<>();
    if (item.has("excludes")) {
      item.get("excludes").items().forEach(kind -> excludes.add(known(kind.text(), kind)));
    }
    return new School(
        item.get("name").text(),
        item.get("says").text(),
        weights,
        excludes,
        item.has("mend from probability")
            ? item.get("mend from probability").between(0, 1)
            : USUAL_MEND_FROM,
        item.has("mend weight") ? item.get("mend weight").between(0.01, 100) : 1,
        item.get("sockets").text());
  }

  private static String known(String kind, Datum at) {
    if (TestKinds.shipped().named(kind).isEmpty()) {
      throw at.wrong("no test is called \"" + kind + "\"");
    }
    return kind;
  }

  /** The school of a name, whatever its case. */
  public Optional<School> named(String name) {
    return all.stream().filter(s -> s.name().equalsIgnoreCase(name.strip())).findFirst();
  }

  public School usual() {
    return all.getFirst();
  }

  /** Every instrument a shop may say it owns. */
  public Set<String> instruments() {
    return TestKinds.shipped().instruments();
  }
}
