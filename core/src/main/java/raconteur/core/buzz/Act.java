package raconteur.core.buzz;

import raconteur.core.board.PinRef;

/** What the practitioner does next with the two probes of a meter, power off. */
public sealed interface Act {
  /** The pin one probe stays on. */
  PinRef held();

  /** How many nets it is expected to settle; of a touch the chance that the pins are joined. */
  double expected();

  /** Why it is likely, in words. */
  String why();

  /** The other probe on one pin. */
  record Touch(PinRef held, PinRef other, double expected, String why) implements Act {}

  /** The other probe drawn along all pins of a part; what beeps is read off. */
  record Sweep(PinRef held, String part, double expected, String why) implements Act {}
}
