package raconteur.core.device;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.data.DataFile;

/** The devices known by name. */
public final class DeviceLibrary {
  /** The shipped device files; a new one is one more name here. */
  private static final List<String> FILES =
      List.of("logic.json", "memory.json", "linear.json", "passive.json");

  private final Map<String, Device> devices;

  private DeviceLibrary(Map<String, Device> devices) {
    this.devices = devices;
  }

  /** The library that ships with the application. */
  public static DeviceLibrary shipped() {
    return Holder.SHIPPED;
  }

  /** This library with a board's own devices, which win where names are the same. */
  public DeviceLibrary with(List<Device> more) {
    Map<String, Device> all = new LinkedHashMap<>(devices);
    more.forEach(d -> all.put(d.name(), d));
    return new DeviceLibrary(all);
  }

  public Optional<Device> find(String name) {
    return Optional.ofNullable(devices.get(name));
  }

  public List<Device> all() {
    return List.copyOf(devices.values());
  }

  private static final class Holder {
    static final DeviceLibrary SHIPPED = load();

    private static DeviceLibrary load() {
      DeviceLibrary library = new DeviceLibrary(Map.of());
      for (String file : FILES) {
        library =
            library.with(
                DataFile.shipped(
                    DeviceLibrary.class,
                    "/raconteur/core/devices/" + file,
                    text -> DeviceFiles.read(file, text)));
      }
      return library;
    }
  }
}
