package raconteur.desktop.signals;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.casebook.recording.RecordingFile;
import raconteur.core.signal.RecordingDigest;

/**
 * How somebody wants a recording read, as it is typed. Lines are separated by commas; {@code
 * A0..A15} stands for all sixteen.
 *
 * @param time the column of seconds, empty for the first
 * @param columns the columns that are lines, empty for all others
 * @param address the address lines, the lowest bit first; empty where no loops are looked for
 * @param strobe at whose falling edge the address is read, or at whose rising one with a leading +
 * @param places where the instrument's channels were: {@code CH1=U15.8, CH2=/RD}
 */
public record Asked(String time, String columns, String address, String strobe, String places) {
  private static final Pattern RANGE = Pattern.compile("(.*?)(\\d+)\\s*\\.\\.\\s*\\1?(\\d+)");
  private static final Pattern PLACE = Pattern.compile("([^=]+?)\\s*=\\s*([^=]+)");
  private static final int MOST_IN_A_RANGE = 64;

  /** Why nothing can be read so; empty where it can. */
  public String refusal() {
    Optional<String> nowhere = items(places).filter(p -> !PLACE.matcher(p).matches()).findFirst();
    if (nowhere.isPresent()) {
      return "\"" + nowhere.get() + "\" says no place: one is written CH1=U15.8, or CH1=/RD.";
    }
    return lines(address).isEmpty() == strobe.isBlank()
        ? ""
        : "Address lines and the line at whose edge they are read belong together: name both, or"
            + " neither.";
  }

  /** The net or pin of every channel that somebody named. */
  public Map<String, String> named() {
    Map<String, String> named = new LinkedHashMap<>();
    items(places)
        .map(PLACE::matcher)
        .filter(Matcher::matches)
        .forEach(m -> named.put(m.group(1), m.group(2)));
    return named;
  }

  private static Stream<String> items(String typed) {
    return Arrays.stream(typed.split(",", -1)).map(String::strip).filter(s -> !s.isEmpty());
  }

  /** What it stands for where it is not refused. */
  public RecordingFile.Choice choice() {
    List<String> lines = lines(address);
    String edge = strobe.strip();
    boolean rising = edge.startsWith("+");
    return new RecordingFile.Choice(
        time.strip(),
        lines(columns),
        lines.isEmpty()
            ? Optional.empty()
            : Optional.of(
                new RecordingDigest.Addresses(
                    lowestFirst(lines), rising ? edge.substring(1).strip() : edge, !rising)),
        1);
  }

  /** By the numbers in their names where all have one, however they were typed. */
  private static List<String> lowestFirst(List<String> lines) {
    boolean numbered = lines.stream().allMatch(l -> l.matches(".*[0-9]{1,4}\\]?"));
    boolean oneStem =
        lines.stream().map(l -> l.replaceAll("[0-9]{1,4}\\]?$", "")).distinct().count() == 1;
    return numbered && oneStem
        ? lines.stream()
            .sorted(
                Comparator.comparingInt(
                    l -> Integer.parseInt(l.replaceAll("^.*?([0-9]{1,4})\\]?$", "$1"))))
            .toList()
        : lines;
  }

  private static List<String> lines(String typed) {
    List<String> lines = new ArrayList<>();
    items(typed).forEach(s -> lines.addAll(range(s)));
    return lines;
  }

  private static List<String> range(String word) {
    Matcher range = RANGE.matcher(word);
    if (!range.matches() || range.group(2).length() > 4 || range.group(3).length() > 4) {
      return List.of(word);
    }
    int from = Integer.parseInt(range.group(2));
    int to = Integer.parseInt(range.group(3));
    if (Math.abs(to - from) >= MOST_IN_A_RANGE) {
      return List.of(word);
    }
    List<String> all = new ArrayList<>();
    int step = to < from ? -1 : 1;
    for (int i = from; i != to + step; i += step) {
      all.add(range.group(1) + i);
    }
    return all;
  }
}
