package raconteur.desktop.theme;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import raconteur.casebook.palette.Hue;

class StyleTest {
  /** What the toolkit itself names, and the stylesheet dresses. */
  private static final Set<String> OF_THE_TOOLKIT =
      Set.of(
          "arrow-button",
          "button",
          "choice-box",
          "column-header",
          "content",
          "check-box",
          "dialog-pane",
          "radio-button",
          "label",
          "list-cell",
          "list-view",
          "menu-button",
          "placeholder",
          "root",
          "scroll-pane",
          "table-cell",
          "table-row-cell",
          "table-view",
          "text",
          "text-input",
          "viewport");

  @Test
  void theStylesheetAndTheConstantsNameTheSame() throws IOException {
    Set<String> dressed = named("\\.([a-z][a-z-]+)");
    dressed.removeAll(OF_THE_TOOLKIT);
    Set<String> constants =
        Arrays.stream(Style.values())
            .map(Style::css)
            .collect(Collectors.toCollection(TreeSet::new));
    // The dim workshop has other hues, not other rules.
    constants.remove(Style.DIM.css());
    assertThat(dressed).isEqualTo(constants);
  }

  @Test
  void theStylesheetSpellsNoColourOfItsOwn() throws IOException {
    assertThat(named("(#[0-9a-fA-F]{3,8})")).isEmpty();
  }

  @Test
  void everyHueIsATokenInLightAndDim() {
    Stream.of(Hue.values())
        .forEach(
            hue ->
                assertThat(Hue.stylesheet())
                    .contains(hue.token() + ": " + hue.light() + ";")
                    .contains(hue.token() + ": " + hue.dim() + ";"));
  }

  private static Set<String> named(String pattern) throws IOException {
    try (InputStream in =
        Objects.requireNonNull(Theme.class.getResourceAsStream("raconteur.css"))) {
      String css = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return Pattern.compile(pattern)
          .matcher(css)
          .results()
          .map((MatchResult m) -> m.group(1))
          .collect(Collectors.toCollection(TreeSet::new));
    }
  }
}
