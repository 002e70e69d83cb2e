package raconteur.core.device;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * What else is known of a device type.
 *
 * @param supplies supply pin name to the rail it wants, where that is not plain from its name
 * @param typicalAmps what it draws from its main supply in use, where known
 * @param grades how speed is marked on it
 * @param substitutes what can stand in, with what differs
 * @param notes what to know before relying on it, empty for nothing
 * @param function the statements of its function, as written
 * @param also what else is printed on parts of the same pins and function: second sources, as type
 *     numbers without speed and package; one that begins with the letters of a maker counts only
 *     with them
 * @param moving names of outputs that are seen to move on a good running board, whatever it runs
 */
public record DeviceFacts(
    Map<String, String> supplies,
    OptionalDouble typicalAmps,
    List<Grade> grades,
    List<Substitute> substitutes,
    String notes,
    List<String> function,
    List<String> also,
    Set<String> moving) {
  public DeviceFacts {
    moving = Set.copyOf(moving);
    supplies = Map.copyOf(supplies);
    grades = List.copyOf(grades);
    substitutes = List.copyOf(substitutes);
    function = List.copyOf(function);
    also = List.copyOf(also);
  }

  static final DeviceFacts NONE =
      new DeviceFacts(
          Map.of(),
          OptionalDouble.empty(),
          List.of(),
          List.of(),
          "",
          List.of(),
          List.of(),
          Set.of());

  /** A mark such as {@code -15} and the access time it stands for. */
  public record Grade(String mark, int nanos) {}

  /** Another device that may do, and what differs. */
  public record Substitute(String device, String differs) {}
}
