package raconteur.core.signal;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import raconteur.core.signal.Track.State;

/**
 * Takes a recording in, change by change in the order of time, and says what it shows. Memory grows
 * with the lines, not with the changes; of addresses the last {@value #KEPT} are kept.
 */
public final class RecordingDigest {
  private static final int KEPT = 4096;

  /** Of a bus that counts once through, every line turns once. */
  private static final int MOST_REMARKS = 20;

  private final List<LineDigest> lines = new ArrayList<>();
  private final List<Integer> addressLines;
  private final int strobe;
  private final boolean strobeFalls;
  private final int[] last = new int[KEPT];
  private int taken;
  private long endPicos;

  /**
   * Which lines carry addresses.
   *
   * @param lines their names, the lowest bit first
   * @param strobe the line at whose edge they are read
   * @param falling whether they are read as it falls
   */
  public record Addresses(List<String> lines, String strobe, boolean falling) {
    public Addresses {
      lines = List.copyOf(lines);
    }
  }

  /**
   * @param names of the lines, by which they are numbered from 0
   * @param addresses which of them carry addresses, empty where none are looked at
   */
  public RecordingDigest(List<String> names, Optional<Addresses> addresses) {
    names.forEach(n -> lines.add(new LineDigest(n)));
    addressLines = new ArrayList<>();
    addresses.ifPresent(a -> a.lines().forEach(n -> addressLines.add(names.indexOf(n))));
    strobe = addresses.map(a -> names.indexOf(a.strobe())).orElse(-1);
    strobeFalls = addresses.map(Addresses::falling).orElse(false);
    if (addressLines.contains(-1) || (addresses.isPresent() && strobe < 0)) {
      throw new IllegalArgumentException("every address line and the strobe is one of " + names);
    }
  }

  /** One line changes. */
  public void change(int line, long picos, State to) {
    State before = lines.get(line).state();
    if (line == strobe && picos > 0) {
      boolean falls = before == State.HIGH && to == State.LOW;
      boolean rises = before == State.LOW && to == State.HIGH;
      if (strobeFalls ? falls : rises) {
        last[taken++ % KEPT] = address();
      }
    }
    lines.get(line).change(picos, to);
    endPicos = Math.max(endPicos, picos);
  }

  /** A line was seen at so many volts; what they mean as a level is told by {@link #change}. */
  public void volts(int line, double volts) {
    lines.get(line).volts(volts);
  }

  private int address() {
    int address = 0;
    for (int i = 0; i < addressLines.size(); i++) {
      address |= lines.get(addressLines.get(i)).state() == State.HIGH ? 1 << i : 0;
    }
    return address;
  }

  /** The recording ends here. */
  public void end(long picos) {
    endPicos = Math.max(endPicos, picos);
  }

  /** What it shows. */
  public Recording recording() {
    List<Integer> row = new ArrayList<>();
    for (int i = Math.max(0, taken - KEPT); i < taken; i++) {
      row.add(last[i % KEPT]);
    }
    return new Recording(
        lines.stream().map(l -> l.line(endPicos)).toList(),
        endPicos,
        AddressLoop.find(row),
        lines.stream().flatMap(l -> l.remark().stream()).limit(MOST_REMARKS).toList());
  }
}
