package raconteur.desktop.manual;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

class ManualTest {
  private static final Pattern LINK = Pattern.compile("\\]\\(([^)]+)\\)");
  private static final Path FOLDER = Path.of("..", "docs", "manual");
  private static final Board BOARD =
      ((Loaded.Ok<Board>) BoardShelf.readNamed("quillon-kittiwake-b")).value();

  /** One that has a cell. */
  private static final Board HANDHELD =
      ((Loaded.Ok<Board>) BoardShelf.readNamed("petrel-1")).value();

  @Test
  void everyPageIsShippedInOrderAndHasATitle() {
    assertThat(Manual.pages()).hasSize(6).allMatch(p -> p.text().startsWith("# "));
    assertThat(Manual.pages().getFirst().title()).isEqualTo("Your first board in ten minutes");
  }

  @Test
  void everyLinkAndPictureLeadsSomewhere() {
    List<Manual.Page> pages = Manual.pages();
    for (Manual.Page page : pages) {
      for (MatchResult link : LINK.matcher(page.text()).results().toList()) {
        String to = link.group(1);
        assertThat(FOLDER.resolve(to)).as(page.file()).exists();
        if (to.endsWith(".png")) {
          assertThat(Manual.picture(to)).as(to + " is shipped").isPresent();
        } else if (!to.contains("/")) {
          assertThat(Manual.page(pages, to)).as(to).isPresent();
        }
      }
    }
    assertThat(Manual.page(pages, "../formats/bench-line.md")).isEmpty();
  }

  /** The lines of the page to print, as they are typed: what follows two blanks is a remark. */
  static Stream<String> printedLines() {
    List<String> lines = new ArrayList<>();
    boolean code = false;
    for (String line : Manual.pages().get(2).text().lines().toList()) {
      if (line.startsWith("```")) {
        code = !code;
      } else if (code) {
        lines.add(line.replaceFirst(" {2,}.*", ""));
      }
    }
    return lines.stream().filter(l -> !l.matches("(strike|if) .*"));
  }

  @ParameterizedTest
  @MethodSource("printedLines")
  void everyLineOfThePageToPrintIsUnderstood(String line) {
    // Places stand for any; these are on the board.
    String here =
        line.replace("U17 tester fail gates 2 4", "U39 tester fail gates 1")
            .replace("U3.5 U9.5", "U15.8 U18.8")
            .replace("CE3", "CE1");
    Understanding understood =
        new BenchLine(here.startsWith("BT1 ") ? HANDHELD : BOARD)
            .understand(
                here.equals("pull U13 92 ohm") ? here + " on 5V" : here,
                new BenchContext(Set.of(), Map.of("5V", 310.0, "+5V", 310.0), "+5V"));
    assertThat(understood)
        .as(understood.sentence())
        .isInstanceOfAny(
            Understanding.Understood.class, Understanding.Asked.class, Understanding.InTurn.class);
  }

  @Test
  void theLibrariesBringTheirLicences() {
    assertThat(About.licences())
        .containsKey("B612")
        .anySatisfy((library, text) -> assertThat(text).contains("Apache License"));
    assertThat(About.version()).startsWith("Raconteur");
    assertThat(About.page(Path.of("/somewhere/raconteur.log")))
        .contains("raconteur.log", "# About");
  }

  @Test
  void theSheetInThePackageIsTheOneInTheDocs() throws Exception {
    for (Manual.Page page : Manual.pages()) {
      assertThat(Files.readString(FOLDER.resolve(page.file()))).isEqualTo(page.text());
    }
  }
}
