package raconteur.core.marking;

import java.util.List;
import java.util.Optional;
import raconteur.core.device.Device;

/** What a marking turned out to mean. */
public sealed interface Marking {
  /** The device, where there is no doubt. */
  default Optional<Device> known() {
    return this instanceof Known known ? Optional.of(known.device()) : Optional.empty();
  }

  /**
   * One device.
   *
   * @param by how it was told, in words
   */
  record Known(Device device, String by) implements Marking {}

  /**
   * More than one device, or one that needs a word from whoever holds it.
   *
   * @param candidates what it may be, never empty
   * @param why what cannot be told from the print
   */
  record Ask(List<Device> candidates, String why) implements Marking {
    public Ask {
      candidates = List.copyOf(candidates);
    }
  }

  /** No device of the library. */
  record Unknown() implements Marking {}
}
