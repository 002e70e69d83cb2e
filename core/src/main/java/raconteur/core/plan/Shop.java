package raconteur.core.plan;

import java.util.Set;

/**
 * A shop: how it likes to work and what stands on its bench.
 *
 * @param owned names of instruments, see {@link Schools#instruments()}
 */
public record Shop(School school, Set<String> owned) {
  public Shop {
    owned = Set.copyOf(owned);
  }

  /** A shop that never said. */
  public static Shop usual() {
    Schools schools = Schools.shipped();
    return new Shop(schools.usual(), schools.usuallyOwned());
  }
}
