package raconteur.desktop.app;

import java.util.Locale;
import raconteur.desktop.control.Keys;

/** The ways to go, in the order of the bar. */
enum Way {
  SHELF(Keys.SHELF),
  ARRIVE(Keys.ARRIVE),
  INSPECT(Keys.INSPECT),
  POWER(Keys.POWER),
  TRACE(Keys.TRACE),
  MEND(Keys.MEND),
  PROVE(Keys.PROVE),
  HAND_OVER(Keys.HAND_OVER),
  ODDS(Keys.ODDS),
  STOCKROOM(Keys.STOCKROOM),
  BOARDS(Keys.BOARDS),
  DEVICES(Keys.DEVICES),
  PRACTICE(Keys.PRACTICE);

  private final Keys key;

  Way(Keys key) {
    this.key = key;
  }

  Keys key() {
    return key;
  }

  String word() {
    String words = name().toLowerCase(Locale.ROOT).replace('_', ' ');
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  /** Whether what is of another kind begins here: the case, the shop, practice. */
  boolean beginsGroup() {
    return this == ARRIVE || this == ODDS || this == PRACTICE;
  }

  /** Whether it is about the case on the desk. */
  boolean ofCase() {
    return compareTo(ARRIVE) >= 0 && compareTo(HAND_OVER) <= 0;
  }
}
