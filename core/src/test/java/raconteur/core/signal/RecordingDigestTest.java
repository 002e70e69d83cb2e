package raconteur.core.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import raconteur.core.device.Signal;
import raconteur.core.signal.Track.State;

class RecordingDigestTest {
  private static final long MICRO = 1_000_000;

  private static State level(boolean high) {
    return high ? State.HIGH : State.LOW;
  }

  @Test
  void whatALineDoesIsWhatItsTrackSays() {
    Random random = new Random(3);
    List<Track.Change> changes = new ArrayList<>();
    RecordingDigest digest = new RecordingDigest(List.of("X"), Optional.empty());
    long now = 0;
    for (int i = 0; i < 500; i++) {
      State to = State.values()[random.nextInt(State.values().length)];
      if (changes.isEmpty() || changes.getLast().state() != to) {
        changes.add(new Track.Change(now, to));
        digest.change(0, now, to);
      }
      now += 1 + random.nextInt(20_000);
    }
    digest.end(now);
    Track track = new Track("X", changes, now);
    Recording.Line line = digest.recording().lines().getFirst();
    assertThat(line.duty()).isCloseTo(track.duty(), within(1e-9));
    assertThat(line.hertz().orElse(0)).isCloseTo(track.hertz().orElse(0), within(1e-3));
    assertThat(line.shown()).isEqualTo(track.asProbed());
  }

  @Test
  void linesThatNeverDifferAndOppositesAreFound() {
    RecordingDigest digest =
        new RecordingDigest(List.of("A", "SHORT", "NOT", "B", "STILL"), Optional.empty());
    Random random = new Random(5);
    digest.change(4, 0, State.HIGH);
    for (int i = 0; i < 100; i++) {
      boolean high = i % 2 == 0;
      digest.change(0, i * MICRO, level(high));
      digest.change(1, i * MICRO, level(high));
      digest.change(2, i * MICRO, level(!high));
      digest.change(3, i * MICRO, level(random.nextBoolean()));
    }
    digest.end(100 * MICRO);
    Recording recording = digest.recording();
    assertThat(recording.pairs())
        .containsExactlyInAnyOrder(
            new Recording.Pair("A", "SHORT", false, 0), new Recording.Pair("A", "NOT", true, 0));
    assertThat(recording.standing()).extracting(Recording.Line::name).containsExactly("STILL");
    assertThat(recording.lines().getLast().shown()).isEqualTo(Signal.HIGH);
  }

  /** A recorder's samples shift every edge a little; what a gate does is the same every time. */
  @Test
  void aLineThatFollowsAnotherIsFoundWithItsDelayAndOneThatOnlyLooksLikeItIsNot() {
    RecordingDigest digest = new RecordingDigest(List.of("A", "BEHIND", "B"), Optional.empty());
    Random random = new Random(7);
    List<long[]> changes = new ArrayList<>();
    long now = MICRO;
    for (int i = 0; i < 2000; i++) {
      changes.add(new long[] {now, 0, i % 2});
      changes.add(new long[] {now + 20_000 + random.nextInt(10_000), 1, 1 - i % 2});
      changes.add(new long[] {now + 300_000, 2, i % 2});
      now += MICRO + random.nextInt((int) MICRO);
    }
    for (int line = 0; line < 3; line++) {
      digest.change(line, 0, level(line != 1));
    }
    changes.forEach(c -> digest.change((int) c[1], c[0], level(c[2] == 1)));
    digest.end(now);
    List<Recording.Pair> pairs = digest.recording().pairs();
    assertThat(pairs).hasSize(1);
    assertThat(pairs.getFirst().delayNanos()).isCloseTo(25, within(1.0));
    assertThat(pairs.getFirst().words())
        .startsWith("BEHIND follows A after 2")
        .endsWith("inverted");
  }

  @Test
  void aLoopIsFoundWithWhatItPolls() {
    List<Integer> round = List.of(0xC010, 0xC011, 0xC012, 0xD003, 0xC013, 0xC014);
    List<String> address = IntStream.range(0, 16).mapToObj(i -> "A" + i).toList();
    List<String> names = new ArrayList<>(address);
    names.add("/RD");
    RecordingDigest digest =
        new RecordingDigest(
            names, Optional.of(new RecordingDigest.Addresses(address, "/RD", true)));
    long now = 0;
    for (int start : new int[] {0xC000, 0xC001}) {
      now = fetch(digest, start, now);
    }
    for (int i = 0; i < 20; i++) {
      for (int once : round) {
        now = fetch(digest, once, now);
      }
    }
    AddressLoop loop = digest.recording().loop().orElseThrow();
    assertThat(loop.addresses()).hasSize(6);
    assertThat(loop.times()).isGreaterThanOrEqualTo(19);
    assertThat(loop.polled()).containsExactly(0xD003);
  }

  private static long fetch(RecordingDigest digest, int address, long from) {
    long now = from + MICRO;
    digest.change(16, now, State.HIGH);
    for (int i = 0; i < 16; i++) {
      digest.change(i, now, level((address >> i & 1) == 1));
    }
    digest.change(16, now + MICRO / 2, State.LOW);
    return now + MICRO / 2;
  }

  @Test
  void whatGoesOnWithoutComingBackIsNoLoop() {
    List<Integer> row = new ArrayList<>();
    for (int i = 0; i < 4000; i++) {
      row.add(i);
    }
    assertThat(AddressLoop.find(row)).isEmpty();
    assertThat(AddressLoop.find(List.of())).isEmpty();
    assertThat(AddressLoop.find(List.of(5, 5, 5)).orElseThrow().addresses()).containsExactly(5);
  }
}
