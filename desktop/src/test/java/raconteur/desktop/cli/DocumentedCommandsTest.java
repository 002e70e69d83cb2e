package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/**
 * Every command that stands in a block of its own in README and docs is run, in the order of its
 * page and in one folder. What a page says takes minutes or hours, and what opens the window, is
 * only held against the options there are.
 */
class DocumentedCommandsTest {
  private static final Path ROOT = Path.of("..");
  private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|(\\S+)");
  private static final Set<String> WINDOW = Set.of("--demo", "");

  @TempDir private Path folder;

  private record Line(String command, String remark) {}

  @TestFactory
  Stream<DynamicTest> pages() throws IOException {
    List<Path> pages;
    try (Stream<Path> docs = Files.walk(ROOT.resolve("docs"))) {
      pages =
          Stream.concat(Stream.of(ROOT.resolve("README.md")), docs)
              .filter(p -> p.toString().endsWith(".md"))
              .sorted()
              .toList();
    }
    assertThat(pages.stream().mapToInt(p -> lines(p).size()).sum()).isGreaterThan(12);
    return pages.stream()
        .filter(p -> !lines(p).isEmpty())
        .map(p -> DynamicTest.dynamicTest(p.getFileName().toString(), () -> run(p)));
  }

  private void run(Path page) throws IOException {
    Path own = Files.createTempDirectory(folder, "page");
    for (Line line : lines(page)) {
      String[] arguments = arguments(line.command(), own);
      if (line.remark().matches(".*(minutes|hours).*") || WINDOW.contains(line.command())) {
        new CommandLine(new RaconteurCommand()).parseArgs(arguments);
        continue;
      }
      StringWriter said = new StringWriter();
      int code = ConsoleRuns.run(said, arguments);
      int expected = line.remark().startsWith("refused") ? 1 : 0;
      assertThat(code).as(line.command() + "\n" + said).isEqualTo(expected);
      assertThat(said.toString()).doesNotContain("went wrong");
    }
  }

  private static List<Line> lines(Path page) {
    try {
      List<Line> lines = new ArrayList<>();
      boolean code = false;
      for (String line : Files.readAllLines(page)) {
        if (line.startsWith("```")) {
          code = !code;
        }
        Matcher command =
            Pattern.compile("^(?:\\$ )?\\./raconteur(.*?)(?:  +# *(.*))?$").matcher(line);
        if (code && command.matches() && !line.contains("…") && !line.endsWith("]")) {
          lines.add(
              new Line(
                  command.group(1).strip(),
                  java.util.Objects.requireNonNullElse(command.group(2), "")));
        }
      }
      return lines;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Files of the docs are where they are; all others lie in the page's own folder. */
  private static String[] arguments(String command, Path own) {
    return WORD.matcher(command)
        .results()
        .map((MatchResult m) -> m.group(1) != null ? m.group(1) : m.group(2))
        .map(
            word ->
                word.startsWith("docs/")
                    ? ROOT.resolve(word).toString()
                    : word.matches("[a-z]+\\.(vcd|zip|casebook|csv|json|nets|png|bin)")
                        ? example(word, own)
                        : word)
        .toArray(String[]::new);
  }

  private static String example(String word, Path own) {
    Path shipped = ROOT.resolve("docs").resolve("examples").resolve(word);
    return Files.exists(shipped) ? shipped.toString() : own.resolve(word).toString();
  }
}
