package raconteur.core.device;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A device type.
 *
 * @param name for example {@code 74LS257}
 * @param deviceClass the class its priors are looked up by, for example {@code small logic}
 * @param outline package name, for example {@code DIP16}
 * @param pins in the order of their numbers
 * @param gates one a driven output, where the function is known
 * @param supplies supply pin name to the rail it wants, where that is not plain from its name
 */
public record Device(
    String name,
    String title,
    String deviceClass,
    String outline,
    List<DevicePin> pins,
    List<Gate> gates,
    Map<String, String> supplies) {
  public Device {
    pins = List.copyOf(pins);
    gates = List.copyOf(gates);
    supplies = Map.copyOf(supplies);
  }

  public Optional<DevicePin> pin(String number) {
    return pins.stream().filter(p -> p.number().equals(number)).findFirst();
  }

  /** The first pin with this name. */
  public Optional<DevicePin> pinNamed(String name) {
    return pins.stream().filter(p -> p.name().equals(name)).findFirst();
  }

  /** Gate names with the outputs each has, in the order of the device file. */
  public Map<String, List<String>> gateOutputs() {
    Map<String, List<String>> outputs = new LinkedHashMap<>();
    for (Gate gate : gates) {
      outputs.merge(
          gate.name(),
          List.of(gate.output()),
          (a, b) -> java.util.stream.Stream.concat(a.stream(), b.stream()).toList());
    }
    return outputs;
  }
}
