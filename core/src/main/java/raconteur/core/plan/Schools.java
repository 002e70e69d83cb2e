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

/**
 * The schools there are and which instrument each kind of test needs, from {@code schools.json}.
 *
 * @param origin where they come from
 * @param needs kind of test to the instrument it needs; a meter and hands are always there
 * @param usuallyOwned what a shop has that never said
 * @param all the schools, the default first
 */
public record Schools(
    String origin, Map<String, String> needs, Set<String> usuallyOwned, List<School> all) {
  private static final double USUAL_MEND_FROM = 0.6;

  public Schools {
    needs = Map.copyOf(needs);
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
    root.get("format").oneOf(Map.of("raconteur-schools/1", true));
    root.onlyKnows(Set.of("format", "origin", "needs", "usually owned", "schools"));
    Map<String, String> needs = new HashMap<>();
    root.get("needs").entries().forEach((kind, needed) -> needs.put(kind, needed.text()));
    Set<String> owned = new LinkedHashSet<>();
    for (Datum item : root.get("usually owned").items()) {
      if (!needs.containsValue(item.text())) {
        throw item.wrong("\"" + item.text() + "\" is needed by no test above");
      }
      owned.add(item.text());
    }
    List<School> all = new ArrayList<>();
    root.get("schools").items().forEach(item -> all.add(school(item)));
    if (all.isEmpty()) {
      throw root.get("schools").wrong("at least one school is expected");
    }
    return new Schools(root.get("origin").text(), needs, owned, all);
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
      item.get("weights").entries().forEach((kind, w) -> weights.put(kind, w.between(0.01, 100)));
    }
    Set<String> excludes = new TreeSet<>();
    if (item.has("excludes")) {
      item.get("excludes").items().forEach(kind -> excludes.add(kind.text()));
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

  /** The school of a name, whatever its case. */
  public Optional<School> named(String name) {
    return all.stream().filter(s -> s.name().equalsIgnoreCase(name.strip())).findFirst();
  }

  public School usual() {
    return all.getFirst();
  }

  /** Every instrument a shop may say it owns. */
  public Set<String> instruments() {
    return new TreeSet<>(needs.values());
  }

  /** Whether a kind of test can be made with what a shop owns. */
  public boolean possible(String kind, Set<String> owned) {
    String needed = needs.get(kind);
    return needed == null || owned.contains(needed);
  }
}
