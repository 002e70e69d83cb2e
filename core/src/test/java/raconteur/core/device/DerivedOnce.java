package raconteur.core.device;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** The test rows of a device, derived once for all tests that want them. */
public final class DerivedOnce {
  private static final Map<String, TestVectors.Derived> DERIVED = new ConcurrentHashMap<>();

  private DerivedOnce() {}

  /** The rows of a shipped device. */
  public static TestVectors.Derived of(Device device) {
    return DERIVED.computeIfAbsent(device.name(), _ -> TestVectors.of(device));
  }
}
