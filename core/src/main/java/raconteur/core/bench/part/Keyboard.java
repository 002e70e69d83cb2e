package raconteur.core.bench.part;

import java.util.Collection;
import java.util.List;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.logic.Lines;

/** A keyboard on its connector: a key held down joins its column line to its row line. */
public final class Keyboard implements Component {
  private final int columns;
  private final int rows;
  private final List<Key> held;

  /** A key by its place in the matrix. */
  public record Key(int column, int row) {}

  /** The contacts are the columns, then the rows. */
  public Keyboard(int columns, int rows, Collection<Key> held) {
    this.columns = columns;
    this.rows = rows;
    this.held = List.copyOf(held);
  }

  @Override
  public void wake(Pins pins) {
    for (int row = 0; row < rows; row++) {
      int line = Lines.FLOATING;
      for (Key key : held) {
        if (key.row() == row && pins.read(key.column()) == Lines.LOW) {
          line = Lines.LOW;
        }
      }
      pins.drive(columns + row, line);
    }
  }
}
