package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

/**
 * Captures as value change dumps, IEEE Std 1364-2001 clause 18 (from memory): one scope, wires of
 * one bit, values 0 1 x z. A fight of two outputs is written as x.
 */
public final class VcdText {
  private static final int FIRST = 33;
  private static final int LETTERS = 94;
  private static final int MOST_CHANGES = 20_000_000;

  private VcdText() {}

  /** Writes a capture; times are in picoseconds from its start. */
  public static String write(Capture capture) {
    StringBuilder text = new StringBuilder();
    text.append("$comment ").append(capture.source()).append(" $end\n");
    text.append("$timescale 1ps $end\n$scope module board $end\n");
    TreeMap<Long, StringBuilder> changes = new TreeMap<>();
    List<Track> tracks = capture.tracks();
    long start = tracks.stream().mapToLong(t -> t.changes().getFirst().picos()).min().orElse(0);
    long end = start;
    for (int i = 0; i < tracks.size(); i++) {
      String id = identifier(i);
      text.append("$var wire 1 ").append(id).append(' ');
      text.append(tracks.get(i).name().replaceAll("\\s+", "_")).append(" $end\n");
      char before = ' ';
      for (Track.Change change : tracks.get(i).changes()) {
        char now = letter(change.state());
        if (now != before) {
          changes
              .computeIfAbsent(change.picos() - start, _ -> new StringBuilder())
              .append(now)
              .append(id)
              .append('\n');
        }
        before = now;
      }
      end = Math.max(end, tracks.get(i).endPicos());
    }
    text.append("$upscope $end\n$enddefinitions $end\n");
    changes.forEach(
        (picos, lines) -> {
          text.append('#').append(picos).append('\n');
          text.append(picos == 0 ? "$dumpvars\n" + lines + "$end\n" : lines);
        });
    return text.append('#').append(end - start).append('\n').toString();
  }

  private static String identifier(int number) {
    StringBuilder id = new StringBuilder();
    int rest = number;
    do {
      id.append((char) (FIRST + rest % LETTERS));
      rest /= LETTERS;
    } while (rest > 0);
    return id.toString();
  }

  private static char letter(Track.State state) {
    return switch (state) {
      case LOW -> '0';
      case HIGH -> '1';
      case FLOATING -> 'z';
      case UNKNOWN, FIGHT -> 'x';
    };
  }

  /** Reads wires of one bit from a dump a recorder wrote; wider ones are passed over. */
  public static Loaded<Capture> read(String file, String text) {
    return new Reader(file).read(text);
  }

  private static final class Reader {
    private final String file;
    private final Map<String, String> names = new LinkedHashMap<>();
    private final Map<String, List<Track.Change>> changes = new LinkedHashMap<>();
    private double picosPerStep = 1;
    private long now;
    private int count;

    Reader(String file) {
      this.file = file;
    }

    private Loaded<Capture> refused(String reason) {
      return new Loaded.Refused<>(List.of(new Issue(file, 0, 0, "", reason)));
    }

    Loaded<Capture> read(String text) {
      String[] words = text.strip().split("\\s+", -1);
      int at = 0;
      while (at < words.length) {
        String word = words[at];
        if (word.startsWith("$") && !word.equals("$dumpvars") && !word.equals("$end")) {
          int end = at;
          while (end < words.length && !words[end].equals("$end")) {
            end++;
          }
          if (end == words.length) {
            return refused(word + " is not closed by $end");
          }
          if (!section(List.of(words).subList(at, end))) {
            return refused(
                "\"" + String.join(" ", List.of(words).subList(at, end)) + "\" is not understood");
          }
          at = end + 1;
        } else {
          if (!value(word)) {
            return refused("\"" + word + "\" is no change of a wire");
          }
          boolean vector = word.startsWith("b") || word.startsWith("B") || word.startsWith("r");
          at += vector ? 2 : 1;
        }
        if (count > MOST_CHANGES) {
          return refused("there are more than " + MOST_CHANGES + " changes");
        }
      }
      List<Track> tracks = new ArrayList<>();
      changes.forEach(
          (id, list) -> {
            if (!list.isEmpty()) {
              tracks.add(new Track(names.getOrDefault(id, id), list, picos()));
            }
          });
      return tracks.isEmpty()
          ? refused("there is no wire of one bit with a value in it")
          : new Loaded.Ok<>(new Capture(file, tracks));
    }

    private long picos() {
      return Math.round(now * picosPerStep);
    }

    private boolean section(List<String> words) {
      return switch (words.getFirst()) {
        case "$timescale" -> timescale(String.join("", words.subList(1, words.size())));
        case "$var" -> {
          if (words.size() < 5) {
            yield false;
          }
          if (words.get(2).equals("1")) {
            names.put(words.get(3), words.get(4));
            changes.put(words.get(3), new ArrayList<>());
          }
          yield true;
        }
        default -> true;
      };
    }

    private boolean timescale(String text) {
      String unit = text.replaceAll("[0-9]", "").toLowerCase(Locale.ROOT);
      double picos =
          switch (unit) {
            case "s" -> 1e12;
            case "ms" -> 1e9;
            case "us" -> 1e6;
            case "ns" -> 1e3;
            case "ps" -> 1;
            case "fs" -> 1e-3;
            default -> 0;
          };
      String number = text.replaceAll("[^0-9]", "");
      if (picos == 0 || number.length() > 3 || number.isEmpty()) {
        return false;
      }
      picosPerStep = picos * Integer.parseInt(number);
      return true;
    }

    private boolean value(String word) {
      if (word.equals("$dumpvars") || word.equals("$end")) {
        return true;
      }
      if (word.isEmpty()) {
        return false;
      }
      char first = word.charAt(0);
      if (first == '#') {
        try {
          now = Long.parseLong(word.substring(1));
          return true;
        } catch (NumberFormatException e) {
          return false;
        }
      }
      Track.State state =
          switch (first) {
            case '0' -> Track.State.LOW;
            case '1' -> Track.State.HIGH;
            case 'z', 'Z' -> Track.State.FLOATING;
            default -> Track.State.UNKNOWN;
          };
      List<Track.Change> list = changes.get(word.substring(1));
      if (list != null) {
        list.add(new Track.Change(picos(), state));
        count++;
      }
      return "01xXzZbBrR".indexOf(first) >= 0;
    }
  }
}
