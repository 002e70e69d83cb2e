package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.io.StringWriter;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Adds a kind of finding nobody has, {@code sniff U26 burnt}, to a copy of the sources, in the
 * places docs/architecture.md names and no others: it then is understood, weighed, proposed with
 * its caution and compared with other stories.
 */
@Tag("long")
class InventedKindTest {
  private static final Path SOURCES = Path.of("src", "main", "java");
  private static final Path RESOURCES = Path.of("src", "main", "resources");
  private static final String CORE = "raconteur/core/";

  /** File to what goes in, each before the first place that reads so. */
  private static final Map<String, List<Insertion>> JAVA = new LinkedHashMap<>();

  private static final Map<String, List<Insertion>> DATA = new LinkedHashMap<>();

  private record Insertion(String before, String text) {}

  static {
    JAVA.put(
        CORE + "finding/Finding.java",
        List.of(
            new Insertion(
                "  /** The board run with one part out of its socket. */",
                """
                  /** A nose held over a part. */
                  record Sniff(String part, boolean burnt) implements Shown {
                    @Override
                    public TestKind kind() {
                      return TestKind.of("sniff");
                    }

                    @Override
                    public Subject subject() {
                      return new Subject.OfPart(part);
                    }

                    @Override
                    public String line() {
                      return "sniff " + part + (burnt ? " burnt" : " nothing");
                    }
                  }

                """)));
    JAVA.put(
        CORE + "finding/TrialPhrases.java",
        List.of(
            new Insertion(
                "        new Verb(\"without\"",
                "        new Verb(\"sniff\", \"sniff U7 burnt\", (words, context) ->"
                    + " sniff(words)),\n"),
            new Insertion(
                "  private static Understanding without(Words words)",
                """
                  private static Understanding sniff(Words words) {
                    Part part = words.part();
                    Map<String, Boolean> smells = new LinkedHashMap<>();
                    smells.put("burnt", true);
                    smells.put("nothing", false);
                    boolean burnt = words.oneOf("what it smells of", smells);
                    words.end();
                    return new Understanding.Understood(
                        new Finding.Sniff(part.designator(), burnt),
                        part.designator() + (burnt ? " smells burnt." : " smells of nothing."));
                  }

                """)));
    JAVA.put(
        CORE + "predict/Predictor.java",
        List.of(
            new Insertion(
                "      case Finding.Without without ->",
                "      case Finding.Sniff sniff -> partModels.sniff(sniff);\n")));
    JAVA.put(
        CORE + "predict/PartModels.java",
        List.of(
            new Insertion(
                "  /** Out of the board, a part",
                """
                  TestModel<?> sniff(Finding.Sniff test) {
                    return new ConditionModel(
                        readings,
                        "sniff",
                        List.of("good", "marginal", "bad"),
                        fault -> functionOf(fault, test.part()),
                        found -> ((Finding.Sniff) found).burnt() ? "burnt" : "nothing",
                        two(
                            "burnt",
                            new Finding.Sniff(test.part(), true),
                            "nothing",
                            new Finding.Sniff(test.part(), false)));
                  }

                """)));
    DATA.put(
        CORE + "data/tests.json",
        List.of(
            new Insertion(
                "    \"swap\": {",
                """
                    "sniff": {
                      "title": "Smell {part}", "asks": "sniff", "power": "off",
                      "set-up": "Power off.", "caution": "hot", "minutes": 0.2
                    },
                """)));
    DATA.put(
        CORE + "data/readings.json",
        List.of(
            new Insertion(
                "    \"rail volts\": {",
                """
                    "sniff": {
                      "good": {"burnt": 0.01, "nothing": 0.99},
                      "marginal": {"burnt": 0.1, "nothing": 0.9},
                      "bad": {"burnt": 0.3, "nothing": 0.7}
                    },
                """)));
  }

