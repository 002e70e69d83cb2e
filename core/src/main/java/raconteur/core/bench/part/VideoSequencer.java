package raconteur.core.bench.part;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.logic.Lines;

/**
 * The video sequencer QM-12: walks through the picture a character at a time and says which byte,
 * which row of it, when to load the shift register, and when the beam is dark or returns.
 *
 * <p>64 characters of 8 dots make a line, 224 lines a picture; 40 characters of 200 lines show. The
 * processor sees four registers: cursor low, cursor high, control (1: the cursor shows), and the
 * high byte of where the picture begins.
 */
public final class VideoSequencer implements Component {
  public static final int COLUMNS = 40;
  public static final int ROWS = 25;
  public static final int LINES = 224;
  public static final int CHARACTERS = 64;
  static final List<String> PINS =
      Stream.concat(
              Stream.concat(
                  IntStream.range(0, 14).mapToObj(i -> "VA" + i),
                  Stream.of(
                      "RA0", "RA1", "RA2", "HSYNC", "VSYNC", "BLANK", "SH/LD", "CURSOR", "/WAIT",
                      "DOT", "PHI", "/RESET", "/SEL", "/WR", "A0", "A1")),
              IntStream.range(0, 8).mapToObj(i -> "D" + i))
          .toList();
  static final List<String> LISTENS = List.of("DOT", "PHI", "/WR");

  private static final int ROW = 14;
  private static final int LINE_SYNC = 17;
  private static final int PICTURE_SYNC = 18;
  private static final int BLANK = 19;
  private static final int LOAD = 20;
  private static final int CURSOR = 21;
  private static final int WAIT = 22;
  private static final int DOT = 23;
  private static final int PHI = 24;
  private static final int RESET = 25;
  private static final int SELECT = 26;
  private static final int WRITE = 27;
  private static final int REGISTER = 28;
  private static final int DATA = 30;
  private static final int LINE_SYNC_FROM = 48;
  private static final int LINE_SYNC_TO = 52;
  private static final int PICTURE_SYNC_FROM = 208;
  private static final int PICTURE_SYNC_TO = 212;

  private int dot = Lines.UNKNOWN;
  private int phi = Lines.UNKNOWN;
  private int write = Lines.UNKNOWN;
  private boolean half;
  private int dots = 8;
  private int character;
  private int line;
  private final int[] registers = {0xFF, 0x3F, 0, 4};

  @Override
  public void wake(Pins pins) {
    if (dot == Lines.UNKNOWN && phi == Lines.UNKNOWN) {
      pins.drive(WAIT, Lines.HIGH);
      pins.drive(LOAD, Lines.HIGH);
      show(pins);
    }
    phi(pins);
    dot(pins);
    register(pins);
  }

  private void phi(Pins pins) {
    int was = phi;
    phi = pins.read(PHI);
    if (was != Lines.HIGH || phi != Lines.LOW) {
      return;
    }
    if (pins.read(RESET) != Lines.HIGH) {
      half = false;
      dots = 8;
      character = 0;
      line = 0;
      registers[2] = 0;
      return;
    }
    half = !half;
    if (!half) {
      dots = 0;
    }
  }

  private void dot(Pins pins) {
    int was = dot;
    dot = pins.read(DOT);
    if (was != Lines.LOW || dot != Lines.HIGH || dots > 2) {
      return;
    }
    switch (dots++) {
      case 0 -> pins.drive(LOAD, Lines.LOW);
      case 1 -> pins.drive(LOAD, Lines.HIGH);
      default -> {
        advance();
        show(pins);
      }
    }
  }

  private void advance() {
    character++;
    if (character == CHARACTERS) {
      character = 0;
      line = line == LINES - 1 ? 0 : line + 1;
    }
  }

  private void show(Pins pins) {
    int address = ((registers[3] << 8) + line / 8 * COLUMNS + character) & 0x3FFF;
    boolean dark = character >= COLUMNS || line >= ROWS * 8;
    int cursor = (registers[1] << 8 | registers[0]) & 0x3FFF;
    pins.driveWord(0, 14, address);
    pins.driveWord(ROW, 3, line);
    pins.drive(BLANK, dark ? Lines.HIGH : Lines.LOW);
    boolean marks = (registers[2] & 1) == 1 && !dark && cursor == address;
    pins.drive(CURSOR, marks ? Lines.HIGH : Lines.LOW);
    boolean lineSync = character >= LINE_SYNC_FROM && character < LINE_SYNC_TO;
    pins.drive(LINE_SYNC, lineSync ? Lines.HIGH : Lines.LOW);
    boolean pictureSync = line >= PICTURE_SYNC_FROM && line < PICTURE_SYNC_TO;
    pins.drive(PICTURE_SYNC, pictureSync ? Lines.HIGH : Lines.LOW);
  }

  private void register(Pins pins) {
    int was = write;
    write = pins.read(WRITE);
    if (was == Lines.LOW && write == Lines.HIGH && pins.read(SELECT) == Lines.LOW) {
      registers[pins.word(REGISTER, 2)] = pins.word(DATA, 8);
    }
  }
}
