package raconteur.desktop.prove;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.spy;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.desktop.OnTheDemo;
import raconteur.desktop.workshop.Settings;

/**
 * Runs and hours of a soak, kept at every step, with a clock that is told and a store that fails.
 */
class SoakCounterTest extends OnTheDemo {
  private static final Instant START = Instant.parse("2026-11-28T09:00:00Z");
  private static final int CASE = 13;

  private final Clock clock = mock(Clock.class);

  @BeforeEach
  void setTheClock() {
    when(clock.instant()).thenReturn(START);
  }

  private Settings settings() {
    return workshop().settings();
  }

  private SoakCounter counter() {
    return new SoakCounter(settings(), clock, CASE);
  }

  private void later(Duration passed) {
    when(clock.instant()).thenReturn(START.plus(passed));
  }

  @Test
  void aCountOutlivesTheWindowThatKeptIt() {
    SoakCounter first = counter();
    assertThat(first.run()).isEmpty();
    assertThat(first.run()).isEmpty();
    assertThat(first.startOrStop()).isEmpty();
    later(Duration.ofMinutes(90));
    SoakCounter afterACrash = counter();
    assertThat(afterACrash.count().runs()).isEqualTo(2);
    assertThat(afterACrash.count().time(afterACrash.now())).isEqualTo(Duration.ofMinutes(90));
  }

  @Test
  void aStoppedClockKeepsWhatItCountedAndGoesOnFromThere() {
    SoakCounter counter = counter();
    counter.startOrStop();
    later(Duration.ofMinutes(20));
    counter.startOrStop();
    later(Duration.ofHours(5));
    assertThat(counter.count().time(counter.now())).isEqualTo(Duration.ofMinutes(20));
    counter.startOrStop();
    later(Duration.ofHours(5).plusMinutes(10));
    assertThat(counter.count().time(counter.now())).isEqualTo(Duration.ofMinutes(30));
  }

  /** Daylight saving and set clocks: time never runs backwards in a soak. */
  @Test
  void aClockThatWasSetBackTakesNothingAway() {
    SoakCounter counter = counter();
    counter.startOrStop();
    later(Duration.ofHours(-3));
    assertThat(counter.count().time(counter.now())).isEqualTo(Duration.ZERO);
  }

  @ParameterizedTest
  @CsvSource({"2, ''", "3, proof soak 0.1 hours clean", "90, proof soak 1.5 hours clean"})
  void hoursAreWrittenInTenths(long minutes, String line) {
    SoakCounter counter = counter();
    counter.startOrStop();
    later(Duration.ofMinutes(minutes));
    assertThat(counter.line(true).orElse("")).isEqualTo(line);
  }

  @Test
  void aCountLeavesOnlyOnceItsLineStandsInTheStory() {
    SoakCounter counter = counter();
    counter.run();
    counter.run();
    String line = counter.line(false).orElseThrow();
    assertThat(line).isEqualTo("proof soak 2 runs failed");
    assertThat(counter.count().runs()).as("not kept yet").isEqualTo(2);
    assertThat(counter.written(line)).isEmpty();
    assertThat(counter.count().runs()).isZero();
  }

  @Test
  void writingRunsDownLeavesTheClockRunning() {
    SoakCounter counter = counter();
    counter.run();
    counter.startOrStop();
    counter.written(counter.line(true).orElseThrow());
    later(Duration.ofMinutes(12));
    assertThat(counter.line(true)).contains("proof soak 0.2 hours clean");
  }

  /** The third keeping fails: what was counted before stays, and the refusal is told. */
  @Test
  void aStoreThatFailsOnTheThirdWriteLosesNothingOfTheFirstTwo() {
    Settings failing = spy(settings());
    SoakCounter counter = new SoakCounter(failing, clock, CASE);
    assertThat(counter.run()).isEmpty();
    assertThat(counter.run()).isEmpty();
    doReturn("Not kept: the disk is full.").when(failing).keepSoak(anyInt(), anyString());
    assertThat(counter.run()).isEqualTo("Not kept: the disk is full.");
    assertThat(counter().count().runs()).isEqualTo(2);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "x", "3", "a b c", "3 4 yesterday", "1 2 - more", "9999999999 0 -"})
  void aCountThatCannotBeReadIsNoCount(String kept) {
    settings().keepSoak(CASE, kept);
    assertThat(counter().count()).isEqualTo(SoakCounter.Count.NONE);
  }
}
