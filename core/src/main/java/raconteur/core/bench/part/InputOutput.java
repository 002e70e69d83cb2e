package raconteur.core.bench.part;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.logic.Lines;

/**
 * The input and output QM-14: two ports of eight lines with a direction each, a serial and a tape
 * line. Registers: port A, direction A (1: output), port B, direction B, outputs (bit 0 tape, bit 1
 * serial), inputs (bit 0 tape, bit 1 serial).
 */
public final class InputOutput implements Component {
  static final List<String> PINS =
      Stream.of(
              IntStream.range(0, 8).mapToObj(i -> "PA" + i),
              IntStream.range(0, 8).mapToObj(i -> "PB" + i),
              IntStream.range(0, 8).mapToObj(i -> "D" + i),
              IntStream.range(0, 4).mapToObj(i -> "A" + i),
              Stream.of("RXD", "TXD", "TAPEIN", "TAPEOUT", "/RESET", "/SEL", "/RD", "/WR"))
          .flatMap(s -> s)
          .toList();
  static final List<String> LISTENS =
      List.of("/SEL", "/RD", "/WR", "/RESET", "A0", "A1", "A2", "A3");

  private static final int DATA = 16;
  private static final int REGISTER = 24;
  private static final int SERIAL_IN = 28;
  private static final int SERIAL_OUT = 29;
  private static final int TAPE_IN = 30;
  private static final int TAPE_OUT = 31;
  private static final int RESET = 32;
  private static final int SELECT = 33;
  private static final int READ = 34;
  private static final int WRITE = 35;

  private int write = Lines.UNKNOWN;
  private final int[] port = new int[2];
  private final int[] output = new int[2];
  private int lines = 2;

  @Override
  public void wake(Pins pins) {
    if (pins.read(RESET) == Lines.LOW) {
      port[0] = 0;
      port[1] = 0;
      output[0] = 0;
      output[1] = 0;
      lines = 2;
      ports(pins);
    }
    int was = write;
    write = pins.read(WRITE);
    boolean selected = pins.read(SELECT) == Lines.LOW;
    if (was == Lines.LOW && write == Lines.HIGH && selected) {
      write(pins.word(REGISTER, 4), pins.word(DATA, 8));
      ports(pins);
    }
    if (selected && pins.read(READ) == Lines.LOW) {
      pins.driveWord(DATA, 8, value(pins, pins.word(REGISTER, 4)));
    } else {
      pins.letGo(DATA, 8);
    }
  }

  private void write(int register, int value) {
    switch (register) {
      case 0, 2 -> port[register / 2] = value;
      case 1, 3 -> output[register / 2] = value;
      case 4 -> lines = value;
      default -> {}
    }
  }

  private int value(Pins pins, int register) {
    return switch (register) {
      case 0, 2 -> pins.word(register * 4, 8);
      case 1, 3 -> output[register / 2];
      case 4 -> lines;
      case 5 -> pins.word(TAPE_IN, 1) | pins.word(SERIAL_IN, 1) << 1;
      default -> 0xFF;
    };
  }

  private void ports(Pins pins) {
    for (int i = 0; i < 16; i++) {
      boolean drives = (output[i / 8] >> i % 8 & 1) == 1;
      pins.drive(i, drives ? port[i / 8] >> i % 8 & 1 : Lines.FLOATING);
    }
    pins.drive(TAPE_OUT, lines & 1);
    pins.drive(SERIAL_OUT, lines >> 1 & 1);
  }
}
