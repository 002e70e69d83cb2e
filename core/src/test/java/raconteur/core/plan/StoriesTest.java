package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.ToldStories.ToldStory;

/**
 * Stories of boards nothing was tuned for, told as people tell them: what was wrong in the end has
 * to lead. How each came out stands in docs/stories.md; the table there is held to what happens, so
 * that none gets worse unseen.
 *
 * <p>With {@code -Draconteur.stories=write} the last column is written anew.
 */
class StoriesTest {
  private static final Path TABLE = Path.of("..", "docs", "stories.md");
  private static final Pattern ROW =
      Pattern.compile("\\| (\\d+) \\| .* \\| ([^|]*) \\| ([^|]*) \\|");

  @Test
  void everyStoryEndsAsTheTableSays() throws IOException {
    List<ToldStory> stories = ToldStories.all();
    Map<Integer, String> written = new TreeMap<>();
    Map<Integer, String> before = new TreeMap<>();
    for (String line : Files.readAllLines(TABLE)) {
      Matcher row = ROW.matcher(line);
      if (row.matches()) {
        before.put(Integer.parseInt(row.group(1)), row.group(2).strip());
        written.put(Integer.parseInt(row.group(1)), row.group(3).strip());
      }
    }
    Map<Integer, String> found = new TreeMap<>();
    List<String> table = new ArrayList<>();
    int[] right = new int[2];
    int[] rightBefore = new int[2];
    int[] all = new int[2];
    for (int i = 0; i < stories.size(); i++) {
      ToldStory story = stories.get(i);
      List<String> wrong = story.wrong();
      String how = wrong.isEmpty() ? "right" : String.join("; ", wrong).replace("|", "/");
      found.put(i + 1, how);
      int kind = story.truth().isEmpty() ? 1 : 0;
      all[kind]++;
      right[kind] += wrong.isEmpty() ? 1 : 0;
      String was = before.getOrDefault(i + 1, how);
      rightBefore[kind] += was.equals("right") ? 1 : 0;
      table.add(
          String.format(
              Locale.ROOT,
              "| %d | %s | %s | %s | %s | %s |",
              i + 1,
              story.story(),
              story.board(),
              String.join(" · ", story.lines()).replace("|", "/"),
              was,
              how));
    }
    if (System.getProperty("raconteur.stories", "").equals("write")) {
      List<String> kept =
          Files.exists(TABLE)
              ? Files.readAllLines(TABLE).stream()
                  .takeWhile(line -> !line.startsWith("Right: "))
                  .toList()
              : List.of();
      List<String> page = new ArrayList<>(kept);
      page.add(
          String.format(
              Locale.ROOT,
              "Right: of %d stories %d before and %d now; of %d situations %d before and %d now.",
              all[0],
              rightBefore[0],
              right[0],
              all[1],
              rightBefore[1],
              right[1]));
      page.add("");
      page.add("| | story | board | told | before | now |");
      page.add("|---|---|---|---|---|---|");
      page.addAll(table);
      Files.writeString(TABLE, String.join("\n", page) + "\n", StandardCharsets.UTF_8);
      return;
    }
    assertThat(written).as("docs/stories.md, by number").isEqualTo(found);
  }

  /** The number docs/stories.md gives for boards that somebody typed in. */
  @Tag("long")
  @Test
  void theSameIsToldOfBoardsThatSayNothingButTheirPartsAndNets() throws IOException {
    Matcher written =
        Pattern.compile("right before 2026-11-29, (\\d+) now").matcher(Files.readString(TABLE));
    assertThat(written.find()).isTrue();
    long right = ToldStories.all().stream().filter(s -> s.wrongAsTyped().isEmpty()).count();
    assertThat(right).isEqualTo(Long.parseLong(written.group(1)));
  }

  @Test
  void theBoardsOfTheStoriesAreNotShipped() {
    assertThat(ToldStories.board("tern-1").parts()).hasSizeGreaterThan(40);
    assertThat(Boards.class.getResource("/raconteur/core/boards/tern-1.json")).isNull();
  }
}
