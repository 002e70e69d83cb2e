package raconteur.desktop.preferences;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.plan.Schools;
import raconteur.core.plan.Shop;
import raconteur.desktop.Demo;
import raconteur.desktop.workshop.Settings;
import raconteur.desktop.workshop.Workshop;

/** What is preferred is kept as a whole, and a figure that is none keeps nothing. */
class PreferencesTest {
  @TempDir private Path folder;
  private Workshop workshop;
  private Settings settings;

  @BeforeEach
  void open() {
    workshop = Demo.in(folder);
    settings = workshop.settings();
  }

  @AfterEach
  void close() {
    workshop.casebook().close();
  }

  @Test
  void allOfItIsKeptAndFoundAgain() {
    Shop shop =
        new Shop(Schools.shipped().named("probe first").orElseThrow(), Set.of("logic probe"));
    Preferences wanted =
        new Preferences(shop, 2, 130, Settings.Light.BY_HOUR, true, "42,5", "1.2", " The Quay ");

    assertThat(wanted.refusal()).isEmpty();
    assertThat(wanted.keep(settings)).isEmpty();

    assertThat(Preferences.of(settings))
        .isEqualTo(
            new Preferences(shop, 2, 130, Settings.Light.BY_HOUR, true, "42.5", "1.2", "The Quay"));
  }

  @Test
  void whatIsUsualIsPreferredUntilSomebodySaysOtherwise() {
    Preferences usual = Preferences.of(settings);

    assertThat(usual.textPercent()).isEqualTo(100);
    assertThat(usual.light()).isEqualTo(Settings.Light.LIGHT);
    assertThat(usual.refusal()).isEmpty();
    assertThat(usual.keep(settings)).isEmpty();
    assertThat(settings.words()).doesNotContain("size of text", "light");
  }

  @ParameterizedTest
  @CsvSource({"dear, 1", "-3, 1", "1e400, 1", "30, x", "'', 1", "30, 1.23456"})
  void aRateThatIsNoneIsRefusedInASentence(String perHour, String parts) {
    Preferences now = Preferences.of(settings);
    Preferences wanted =
        new Preferences(
            now.shop(),
            now.together(),
            now.textPercent(),
            now.light(),
            now.sounds(),
            perHour,
            parts,
            now.shopName());

    assertThat(wanted.refusal())
        .hasValueSatisfying(why -> assertThat(why).contains("is no rate").contains("30 or 1,5"));
  }

  @ParameterizedTest
  @CsvSource({
    "LIGHT, 23, false",
    "DIM, 12, true",
    "BY_HOUR, 18, false",
    "BY_HOUR, 19, true",
    "BY_HOUR, 6, true",
    "BY_HOUR, 7, false"
  })
  void byTheHourItIsDimInTheEvening(Settings.Light light, int hour, boolean dim) {
    assertThat(light.isDimAt(hour)).isEqualTo(dim);
  }

  /** A casebook may come from anywhere. */
  @Test
  void whatCannotBeReadIsTheUsual() {
    workshop.casebook().keepSetting("size of text", "9000");
    workshop.casebook().keepSetting("light", "purple");

    assertThat(settings.textPercent()).isEqualTo(100);
    assertThat(settings.light()).isEqualTo(Settings.Light.LIGHT);
  }
}
