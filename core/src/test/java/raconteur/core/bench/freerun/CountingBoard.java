package raconteur.core.bench.freerun;

import raconteur.core.Boards;
import raconteur.core.board.Board;

/** A small board whose processor can run free in a moment. */
public final class CountingBoard {
  private CountingBoard() {}

  /** The same with a Z80. */
  public static Board z80() {
    return of("Z80", "6", Z80);
  }

  /** Ten address lines, a decoder on the upper three, a memory, and a clock of an oscillator. */
  static Board of(String processor, String clockPin, String pins) {
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "counting", "machine": "Counting", "revision": "1",
         "title": "A counting processor", "copper": {"layers": 2, "order known": true},
         "blocks": ["power", "clock", "cpu", "decode", "ram", "io"],
         "parts": [
           {"part": "X1", "device": "crystal", "block": "clock", "value": "8 MHz"},
           {"part": "U1", "device": "74LS04", "block": "clock"},
           {"part": "U2", "device": "74LS74", "block": "clock"},
           {"part": "U3", "device": "%s", "block": "cpu"},
           {"part": "U4", "device": "74LS138", "block": "decode"},
           {"part": "U5", "device": "2114", "block": "ram"},
           {"part": "J1", "device": "connector-4", "block": "io"}],
         "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                    "expected ohms": 300}],
         "ground": "GND",
         "nets": [
           {"net": "XA", "path": ["X1.1", "U1.1"]},
           {"net": "XB", "path": ["X1.2", "U1.2", "U1.3"]},
           {"net": "OSC", "path": ["U1.4", "U2.3"]},
           {"net": "HALF", "path": ["U2.6", "U2.2"]},
           {"net": "CLK", "path": ["U2.5", "U3.%s"]},
           %s,
           {"net": "/Y0", "path": ["U4.15", "J1.1"]},
           {"net": "/Y5", "path": ["U4.10", "U5.8"]},
           {"net": "Q", "path": ["U5.14", "J1.2"]},
           {"net": "+5V", "path": ["J1.3", "U1.14", "U2.14", "U2.1", "U2.4", "U4.16", "U4.6", "U5.18", "U5.10"]},
           {"net": "GND", "path": ["J1.4", "U1.7", "U2.7", "U4.8", "U4.4", "U5.9"]}]}
        """
            .formatted(processor, clockPin, pins));
  }

  private static final String Z80 =
      """
      {"net": "A0", "path": ["U3.30", "U5.5"]}, {"net": "A1", "path": ["U3.31", "U5.6"]},
      {"net": "A2", "path": ["U3.32", "U5.7"]}, {"net": "A3", "path": ["U3.33", "U5.4"]},
      {"net": "A7", "path": ["U3.37", "U4.1"]}, {"net": "A8", "path": ["U3.38", "U4.2"]},
      {"net": "A9", "path": ["U3.39", "U4.3"]}, {"net": "/MREQ", "path": ["U3.19", "U4.5"]},
      {"net": "/RD", "path": ["U3.21", "U1.5"]}, {"net": "/WR", "path": ["U3.22", "U1.9"]},
      {"net": "/M1", "path": ["U3.27", "U1.11"]}
      """;

  static final String SIX =
      """
      {"net": "A0", "path": ["U3.9", "U5.5"]}, {"net": "A1", "path": ["U3.10", "U5.6"]},
      {"net": "A7", "path": ["U3.16", "U4.1"]}, {"net": "A8", "path": ["U3.17", "U4.2"]},
      {"net": "A9", "path": ["U3.18", "U4.3"]}, {"net": "R/W", "path": ["U3.34", "U1.5"]},
      {"net": "PHI2", "path": ["U3.39", "U1.9"]}, {"net": "LOW", "path": ["U1.8", "U4.5"]}
      """;
}
