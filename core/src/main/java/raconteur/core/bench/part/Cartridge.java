package raconteur.core.bench.part;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.logic.Lines;

/**
 * A cartridge with a program in it, on the expansion connector: answers reads of its own addresses
 * and may keep the board's own ROMs off.
 */
public final class Cartridge implements Component {
  /** Its contacts in the order it is placed with. */
  public static final List<String> CONTACTS =
      Stream.of(
              IntStream.range(0, 16).mapToObj(i -> "address " + i),
              IntStream.range(0, 8).mapToObj(i -> "data " + i),
              Stream.of("memory", "read", "own ROMs off"))
          .flatMap(s -> s)
          .toList();

  /** The contacts that wake it. */
  public static final List<Integer> LISTENS =
      Stream.concat(IntStream.range(0, 16).boxed(), Stream.of(24, 25)).toList();

  private static final int DATA = 16;
  private static final int MEMORY = 24;
  private static final int READ = 25;
  private static final int OWN_OFF = 26;

  private final int from;
  private final int[] contents;
  private final boolean takesOver;

  /**
   * @param from the address of its first byte; it answers up to its last
   * @param takesOver keeps the board's own ROMs off
   */
  public Cartridge(int from, int[] contents, boolean takesOver) {
    this.from = from;
    this.contents = contents.clone();
    this.takesOver = takesOver;
  }

  @Override
  public void wake(Pins pins) {
    if (takesOver) {
      pins.drive(OWN_OFF, Lines.LOW);
    }
    if (pins.read(MEMORY) == Lines.LOW && pins.read(READ) == Lines.LOW) {
      int at = pins.word(0, 16) - from;
      if (at >= 0 && at < contents.length) {
        pins.driveWord(DATA, 8, contents[at]);
        return;
      }
    }
    pins.letGo(DATA, 8);
  }
}
