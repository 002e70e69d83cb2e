package raconteur.core.signal;

import java.util.List;
import java.util.Optional;

/**
 * Several lines over the same stretch of time.
 *
 * @param source where it comes from, for example {@code simulated}
 */
public record Capture(String source, List<Track> tracks) {
  public Capture {
    tracks = List.copyOf(tracks);
  }

  public Optional<Track> track(String name) {
    return tracks.stream().filter(t -> t.name().equals(name)).findFirst();
  }
}
