package raconteur.core.data;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * One value in a data file that remembers where it stands, so that whatever is wrong with it can be
 * said with line and place. Reading methods throw {@link DataException}; loaders collect those with
 * {@link #each} and return them in a {@link Loaded.Refused}.
 */
public final class Datum {
  private final Position position;
  private final Object content;

  /** Where a value stands; the place is put into words only where it is asked for. */
  record Position(String file, int line, int column, Place place) {}

  /** The way from the root of a file to a value: a name or a number in what holds it. */
  static final class Place {
    static final Place ROOT = new Place();

    private final Place holder;
    private final String name;
    private final int index;

    private Place() {
      this.holder = this;
      this.name = "";
      this.index = -1;
    }

    private Place(Place holder, String name, int index) {
      this.holder = holder;
      this.name = name;
      this.index = index;
    }

    Place named(String key) {
      return new Place(this, key, -1);
    }

    Place item(int at) {
      return new Place(this, "", at);
    }

    @Override
    public String toString() {
      if (holder.equals(this)) {
        return "";
      }
      String before = holder.toString();
      String last = index < 0 ? name : "[" + index + "]";
      return before.isEmpty() || index >= 0 ? before + last : before + "." + last;
    }
  }

  Datum(Position position, Object content) {
    this.position = position;
    this.content = content;
  }

  /** The path inside the file, for messages. */
  public String place() {
    return position.place().toString();
  }

  /** The exception that says what is wrong here. */
  public DataException wrong(String reason) {
    return new DataException(
        new Issue(position.file(), position.line(), position.column(), place(), reason));
  }

  /** The exception that says what is wrong some characters into the text here. */
  public DataException wrongAt(int characters, String reason) {
    return new DataException(
        new Issue(
            position.file(), position.line(), position.column() + 1 + characters, place(), reason));
  }

  /** The text here. */
  public String text() {
    if (content instanceof String text) {
      return text;
    }
    throw wrong("a text in quotes is expected here, not " + kind());
  }

  /** The finite number here. */
  public double number() {
    if (content instanceof Double number) {
      return number;
    }
    throw wrong("a number is expected here, not " + kind());
  }

  /** The whole number here, between the two bounds. */
  public int whole(int least, int most) {
    double number = number();
    if (number != Math.rint(number) || number < least || number > most) {
      throw wrong("a whole number from " + least + " to " + most + " is expected here");
    }
    return (int) number;
  }

  /** The number here, between the two bounds. */
  public double between(double least, double most) {
    double number = number();
    if (number < least || number > most) {
      throw wrong("a number from " + least + " to " + most + " is expected here, not " + number);
    }
    return number;
  }

  /** True or false. */
  public boolean flag() {
    if (content instanceof Boolean flag) {
      return flag;
    }
    throw wrong("true or false is expected here, not " + kind());
  }

  /** The items of the list here. */
  @SuppressWarnings("unchecked")
  public List<Datum> items() {
    if (content instanceof List<?> list) {
      return (List<Datum>) list;
    }
    throw wrong("a list in [ ] is expected here, not " + kind());
  }

  /** The named values here, in the order of the file. */
  @SuppressWarnings("unchecked")
  public Map<String, Datum> entries() {
    if (content instanceof Map<?, ?> map) {
      return (Map<String, Datum>) map;
    }
    throw wrong("a set of named values in { } is expected here, not " + kind());
  }

  /** The value with this name, which has to be there. */
  public Datum get(String name) {
    Datum value = entries().get(name);
    if (value == null) {
      throw wrong("\"" + name + "\" is missing");
    }
    return value;
  }

  public boolean has(String name) {
    return entries().containsKey(name);
  }

  /** The text with this name, or the given one where the file leaves it out. */
  public String textOr(String name, String otherwise) {
    return has(name) ? get(name).text() : otherwise;
  }

  /** The items with this name; none where the file leaves them out. */
  public List<Datum> itemsOrNone(String name) {
    return has(name) ? get(name).items() : List.of();
  }

  /** The text here as one of a fixed set of words. */
  public <T> T oneOf(Map<String, T> words) {
    T value = words.get(text());
    if (value == null) {
      throw wrong(
          "\""
              + text()
              + "\" is not known here; accepted are "
              + String.join(", ", words.keySet()));
    }
    return value;
  }

  /** The text here as one of an enum's values, in small letters. */
  public <E extends Enum<E>> E oneOf(E[] values) {
    Map<String, E> words = new LinkedHashMap<>();
    for (E value : values) {
      words.put(value.name().toLowerCase(Locale.ROOT), value);
    }
    return oneOf(words);
  }

  /** Refuses names that are not in the set: a misspelt name would otherwise be lost silently. */
  public Datum onlyKnows(Set<String> names) {
    for (var entry : entries().entrySet()) {
      if (!names.contains(entry.getKey())) {
        throw entry
            .getValue()
            .wrong(
                "\""
                    + entry.getKey()
                    + "\" is not a name used here; used are "
                    + names.stream().sorted().collect(Collectors.joining(", ")));
      }
    }
    return this;
  }

  /** Applies a reader to every item, collecting the issues of the items that fail. */
  public static <T> List<T> each(List<Datum> items, List<Issue> issues, Function<Datum, T> reader) {
    List<T> result = new ArrayList<>();
    for (Datum item : items) {
      try {
        result.add(reader.apply(item));
      } catch (DataException e) {
        issues.add(e.issue());
      }
    }
    return result;
  }

  private String kind() {
    return switch (content) {
      case String _ -> "a text";
      case Double _ -> "a number";
      case Boolean _ -> "true or false";
      case List<?> _ -> "a list";
      case Map<?, ?> _ -> "a set of named values";
      default -> "nothing";
    };
  }
}
