package raconteur.core.data;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.StreamReadFeature;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;

/** Reads one JSON file (RFC 8259) into {@link Datum}s that know their lines. */
public final class DataFile {
  /** Longest file accepted, in characters: ten times the largest board we know of. */
  public static final int LONGEST_CHARACTERS = 64_000_000;

  /**
   * The most values in one file. A value takes some hundred bytes, so that a file of small ones
   * within the longest would else take gigabytes.
   */
  public static final int MOST_VALUES = 2_000_000;

  private static final int LONGEST_TEXT = 20_000_000;
  private static final String NOTHING = "null";

  private static final JsonFactory FACTORY =
      JsonFactory.builder()
          .streamReadConstraints(
              StreamReadConstraints.builder()
                  .maxNestingDepth(40)
                  .maxStringLength(LONGEST_TEXT)
                  .maxNumberLength(60)
                  .maxNameLength(1_000)
                  .build())
          .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .enable(StreamReadFeature.INCLUDE_SOURCE_IN_LOCATION)
          .build();

  private final String name;
  private final JsonParser parser;
  private int values;

  private DataFile(String name, JsonParser parser) {
    this.name = name;
    this.parser = parser;
  }

  /**
   * Reads a text and hands its root to a loader.
   *
   * @param name what messages call the file
   * @param loader reads the root; the issues it adds, or a {@link DataException}, refuse the file
   */
  public static <T> Loaded<T> read(String name, String text, Loader<T> loader) {
    if (text.length() > LONGEST_CHARACTERS) {
      return refused(name, 0, 0, "the file is longer than " + LONGEST_CHARACTERS + " characters");
    }
    List<Issue> issues = new ArrayList<>();
    try (JsonParser parser = FACTORY.createParser(plain(text))) {
      Datum root = new DataFile(name, parser).root();
      T value = loader.load(root, issues);
      return issues.isEmpty() ? new Loaded.Ok<>(value) : new Loaded.Refused<>(issues);
    } catch (DataException e) {
      issues.add(e.issue());
      return new Loaded.Refused<>(issues);
    } catch (JsonProcessingException e) {
      return refused(name, e);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static <T> Loaded<T> refused(String name, JsonProcessingException e) {
    var at = e.getLocation();
    String reason = "this is not JSON: " + e.getOriginalMessage().lines().findFirst().orElse("");
    return at == null
        ? refused(name, 0, 0, reason)
        : refused(name, at.getLineNr(), at.getColumnNr(), reason);
  }

  /**
   * Without the byte order mark that some editors write (RFC 8259 clause 8.1 lets it be ignored).
   */
  private static String plain(String text) {
    return text.startsWith("\uFEFF") ? text.substring(1) : text;
  }

  /**
   * The text of one name at the root of a file, read no further than that name and holding nothing
   * else of it; refused where it is not there, or no text.
   */
  public static Loaded<String> textAtRoot(String name, InputStream in, String key) {
    try (JsonParser parser = FACTORY.createParser(in)) {
      if (parser.nextToken() != JsonToken.START_OBJECT) {
        return refused(name, 1, 1, "a set of named values in { } is expected here");
      }
      while (parser.nextToken() == JsonToken.FIELD_NAME) {
        boolean wanted = parser.currentName().equals(key);
        JsonToken value = parser.nextToken();
        if (wanted && value == JsonToken.VALUE_STRING) {
          return new Loaded.Ok<>(parser.getText());
        }
        parser.skipChildren();
      }
      return refused(name, 1, 1, "\"" + key + "\" is missing");
    } catch (JsonProcessingException e) {
      return refused(name, e);
    } catch (IOException e) {
      return refused(name, 0, 0, "the file cannot be read");
    }
  }

  /** Reads a file that ships beside a class. */
  public static <T> T shipped(Class<?> beside, String name, Function<String, Loaded<T>> reader) {
    return reader.apply(shippedText(beside, name)).shipped();
  }

  /** The text of a file that ships beside a class. */
  public static String shippedText(Class<?> beside, String name) {
    try (InputStream in =
        Objects.requireNonNull(beside.getResourceAsStream(name), "not shipped: " + name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Turns the root of a file into a value, adding what is wrong to the issues. */
  @FunctionalInterface
  public interface Loader<T> {
    T load(Datum root, List<Issue> issues);
  }

  private static <T> Loaded<T> refused(String file, int line, int column, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(file, line, column, "", reason)));
  }

  private Datum root() throws IOException {
    if (parser.nextToken() == null) {
      throw here(Datum.Place.ROOT).wrong("the file is empty");
    }
    Datum root = value(Datum.Place.ROOT);
    if (parser.nextToken() != null) {
      throw here(Datum.Place.ROOT).wrong("something follows after the end");
    }
    return root;
  }

  private Datum here(Datum.Place place) {
    var at = parser.currentTokenLocation();
    return new Datum(new Datum.Position(name, at.getLineNr(), at.getColumnNr(), place), NOTHING);
  }

  private Datum value(Datum.Place place) throws IOException {
    if (++values > MOST_VALUES) {
      throw here(place).wrong("the file has more than " + MOST_VALUES + " values");
    }
    var at = parser.currentTokenLocation();
    var position = new Datum.Position(name, at.getLineNr(), at.getColumnNr(), place);
    Object content =
        switch (parser.currentToken()) {
          case START_OBJECT -> object(place);
          case START_ARRAY -> array(place);
          case VALUE_STRING -> parser.getText();
          case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT -> finite(new Datum(position, NOTHING));
          case VALUE_TRUE -> true;
          case VALUE_FALSE -> false;
          default -> throw new Datum(position, NOTHING).wrong("a value is expected here, not null");
        };
    return new Datum(position, content);
  }

  private Double finite(Datum here) throws IOException {
    double number = parser.getDoubleValue();
    if (!Double.isFinite(number)) {
      throw here.wrong("this number is too large");
    }
    return number;
  }

  private Map<String, Datum> object(Datum.Place place) throws IOException {
    Map<String, Datum> entries = new LinkedHashMap<>();
    while (parser.nextToken() != JsonToken.END_OBJECT) {
      String key = parser.currentName();
      parser.nextToken();
      entries.put(key, value(place.named(key)));
    }
    return entries;
  }

  private List<Datum> array(Datum.Place place) throws IOException {
    List<Datum> items = new ArrayList<>();
    while (parser.nextToken() != JsonToken.END_ARRAY) {
      items.add(value(place.item(items.size())));
    }
    return items;
  }
}