  /** Runs inside the copy: what becomes of the line, as text to be compared here. */
  private static final String DRIVER =
      """
      package raconteur.core.invented;

      import java.time.Instant;
      import java.util.List;
      import java.util.Set;
      import java.util.concurrent.Callable;
      import java.util.stream.IntStream;
      import raconteur.core.board.Board;
      import raconteur.core.board.BoardFiles;
      import raconteur.core.data.DataFile;
      import raconteur.core.fault.History;
      import raconteur.core.fault.Place;
      import raconteur.core.finding.*;
      import raconteur.core.plan.Advisor;
      import raconteur.core.plan.Step;
      import raconteur.core.story.Entry;

      public final class Driver implements Callable<String> {
        private static final Board BOARD =
            DataFile.shipped(
                Board.class,
                "/raconteur/core/boards/quillon-kittiwake-b.json",
                t -> BoardFiles.read("quillon-kittiwake-b", t));

        @Override
        public String call() {
          var said =
              (Understanding.Understood)
                  new BenchLine(BOARD).understand("sniff U26 burnt", BenchContext.FRESH);
          var sniffed = (Finding) said.statement();
          var advisor = new Advisor(BOARD, History.NONE, 2);
          double before = suspicion(advisor, "screen garbage");
          double after = suspicion(advisor, "screen garbage", "sniff U26 burnt");
          return said.sentence()
              + "|" + sniffed.line()
              + "|" + sniffed.identity()
              + "|" + sniffed.kind().title()
              + "|" + sniffed.kind().caution()
              + "|" + advisor.minutes(new Step.Test(sniffed), Set.of())
              + "|" + (after > 5 * before);
        }

        private static double suspicion(Advisor advisor, String... lines) {
          List<Entry> story =
              IntStream.range(0, lines.length)
                  .<Entry>mapToObj(i -> new Entry.Line(i + 1, Instant.EPOCH, lines[i]))
                  .toList();
          return advisor
              .advise(story)
              .diagnosis()
              .at(new Place.OfPart("U26"))
              .orElseThrow()
              .probability();
        }
      }
      """;

  @TempDir private Path copy;

  @Test
  void aKindOfFindingIsFourJavaFilesAndTwoOfData() throws Exception {
    assertThat(JAVA).hasSizeLessThanOrEqualTo(4);
    assertThat(DATA).hasSizeLessThanOrEqualTo(2);
    Path sources = copied(SOURCES, JAVA);
    Path resources = copied(RESOURCES, DATA);
    assertThat(inside(compiled(sources), resources))
        .isEqualTo(
            "U26 smells burnt.|sniff U26 burnt|sniff U26|Smell {part}|A faulty part can burn a"
                + " finger: approach with the back of the hand.|0.2|true");
  }

  @Test
  void thePlacesAreThoseTheHouseNames() throws IOException {
    String house = Files.readString(Path.of("..", "docs", "architecture.md"));
    Stream.concat(JAVA.keySet().stream(), DATA.keySet().stream())
        .forEach(file -> assertThat(house).contains(file.substring(CORE.length())));
  }

  private Path copied(Path tree, Map<String, List<Insertion>> changed) throws IOException {
    Path to = copy.resolve(tree.getFileName().toString());
    try (Stream<Path> files = Files.walk(tree)) {
      for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile)::iterator) {
        String name = tree.relativize(file).toString().replace(File.separatorChar, '/');
        Path target = to.resolve(name);
        Files.createDirectories(target.getParent());
        if (changed.containsKey(name)) {
          Files.writeString(target, with(Files.readString(file), changed.get(name)));
        } else {
          Files.copy(file, target);
        }
      }
    }
    return to;
  }

  private static String with(String text, List<Insertion> insertions) {
    String result = text;
    for (Insertion insertion : insertions) {
      int at = result.indexOf(insertion.before());
      assertThat(at).as("no longer there: " + insertion.before()).isNotNegative();
      result = result.substring(0, at) + insertion.text() + result.substring(at);
    }
    return result;
  }

  private Path compiled(Path sources) throws IOException {
    Path driver = sources.resolve(CORE + "invented/Driver.java");
    Files.createDirectories(driver.getParent());
    Files.writeString(driver, DRIVER);
    Path classes = Files.createDirectory(copy.resolve("classes"));
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    StringWriter said = new StringWriter();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null);
        Stream<Path> all = Files.walk(sources)) {
      boolean done =
          compiler
              .getTask(
                  said,
                  files,
                  null,
                  List.of("-proc:none", "-d", classes.toString(), "-cp", libraries()),
                  null,
                  files.getJavaFileObjectsFromPaths(
                      all.filter(f -> f.toString().endsWith(".java")).toList()))
              .call();
      assertThat(done).as(said.toString()).isTrue();
    }
    return classes;
  }

  /** What the copy stands on: everything but our own classes. */
  private static String libraries() {
    String path =
        System.getProperty("surefire.test.class.path", System.getProperty("java.class.path"));
    return String.join(
        File.pathSeparator,
        Arrays.stream(path.split(File.pathSeparator, -1)).filter(p -> p.endsWith(".jar")).toList());
  }

  private static String inside(Path classes, Path resources) throws Exception {
    List<URL> urls = new ArrayList<>(List.of(classes.toUri().toURL(), resources.toUri().toURL()));
    for (String library : libraries().split(File.pathSeparator, -1)) {
      urls.add(Path.of(library).toUri().toURL());
    }
    try (var loader =
        new URLClassLoader(urls.toArray(URL[]::new), ClassLoader.getPlatformClassLoader())) {
      Callable<?> driver =
          (Callable<?>)
              loader
                  .loadClass("raconteur.core.invented.Driver")
                  .getDeclaredConstructor()
                  .newInstance();
      return String.valueOf(driver.call());
    }
  }
}
