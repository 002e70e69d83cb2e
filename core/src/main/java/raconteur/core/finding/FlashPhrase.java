package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import raconteur.core.board.Flash;

/** {@code flash 3 3 5}, {@code flash none}, {@code flash pass}: what the dead test did. */
final class FlashPhrase extends VerbPhrase {
  private static final int MOST_RUNS = 40;

  FlashPhrase() {
    super("flash", "flash 3 3 5");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    if (words.nextIs("picture")) {
      words.skip();
      return picture(words);
    }
    List<Flash> table = words.board().deadTest().flashes();
    words.mayContinue(List.of("none", "pass", "picture"));
    if (words.nextIs("none")) {
      words.skip();
      words.end();
      return understood(Finding.DeadTestEnd.NONE, List.of(), "Dead test: no picture, no flash.");
    }
    if (words.nextIs("pass")) {
      words.skip();
      words.end();
      return understood(Finding.DeadTestEnd.PASS, List.of(), "Dead test: memory passes.");
    }
    if (!words.more()) {
      return new Understanding.Unfinished("The counts, one a run, or none, or pass.");
    }
    String wanted = words.peek().toLowerCase(java.util.Locale.ROOT);
    if ("picture".startsWith(wanted) && !wanted.equals("p")) {
      return new Understanding.Unfinished("Next comes picture, and right, wrong or nothing.");
    }
    if ("none".startsWith(wanted) || "pass".startsWith(wanted)) {
      return new Understanding.Unfinished("The counts, one a run, or none, or pass.");
    }
    if (table.isEmpty()) {
      throw words.refuse(
          "No flash table is known for this revision, so a count proves nothing here: log it as a"
              + " note; flash none and flash pass would be taken.");
    }
    return counts(words, table);
  }

  @Override
  public List<String> examples() {
    return List.of(example(), "flash none", "flash pass", "flash picture right");
  }

  private static Understanding picture(Words words) {
    Map<String, Finding.TestPicture> looks = new LinkedHashMap<>();
    looks.put("right", Finding.TestPicture.RIGHT);
    looks.put("wrong", Finding.TestPicture.WRONG);
    looks.put("nothing", Finding.TestPicture.NOTHING);
    Finding.TestPicture look = words.oneOf("what the screen shows while it runs", looks);
    words.end();
    String said =
        switch (look) {
          case RIGHT -> "colour and border are right: what makes the picture works";
          case WRONG -> "the picture is wrong: what makes it is suspected";
          case NOTHING -> "nothing is seen";
        };
    return new Understanding.Understood(
        new Finding.DeadTestPicture(look), "While the dead test runs " + said + ".");
  }

  private static Understanding counts(Words words, List<Flash> table) {
    List<Integer> counts = new ArrayList<>();
    Set<Integer> known =
        table.stream().map(Flash::count).collect(Collectors.toCollection(TreeSet::new));
    int most = known.stream().mapToInt(i -> i).max().orElseThrow();
    while (words.more()) {
      String word = words.peek();
      if (!word.matches("[0-9]{1,4}") || Integer.parseInt(word) < 1) {
        throw words.refuse(
            "“"
                + Words.clip(word)
                + "” is no count of flashes: type 1 to "
                + most
                + ", one a run, or none, or pass.");
      }
      counts.add(Integer.parseInt(word));
      words.skip();
      if (counts.size() > MOST_RUNS) {
        throw words.refuse("One line takes at most " + MOST_RUNS + " runs.");
      }
    }
    List<Integer> odd = counts.stream().filter(c -> !known.contains(c)).distinct().toList();
    if (!odd.isEmpty()) {
      return new Understanding.Asked(
          new Finding.DeadTestResult(Finding.DeadTestEnd.FLASHES, counts),
          "This revision's table goes to "
              + most
              + " and does not know "
              + odd.getFirst()
              + ": counted right? Enter keeps it.");
    }
    Set<Integer> distinct = new TreeSet<>(counts);
    String sentence =
        distinct.size() == 1
            ? "Dead test flashes "
                + counts.getFirst()
                + times(counts.size())
                + ", the table says "
                + meaning(table, counts.getFirst())
                + "."
            : "Dead test flashes "
                + counts.stream().map(String::valueOf).collect(Collectors.joining(", "))
                + ": the runs disagree, which speaks for a shared cause.";
    return understood(Finding.DeadTestEnd.FLASHES, counts, sentence);
  }

  private static String times(int runs) {
    return runs == 1 ? "" : " in " + runs + " runs";
  }

  private static String meaning(List<Flash> table, int count) {
    return table.stream()
        .filter(f -> f.count() == count)
        .map(f -> f.meaning().isEmpty() ? f.part() : f.part() + " (" + f.meaning() + ")")
        .collect(Collectors.joining(", "));
  }

  private static Understanding understood(
      Finding.DeadTestEnd end, List<Integer> counts, String sentence) {
    return new Understanding.Understood(new Finding.DeadTestResult(end, counts), sentence);
  }
}
