package raconteur.casebook.recording;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import raconteur.casebook.files.FileKind;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

/**
 * Captures as value change dumps, IEEE Std 1364-2001 clause 18 (from memory): one scope, wires of
 * one bit, values 0 1 x z. A fight of two outputs is written as x.
 */
public final class VcdText {
  private static final int FIRST = 33;
  private static final int LETTERS = 94;
  private static final int MOST_CHANGES = 20_000_000;

  /** What may be written over by it. */
  public static final FileKind KIND = FileKind.beginning("value change dump", "$");

  private VcdText() {}

  /** Writes a capture; times are in picoseconds from its start. */
  public static String write(Capture capture) {
    StringBuilder text = new StringBuilder();
    text.append("$comment ").append(capture.source()).append(" $end\n");
    text.append("$timescale 1ps $end\n$scope module board $end\n");
    TreeMap<Long, StringBuilder> changes = new TreeMap<>();
    List<Track> tracks = capture.tracks();
    long start = tracks.stream().mapToLong(t -> t.changes().getFirst().picos()).min().orElse(0);
    long end = start;
    for (int i = 0; i < tracks.size(); i++) {
      String id = identifier(i);
      text.append("$var wire 1 ").append(id).append(' ');
      text.append(tracks.get(i).name().replaceAll("\\s+", "_")).append(" $end\n");
      char before = ' ';
      for (Track.Change change : tracks.get(i).changes()) {
        char now = letter(change.state());
        if (now != before) {
          changes
              .computeIfAbsent(change.picos() - start, _ -> new StringBuilder())
              .append(now)
              .append(id)
              .append('\n');
        }
        before = now;
      }
      long last = tracks.get(i).changes().getLast().picos();
      end = Math.max(end, Math.max(last, tracks.get(i).endPicos()));
    }
    text.append("$upscope $end\n$enddefinitions $end\n");
    changes.forEach(
        (picos, lines) -> {
          text.append('#').append(picos).append('\n');
          text.append(picos == 0 ? "$dumpvars\n" + lines + "$end\n" : lines);
        });
    return text.append('#').append(end - start).append('\n').toString();
  }

  private static String identifier(int number) {
    StringBuilder id = new StringBuilder();
    int rest = number;
    do {
      id.append((char) (FIRST + rest % LETTERS));
      rest /= LETTERS;
    } while (rest > 0);
    return id.toString();
  }

  private static char letter(Track.State state) {
    return switch (state) {
      case LOW -> '0';
      case HIGH -> '1';
      case FLOATING -> 'z';
      case UNKNOWN, FIGHT -> 'x';
    };
  }

  /** Reads wires of one bit from a dump a recorder wrote; wider ones are passed over. */
  public static Loaded<Capture> read(String file, String text) {
    Collecting collecting = new Collecting();
    try {
      new VcdStream(
              new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)),
              bytes -> {},
              () -> collecting.count > MOST_CHANGES)
          .read(collecting);
    } catch (IOException e) {
      return refused(file, String.valueOf(e.getMessage()));
    }
    List<Track> tracks = collecting.tracks();
    if (collecting.count > MOST_CHANGES) {
      return refused(file, "there are more than " + MOST_CHANGES + " changes");
    }
    return tracks.isEmpty()
        ? refused(file, "there is no wire of one bit with a value in it")
        : new Loaded.Ok<>(new Capture(file, tracks));
  }

  private static Loaded<Capture> refused(String file, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(file, 0, 0, "", reason)));
  }

  /** Keeps every change. */
  private static final class Collecting implements VcdStream.Sink {
    private final List<String> names = new ArrayList<>();
    private final List<List<Track.Change>> changes = new ArrayList<>();
    private long end;
    private int count;

    @Override
    public void wires(List<String> wires) {
      names.addAll(wires);
      wires.forEach(_ -> changes.add(new ArrayList<>()));
    }

    @Override
    public void change(int wire, long picos, Track.State to) {
      changes.get(wire).add(new Track.Change(picos, to));
      count++;
    }

    @Override
    public void end(long picos) {
      end = picos;
    }

    List<Track> tracks() {
      List<Track> tracks = new ArrayList<>();
      for (int i = 0; i < names.size(); i++) {
        if (!changes.get(i).isEmpty()) {
          tracks.add(new Track(names.get(i), changes.get(i), end));
        }
      }
      return tracks;
    }
  }
}
