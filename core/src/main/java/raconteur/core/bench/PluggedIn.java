package raconteur.core.bench;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import raconteur.core.bench.part.Keyboard;

/**
 * What hangs on a board when it is switched on.
 *
 * @param cartridge in the cartridge connector
 * @param harness whether the loop-back harness is on
 * @param keysHeld on the keyboard
 * @param out parts pulled out
 */
public record PluggedIn(
    Optional<BenchSetUp.Plug> cartridge,
    boolean harness,
    Set<Keyboard.Key> keysHeld,
    Set<String> out) {
  public static final PluggedIn NOTHING =
      new PluggedIn(Optional.empty(), false, Set.of(), Set.of());

  public PluggedIn {
    keysHeld = Set.copyOf(keysHeld);
    out = Set.copyOf(out);
  }

  public PluggedIn with(BenchSetUp.Plug plug) {
    return new PluggedIn(Optional.of(plug), harness, keysHeld, out);
  }

  public PluggedIn withHarness(boolean on) {
    return new PluggedIn(cartridge, on, keysHeld, out);
  }

  /** With one more part pulled out. */
  public PluggedIn alsoWithout(String part) {
    Set<String> parts = new HashSet<>(out);
    parts.add(part);
    return without(parts);
  }

  public PluggedIn without(Set<String> parts) {
    return new PluggedIn(cartridge, harness, keysHeld, parts);
  }
}
