package raconteur.desktop.control;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class KeysTest {
  private static final Pattern TEXT = Pattern.compile("\"(?:[^\"\\\\\n]|\\\\.)*\"");
  private static final Pattern SPELT =
      Pattern.compile(
          "(?<![A-Za-z0-9])(F[1-9]|F1[0-2]|Ctrl|Esc|Escape|Enter|Tab|Del|Delete|⇧)(?![a-z0-9])");

  @Test
  void noKeyMeansTwoThingsAtOnePlace() {
    assertThat(Keys.doubleMeanings()).isEmpty();
  }

  @Test
  void placesMeetWhereOneLiesWithinTheOther() {
    assertThat(Keys.Where.MAP.meets(Keys.Where.EVERYWHERE)).isTrue();
    assertThat(Keys.Where.TRACE.meets(Keys.Where.SIMULATED)).isTrue();
    assertThat(Keys.Where.MAP.meets(Keys.Where.BOARDS)).isTrue();
    assertThat(Keys.Where.PANES.meets(Keys.Where.TRACE)).isFalse();
    assertThat(Keys.Where.ODDS.meets(Keys.Where.BOARDS)).isFalse();
  }

  @Test
  void labelsNameTheKeyThatWorks() {
    for (Keys key : Keys.values()) {
      assertThat(key.is(key.pressed())).as(key.label()).isTrue();
    }
    assertThat(Keys.TURN_OVER.on("turn over")).isEqualTo("F9 turn over");
    assertThat(Keys.DECLINE.label()).isEqualTo("Shift+F7");
    assertThat(Keys.DEVICES.label()).isEqualTo("Ctrl+D");
    assertThat(Keys.ZOOM_IN.label()).hasSize(1).contains(String.valueOf('+'));
    assertThat(Keys.OPEN.label()).isEqualTo("Enter");
  }

  @Test
  void everyKeyStandsOnTheHelpPage() {
    List<String> named =
        Arrays.stream(Keys.Where.values())
            .flatMap(w -> Keys.lines(w).stream())
            .map(Keys.Line::words)
            .toList();
    assertThat(named)
        .contains(Arrays.stream(Keys.values()).map(Keys::words).toArray(String[]::new));
    assertThat(Keys.lines(Keys.Where.CASE).getFirst().keys()).isEqualTo("F2 … F6");
  }

  @Test
  void noLabelSpellsAKeyByHand() throws IOException {
    try (Stream<Path> sources = Files.walk(Path.of("src/main/java"))) {
      List<String> spelt =
          sources
              .filter(f -> f.toString().endsWith(".java") && !f.endsWith("Keys.java"))
              .flatMap(KeysTest::spelt)
              .toList();
      assertThat(spelt).isEmpty();
    }
  }

  private static Stream<String> spelt(Path source) {
    try {
      return TEXT.matcher(Files.readString(source))
          .results()
          .map(MatchResult::group)
          .filter(text -> SPELT.matcher(text).find())
          .map(text -> source.getFileName() + ": " + text);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }
}
