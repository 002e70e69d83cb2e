package raconteur.desktop.prove;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import raconteur.desktop.workshop.Settings;

/**
 * Counts runs and time that are not in the story yet. Every count is kept in the casebook at once,
 * so that neither a closed window nor a dead machine loses it; it becomes one line when it is
 * written down.
 */
final class SoakCounter {
  private final Settings settings;
  private final Clock clock;
  private final int caseNumber;

  /**
   * What is counted.
   *
   * @param since when the clock was started, empty while it stands
   */
  record Count(int runs, Duration before, Optional<Instant> since) {
    static final Count NONE = new Count(0, Duration.ZERO, Optional.empty());

    /** The time counted up to a moment. */
    Duration time(Instant now) {
      return since
          .map(s -> before.plus(Duration.between(s, now)))
          .filter(d -> !d.isNegative())
          .orElse(before);
    }

    String text() {
      return runs + " " + before.toSeconds() + " " + since.map(Instant::toString).orElse("-");
    }

    static Count read(String text) {
      String[] words = text.split(" ", -1);
      try {
        return words.length == 3
            ? new Count(
                Integer.parseInt(words[0]),
                Duration.ofSeconds(Long.parseLong(words[1])),
                words[2].equals("-") ? Optional.empty() : Optional.of(Instant.parse(words[2])))
            : NONE;
      } catch (NumberFormatException | DateTimeParseException e) {
        return NONE;
      }
    }
  }

  SoakCounter(Settings settings, Clock clock, int caseNumber) {
    this.settings = settings;
    this.clock = clock;
    this.caseNumber = caseNumber;
  }

  Count count() {
    return settings.soak(caseNumber).map(Count::read).orElse(Count.NONE);
  }

  Instant now() {
    return clock.instant();
  }

  /** One more run; the sentence of a refusal, empty for none. */
  String run() {
    Count now = count();
    return keep(new Count(now.runs() + 1, now.before(), now.since()));
  }

  /** Starts the clock, or stops it; the sentence of a refusal, empty for none. */
  String startOrStop() {
    Count now = count();
    return keep(
        now.since().isPresent()
            ? new Count(now.runs(), now.time(now()), Optional.empty())
            : new Count(now.runs(), now.before(), Optional.of(now())));
  }

  /**
   * The line that writes the count down, runs first; empty where nothing was counted. What it says
   * stays in the count until the line is {@link #written}.
   *
   * @param clean whether the fault stayed away
   */
  Optional<String> line(boolean clean) {
    Count now = count();
    String end = clean ? " clean" : " failed";
    if (now.runs() > 0) {
      return Optional.of("proof soak " + now.runs() + " runs" + end);
    }
    long tenths = Math.round(now.time(now()).toSeconds() / 360.0);
    return tenths == 0
        ? Optional.empty()
        : Optional.of("proof soak " + tenths / 10 + "." + tenths % 10 + " hours" + end);
  }

  /** A line stands in the story: what it says is no longer counted; the sentence of a refusal. */
  String written(String line) {
    Count now = count();
    return keep(line.contains(" runs") ? new Count(0, now.before(), now.since()) : Count.NONE);
  }

  private String keep(Count count) {
    return settings.keepSoak(caseNumber, count.text());
  }
}
