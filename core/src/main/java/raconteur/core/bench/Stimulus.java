package raconteur.core.bench;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import raconteur.core.bench.logic.Lines;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.device.Level;

/** Drives nets of a board from outside, row by row, and tells what others show. */
public final class Stimulus {
  private Stimulus() {}

  /**
   * Applies rows one after the other; after each the board settles.
   *
   * @param rows net to level; all rows name the same nets
   * @param watched names of nets to tell
   * @return a row of levels for each row
   */
  public static List<Map<String, Level>> apply(
      SimulatedBoard board,
      PluggedIn plugged,
      List<Map<String, Level>> rows,
      List<String> watched,
      LogicRun.PowerUp powerUp,
      long seed) {
    List<String> driven = rows.isEmpty() ? List.of() : List.copyOf(rows.getFirst().keySet());
    return apply(board.powerUp(plugged, 0, driven, powerUp, seed), rows, watched);
  }

  /** Applies rows to a board that was switched on with their nets driven from outside. */
  public static List<Map<String, Level>> apply(
      PoweredBoard powered, List<Map<String, Level>> rows, List<String> watched) {
    List<Map<String, Level>> shown = new ArrayList<>();
    for (Map<String, Level> row : rows) {
      List<Integer> drivers = new ArrayList<>();
      List<Integer> lines = new ArrayList<>();
      row.forEach(
          (name, level) -> {
            OptionalInt net = powered.circuit().net(name);
            OptionalInt driver =
                net.isPresent() ? powered.wired().outsideDriver(net.getAsInt()) : net;
            if (driver.isPresent()) {
              drivers.add(driver.getAsInt());
              lines.add(Lines.of(level));
            }
          });
      powered.run().drive(drivers, lines);
      Map<String, Level> result = new LinkedHashMap<>();
      for (String name : watched) {
        OptionalInt net = powered.circuit().net(name);
        result.put(name, net.isPresent() ? powered.run().level(net.getAsInt()) : Level.FLOATING);
      }
      shown.add(result);
    }
    return shown;
  }
}
