package raconteur.core.odds;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * Counts as they are shared between shops, in the open format of docs/formats/counts.md: one record
 * a case, without owner, story or pictures, so that sums can be checked and the same case coming
 * twice is seen.
 */
public record CountsFile(String shop, List<CountedCase> cases) {
  private static final String FORMAT = "raconteur-counts/1";
  private static final int LONGEST_NAME = 60;
  private static final int MOST_POSITIONS = 200;

  public CountsFile {
    cases = List.copyOf(cases);
  }

  /** Writes cases under the name of a shop. */
  public static String write(CountsFile file) {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      json.writeStartObject();
      json.writeStringField("format", FORMAT);
      json.writeStringField("shop", file.shop());
      json.writeNumberField("cases in all", file.cases().size());
      json.writeArrayFieldStart("cases");
      for (CountedCase one : file.cases()) {
        write(json, one);
      }
      json.writeEndArray();
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  private static void write(JsonGenerator json, CountedCase one) throws IOException {
    json.writeStartObject();
    json.writeStringField("key", one.key());
    json.writeStringField("board", one.boardId());
    json.writeStringField("opened", one.opened().toString());
    words(json, "symptoms", one.symptoms());
    json.writeObjectFieldStart("positions");
    for (Map.Entry<String, CountedCase.Position> position : one.positions().entrySet()) {
      json.writeObjectFieldStart(position.getKey());
      words(json, "faults", position.getValue().faults());
      json.writeBooleanField("replaced", position.getValue().replaced());
      json.writeEndObject();
    }
    json.writeEndObject();
    words(json, "marks", one.marks());
    json.writeBooleanField("held", one.held());
    json.writeNumberField("hours", one.hours());
    json.writeEndObject();
  }

  private static void words(JsonGenerator json, String name, Set<String> words) throws IOException {
    json.writeArrayFieldStart(name);
    for (String word : words) {
      json.writeString(word);
    }
    json.writeEndArray();
  }

  /**
   * Reads a file of another shop. What it says is held against itself: how many cases it claims, a
   * case that stands there twice, times that have not come.
   *
   * @param now what is taken for the future
   */
  public static Loaded<CountsFile> read(String fileName, String text, Instant now) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of(FORMAT, true));
          root.onlyKnows(Set.of("format", "shop", "cases in all", "cases"));
          String shop = name(root.get("shop"));
          Set<String> keys = new HashSet<>();
          List<CountedCase> cases =
              Datum.each(
                  root.get("cases").items(),
                  issues,
                  item -> {
                    CountedCase one = one(item, shop, now, issues);
                    if (!keys.add(one.key())) {
                      throw item.get("key").wrong("this case stands there twice");
                    }
                    return one;
                  });
          int claimed = root.get("cases in all").whole(0, 10_000_000);
          if (claimed != root.get("cases").items().size()) {
            issues.add(
                root.get("cases in all")
                    .wrong(
                        "it holds " + root.get("cases").items().size() + " cases, not " + claimed)
                    .issue());
          }
          return new CountsFile(shop, cases);
        });
  }

  private static CountedCase one(Datum item, String shop, Instant now, List<Issue> issues) {
    item.onlyKnows(
        Set.of("key", "board", "opened", "symptoms", "positions", "marks", "held", "hours"));
    String key = item.get("key").text();
    if (!key.matches("[0-9a-f]{32}")) {
      throw item.get("key").wrong("32 hexadecimal digits are expected");
    }
    Map<String, CountedCase.Position> positions = new TreeMap<>();
    item.get("positions")
        .entries()
        .forEach(
            (position, what) ->
                positions.put(
                    position,
                    new CountedCase.Position(
                        words(what.get("faults")), what.get("replaced").flag())));
    if (positions.size() > MOST_POSITIONS) {
      throw item.get("positions").wrong("more than " + MOST_POSITIONS + " positions on one board");
    }
    Instant opened = time(item.get("opened"));
    if (opened.isAfter(now)) {
      issues.add(item.get("opened").wrong("this day has not come yet").issue());
    }
    return new CountedCase(
        key,
        shop,
        item.get("board").text(),
        OptionalInt.empty(),
        opened,
        words(item.get("symptoms")),
        positions,
        words(item.get("marks")),
        item.get("held").flag(),
        item.get("hours").between(0, 100_000));
  }

  private static String name(Datum item) {
    String name = item.text().strip();
    if (name.isEmpty() || name.length() > LONGEST_NAME) {
      throw item.wrong("a shop's name has 1 to " + LONGEST_NAME + " characters");
    }
    return name;
  }

  private static Set<String> words(Datum list) {
    Set<String> words = new TreeSet<>();
    list.items().forEach(i -> words.add(i.text()));
    return words;
  }

  private static Instant time(Datum item) {
    try {
      return Instant.parse(item.text());
    } catch (DateTimeException e) {
      throw item.wrong("a time is written 2026-11-03T19:20:00Z");
    }
  }
}
