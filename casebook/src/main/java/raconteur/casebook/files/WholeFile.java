package raconteur.casebook.files;

import java.io.BufferedOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import java.util.zip.CheckedInputStream;
import java.util.zip.Checksum;

/**
 * Writes a file whole or not at all: under another name beside its place, flushed to the disk, read
 * back, then moved. What was there stays as it was until that moment, whatever happens; it is only
 * ever replaced by a file of its own kind, and a casebook never is.
 *
 * <p>What a killed program left under the other name is cleared away by the next writing of the
 * same file.
 */
public final class WholeFile {
  private static final AtomicLong COUNT = new AtomicLong();
  private static final int LONGEST_NAME = 80;
  private static final String DATABASE = "SQLite format 3\0";

  private WholeFile() {}

  /** What is written. */
  @FunctionalInterface
  public interface Body {
    void write(OutputStream out) throws IOException;
  }

  /** Looks at what was written, before it is put in its place. */
  @FunctionalInterface
  public interface Proof {
    /** What is wrong with the file, in a sentence; empty where nothing is. */
    Optional<String> wrong(Path written) throws IOException;
  }

  /** Writes a text in UTF-8; see {@link #write(Path, FileKind, Body)}. */
  public static Optional<String> write(Path target, FileKind kind, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    return write(target, kind, out -> out.write(bytes));
  }

  /**
   * Writes a file.
   *
   * @return why it was not written, in one sentence; empty where it was
   */
  public static Optional<String> write(Path target, FileKind kind, Body body) {
    return write(target, kind, body, written -> Optional.empty());
  }

  /**
   * Writes a file and has it looked at before it is put in its place.
   *
   * @return why it was not written, in one sentence; empty where it was
   */
  public static Optional<String> write(Path target, FileKind kind, Body body, Proof proof) {
    try {
      return refusal(target, kind).or(() -> written(target, body, proof));
    } catch (IOException e) {
      return Optional.of(target + " cannot be looked at; choose another place.");
    }
  }

  /** Why nothing of this kind may be written there; empty where it may. */
  public static Optional<String> refusal(Path target, FileKind kind) throws IOException {
    if (Files.isDirectory(target)) {
      return Optional.of(target + " is a folder; name a file in it.");
    }
    String name = String.valueOf(target.getFileName()).toLowerCase(Locale.ROOT);
    if (name.matches(".*\\.casebook(-wal|-shm|-journal)?")) {
      return Optional.of(
          target + " is named as a casebook and is never written over; choose another name.");
    }
    if (!Files.exists(target)) {
      Path folder = target.toAbsolutePath().getParent();
      return folder == null || Files.isDirectory(folder)
          ? Optional.empty()
          : Optional.of(
              target + " cannot be written: there is no folder " + folder + "; make it first.");
    }
    if (!Files.isRegularFile(target)) {
      return Optional.of(target + " is no ordinary file; choose another name.");
    }
    if (FileKind.beginning("database", DATABASE).known().test(head(target))) {
      return Optional.of(
          target
              + " is a casebook, or another database, and is never written over; choose another"
              + " name.");
    }
    return kind.fits(target)
        ? Optional.empty()
        : Optional.of(
            target
                + " is there already and is no "
                + kind.words()
                + "; it was left as it is: choose another name.");
  }

