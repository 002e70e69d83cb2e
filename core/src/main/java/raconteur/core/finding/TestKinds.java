package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * All kinds of tests, from {@code tests.json}.
 *
 * @param origin where titles, minutes and cautions come from
 * @param byName in the order of the file
 */
public record TestKinds(String origin, Map<String, TestKind> byName) {
  private static final double MOST_MINUTES = 1000;
  private static final Pattern HOLE = Pattern.compile("\\{([^}]*)\\}");
  private static final Set<String> HOLES =
      Set.of("pin", "other pin", "part", "parts", "rail", "about");

  private static final class Holder {
    static final TestKinds SHIPPED =
        DataFile.shipped(
            TestKinds.class, "/raconteur/core/data/tests.json", t -> read("tests.json", t));
  }

  public TestKinds {
    byName = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(byName));
  }

  /** Those that ship with the application. */
  public static TestKinds shipped() {
    return Holder.SHIPPED;
  }

  /** Reads a file of tests. */
  public static Loaded<TestKinds> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> kinds(root));
  }

  private static TestKinds kinds(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-tests/1", true));
    root.onlyKnows(Set.of("format", "origin", "cautions", "tests"));
    Map<String, String> cautions = new LinkedHashMap<>();
    root.get("cautions").entries().forEach((name, words) -> cautions.put(name, words.text()));
    Map<String, TestKind> kinds = new LinkedHashMap<>();
    root.get("tests")
        .entries()
        .forEach((name, row) -> kinds.put(name, new Row(name, row, cautions).kind()));
    root.get("tests")
        .entries()
        .forEach(
            (name, row) -> {
              for (String link : new String[] {"of a memory", "weighed as"}) {
                if (row.has(link) && !kinds.containsKey(row.get(link).text())) {
                  throw row.get(link).wrong("no test above has this name");
                }
              }
            });
    return new TestKinds(root.get("origin").text(), kinds);
  }

  public Optional<TestKind> named(String name) {
    return Optional.ofNullable(byName.get(name));
  }

  /** Every instrument some test needs. */
  public Set<String> instruments() {
    Set<String> instruments = new TreeSet<>();
    byName.values().forEach(kind -> kind.instrument().ifPresent(instruments::add));
    return instruments;
  }

  /** One row as it is read. */
  private record Row(String name, Datum row, Map<String, String> cautions) {
    private static final Set<String> KNOWN =
        Set.of(
            "asks",
            "title",
            "power",
            "set-up",
            "caution",
            "minutes",
            "instrument",
            "part out",
            "seat again",
            "where soldered",
            "of a memory",
            "weighed as",
            "of supply",
            "simulated",
            "into a short");

    TestKind kind() {
      row.onlyKnows(KNOWN);
      return new TestKind(
          name,
          row.get("asks").text(),
          title(row.get("title")),
          row.get("power").oneOf(Map.of("on", TestKind.Power.ON, "off", TestKind.Power.OFF)),
          row.get("set-up").text(),
          caution(row),
          row.get("minutes").between(0, MOST_MINUTES),
          text("instrument"),
          flag("part out"),
          flag("seat again"),
          ifThere(
              "where soldered",
              () -> {
                Datum soldered = row.get("where soldered");
                soldered.onlyKnows(Set.of("set-up", "caution"));
                return new TestKind.Soldered(soldered.get("set-up").text(), caution(soldered));
              }),
          text("of a memory"),
          text("weighed as").orElse(name),
          flag("of supply"),
          flag("simulated"),
          text("into a short"));
    }

    private static String title(Datum datum) {
      Matcher holes = HOLE.matcher(datum.text());
      while (holes.find()) {
        if (!HOLES.contains(holes.group(1))) {
          throw datum.wrong(
              "{" + holes.group(1) + "} stands for nothing; known are " + new TreeSet<>(HOLES));
        }
      }
      return datum.text();
    }

    private String caution(Datum of) {
      if (!of.has("caution")) {
        return "";
      }
      String words = cautions.get(of.get("caution").text());
      if (words == null) {
        throw of.get("caution").wrong("no caution above has this name");
      }
      return words;
    }

    private Optional<String> text(String field) {
      return ifThere(field, () -> row.get(field).text());
    }

    private boolean flag(String field) {
      return row.has(field) && row.get(field).flag();
    }

    private <T> Optional<T> ifThere(String field, Supplier<T> read) {
      return row.has(field) ? Optional.of(read.get()) : Optional.empty();
    }
  }
}
