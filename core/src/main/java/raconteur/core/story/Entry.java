package raconteur.core.story;

import java.time.Instant;

/** One thing that was entered; entries are only ever added. */
public sealed interface Entry {

  /** Counted from 1 within the case. */
  int number();

  Instant at();

  /** A bench line as it was accepted. */
  record Line(int number, Instant at, String line) implements Entry {}

  /** Takes an earlier line back, with the reason. */
  record Strike(int number, Instant at, int struck, String why) implements Entry {}
}