  private static byte[] head(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return in.readNBytes(DATABASE.length());
    }
  }

  private static Optional<String> written(Path target, Body body, Proof proof) {
    Path place = target.toAbsolutePath();
    try {
      if (Files.exists(place)) {
        place = place.toRealPath();
      }
      clearAway(place);
      Path part = partOf(place);
      try {
        Checksum sent = write(part, body);
        Optional<String> wrong = sent.getValue() == read(part) ? proof.wrong(part) : torn(target);
        if (wrong.isPresent()) {
          return wrong;
        }
        keepPermissions(place, part);
        moveInto(part, place);
        return Optional.empty();
      } finally {
        Files.deleteIfExists(part);
      }
    } catch (IOException e) {
      return Optional.of(cannot(target, e));
    }
  }

  private static Optional<String> torn(Path target) {
    return Optional.of(
        "What was written for "
            + target
            + " did not read back as it was sent, so it was not put in place: is the disk"
            + " failing?");
  }

  private static String cannot(Path target, IOException e) {
    String unchanged =
        Files.exists(target) ? "What was there is as it was." : "Nothing was written.";
    String reason =
        e instanceof FileSystemException at && at.getReason() != null
            ? at.getReason()
            : String.valueOf(e.getMessage());
    return reason.contains("No space left")
        ? "There is no room for " + target + " on its disk. " + unchanged
        : target + " cannot be written: is the folder yours, is there room? " + unchanged;
  }

  private static Checksum write(Path part, Body body) throws IOException {
    CRC32 sum = new CRC32();
    try (FileChannel channel =
            FileChannel.open(part, StandardOpenOption.WRITE, StandardOpenOption.CREATE_NEW);
        OutputStream disk = new BufferedOutputStream(Channels.newOutputStream(channel), 1 << 16)) {
      body.write(
          new FilterOutputStream(disk) {
            @Override
            public void write(int one) throws IOException {
              sum.update(one);
              out.write(one);
            }

            @Override
            public void write(byte[] bytes, int from, int count) throws IOException {
              sum.update(bytes, from, count);
              out.write(bytes, from, count);
            }

            @Override
            public void close() throws IOException {
              // The file is closed once it is on the disk, not by whoever writes into it.
              flush();
            }
          });
      disk.flush();
      channel.force(true);
    }
    return sum;
  }

  private static long read(Path part) throws IOException {
    CheckedInputStream in = new CheckedInputStream(Files.newInputStream(part), new CRC32());
    try (in) {
      in.transferTo(OutputStream.nullOutputStream());
    }
    return in.getChecksum().getValue();
  }

  private static void keepPermissions(Path place, Path part) {
    try {
      if (Files.exists(place)) {
        Files.setPosixFilePermissions(part, Files.getPosixFilePermissions(place));
      }
    } catch (IOException | UnsupportedOperationException e) {
      // What has no such permissions, or will not tell them, has those of a new file.
    }
  }

  /** Moves a finished file into its place, and has the folder say so on the disk. */
  public static void moveInto(Path part, Path place) throws IOException {
    Files.move(part, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    flushFolder(place);
  }

  /** Has the folder of a file say on the disk what is in it, where the system lets one. */
  public static void flushFolder(Path file) {
    Path folder = file.toAbsolutePath().getParent();
    if (folder != null) {
      try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
        channel.force(true);
      } catch (IOException e) {
        // Windows opens no folders; there the move is on the disk by itself.
      }
    }
  }

  /** Has a file that was written by other means on the disk. */
  public static void flush(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
      channel.force(true);
    }
  }

  /** The name beside its place under which a file is written until it is whole. */
  public static Path partOf(Path place) {
    return place.resolveSibling(
        stem(place) + ProcessHandle.current().pid() + "-" + COUNT.incrementAndGet() + ".part");
  }

  private static String stem(Path place) {
    String name = String.valueOf(place.getFileName());
    return "." + name.substring(0, Math.min(LONGEST_NAME, name.length())) + ".";
  }

  /** Takes away what programs that are no more have left of this file. */
  public static void clearAway(Path place) throws IOException {
    Path folder = place.toAbsolutePath().getParent();
    if (folder == null || !Files.isDirectory(folder)) {
      return;
    }
    String stem = stem(place);
    try (Stream<Path> beside = Files.list(folder)) {
      for (Path left : beside.toList()) {
        String name = String.valueOf(left.getFileName());
        if (name.startsWith(stem)
            && name.substring(stem.length()).matches("[0-9]{1,18}-[0-9]+\\.part.*")
            && ProcessHandle.of(Long.parseLong(name.substring(stem.length()).split("-", 2)[0]))
                .isEmpty()) {
          Files.deleteIfExists(left);
        }
      }
    }
  }
}
