package raconteur.casebook.recording;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.signal.RecordingDigest;
import raconteur.core.signal.Track;

/**
 * Reads a value change dump of a gigabyte as it comes, beside merely looking at its bytes. Run by
 * {@code ./benchmark} with the heap limited to 64 MB.
 */
final class RecordingBenchmark {
  private static final long BYTES = 1L << 30;
  private static final int WIRES = 32;

  private RecordingBenchmark() {}

  public static void main(String[] args) throws IOException {
    long start = System.nanoTime();
    long sum = 0;
    try (InputStream plain = new Dump()) {
      byte[] piece = new byte[1 << 16];
      for (int n = plain.read(piece); n > 0; n = plain.read(piece)) {
        for (int i = 0; i < n; i++) {
          sum += piece[i];
        }
      }
    }
    double bytesOnly = (System.nanoTime() - start) / 1e9;
    start = System.nanoTime();
    List<RecordingDigest> digest = new ArrayList<>();
    long[] changes = {0};
    new VcdStream(new Dump(), b -> {}, () -> false)
        .read(
            new VcdStream.Sink() {
              @Override
              public void wires(List<String> names) {
                digest.add(new RecordingDigest(names, Optional.empty()));
              }

              @Override
              public void change(int wire, long picos, Track.State to) {
                changes[0]++;
                digest.getFirst().change(wire, picos, to);
              }

              @Override
              public void end(long picos) {
                digest.getFirst().end(picos);
              }
            });
    double read = (System.nanoTime() - start) / 1e9;
    System.out.printf(
        Locale.ROOT,
        "A dump of %d MB, %d wires, %,d changes, heap limit %d MB: %.0f s (%.0f MB/s); its bytes"
            + " alone %.0f s (%d lines, sum %d)%n",
        BYTES >> 20,
        WIRES,
        changes[0],
        Runtime.getRuntime().maxMemory() >> 20,
        read,
        (BYTES >> 20) / read,
        bytesOnly,
        digest.getFirst().recording().lines().size(),
        sum & 1);
  }

  /** A dump made as it is read. */
  private static final class Dump extends InputStream {
    private byte[] piece;
    private int at;
    private long given;
    private long time;

    Dump() {
      StringBuilder head = new StringBuilder("$timescale 1 ns $end\n");
      for (int i = 0; i < WIRES; i++) {
        head.append("$var wire 1 ")
            .append((char) ('!' + i))
            .append(" L")
            .append(i)
            .append(" $end\n");
      }
      piece = head.append("$enddefinitions $end\n").toString().getBytes(StandardCharsets.US_ASCII);
    }

    @Override
    public int read() {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] into, int from, int length) {
      if (at == piece.length) {
        if (given >= BYTES) {
          return -1;
        }
        StringBuilder next = new StringBuilder();
        for (int i = 0; i < 500; i++) {
          time += 50;
          next.append('#').append(time).append('\n');
          for (int w = 0; w < WIRES; w++) {
            if ((time / 50) % (1L << (w % 8)) == 0) {
              next.append((char) ('0' + ((time / 50) >> (w % 8) & 1)))
                  .append((char) ('!' + w))
                  .append('\n');
            }
          }
        }
        piece = next.toString().getBytes(StandardCharsets.US_ASCII);
        at = 0;
      }
      int n = Math.min(length, piece.length - at);
      System.arraycopy(piece, at, into, from, n);
      at += n;
      given += n;
      return n;
    }
  }
}
