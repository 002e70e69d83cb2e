package raconteur.core.rom;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * The files programmers write: plain bytes, Intel HEX (record types 00 to 05; Intel, Hexadecimal
 * Object File Format Specification, revision A, 1988, from memory) and Motorola S-records (S0 to
 * S9; M68000 Family Programmer's Reference Manual, appendix C, from memory). Every record's check
 * sum is held. What no record says is {@code FF}, as in an erased part.
 */
public final class RomFile {
  /** More than any ROM of these boards by far. */
  public static final int MOST_BYTES = 32 * 1024 * 1024;

  private static final int RECORD_BYTES = 16;
  private static final int HEX_EXTENDED = 0x10000;

  private RomFile() {}

  /**
   * What a file holds.
   *
   * @param format in words
   * @param firstAddress where its first byte lies; the image begins there
   * @param said bytes a record said; the others are filled
   */
  public record Contents(String format, int firstAddress, int said, byte[] bytes) {
    public Contents {
      bytes = bytes.clone();
    }

    @Override
    public byte[] bytes() {
      return bytes.clone();
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof Contents c
          && c.format.equals(format)
          && c.firstAddress == firstAddress
          && c.said == said
          && Arrays.equals(c.bytes, bytes);
    }

    @Override
    public int hashCode() {
      return Arrays.hashCode(bytes);
    }
  }

  /** The forms in which an image is written. */
  public enum Form {
    BINARY,
    INTEL_HEX,
    S_RECORDS
  }

  /** Reads a file's bytes; the form is told by what stands there, not by the name. */
  public static Loaded<Contents> read(String name, byte[] file) {
    if (file.length == 0) {
      return refused(name, 0, "the file is empty");
    }
    if (file.length > 4L * MOST_BYTES) {
      return refused(name, 0, "the file is larger than any ROM");
    }
    if (looksLike(file, ':')) {
      return new Records(name).intel(lines(file));
    }
    if (looksLike(file, 'S')) {
      return new Records(name).motorola(lines(file));
    }
    return file.length > MOST_BYTES
        ? refused(name, 0, "the file is larger than any ROM")
        : new Loaded.Ok<>(new Contents("plain bytes", 0, file.length, file));
  }

  /** Text of records, the first of which begins so. */
  private static boolean looksLike(byte[] file, char mark) {
    int at = 0;
    while (at < file.length && Character.isWhitespace(file[at])) {
      at++;
    }
    if (at + 9 >= file.length || file[at] != mark) {
      return false;
    }
    for (int i = at + 1; i < at + 9; i++) {
      if (Character.digit(file[i], 16) < 0) {
        return false;
      }
    }
    return true;
  }

  private static List<String> lines(byte[] file) {
    return new String(file, StandardCharsets.ISO_8859_1).lines().toList();
  }

  private static Loaded<Contents> refused(String name, int line, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, line, 0, "", reason)));
  }

  /** Records being gathered. */
  private static final class Records {
    private final String name;
    private byte[] bytes = new byte[0x1000];
    private boolean[] said = new boolean[0x1000];
    private long origin = -1;
    private long first = Long.MAX_VALUE;
    private long last = -1;

    Records(String name) {
      this.name = name;
    }

    Loaded<Contents> intel(List<String> lines) {
      long base = 0;
      for (int i = 0; i < lines.size(); i++) {
        String line = lines.get(i).strip();
        if (line.isEmpty()) {
          continue;
        }
        Optional<byte[]> record = line.startsWith(":") ? hex(line.substring(1)) : Optional.empty();
        if (record.isEmpty() || record.get().length < 5) {
          return refused(name, i + 1, "this is no record of Intel HEX");
        }
        byte[] r = record.get();
        if ((r[0] & 0xFF) != r.length - 5) {
          return refused(name, i + 1, "the record is not as long as it says; is it cut short?");
        }
        if (sum(r, r.length) != 0) {
          return refused(name, i + 1, "the record's check sum is wrong; read the part again");
        }
        int address = ((r[1] & 0xFF) << 8) | (r[2] & 0xFF);
        byte[] data = Arrays.copyOfRange(r, 4, r.length - 1);
        switch (r[3]) {
          case 0 -> {
            if (!put(base + address, data)) {
              return refused(name, i + 1, "its addresses span more than " + MOST_BYTES + " bytes");
            }
          }
          case 1 -> {
            return done("Intel HEX");
          }
          case 2 -> base = (long) word(data) << 4;
          case 4 -> base = (long) word(data) << 16;
          case 3, 5 -> {}
          default -> {
            return refused(name, i + 1, "record type " + r[3] + " is none of 00 to 05");
          }
        }
      }
      return refused(name, lines.size(), "the end record is missing; is the file cut short?");
    }

    private static int word(byte[] data) {
      return data.length == 2 ? ((data[0] & 0xFF) << 8) | (data[1] & 0xFF) : 0;
    }

    Loaded<Contents> motorola(List<String> lines) {
      for (int i = 0; i < lines.size(); i++) {
        String line = lines.get(i).strip();
        if (line.isEmpty()) {
          continue;
        }
        Optional<byte[]> record =
            line.matches("S[0-9].*") ? hex(line.substring(2)) : Optional.empty();
        if (record.isEmpty() || record.get().length < 3) {
          return refused(name, i + 1, "this is no S-record");
        }
        byte[] r = record.get();
        if ((r[0] & 0xFF) != r.length - 1) {
          return refused(name, i + 1, "the record is not as long as it says; is it cut short?");
        }
        if (sum(r, r.length) != 0xFF) {
          return refused(name, i + 1, "the record's check sum is wrong; read the part again");
        }
        int type = line.charAt(1) - '0';
        int width = type <= 3 ? type + 1 : 0;
        if (type >= 1 && type <= 3) {
          if (r.length < width + 2) {
            return refused(name, i + 1, "this is no S-record");
          }
          long address = 0;
          for (int k = 1; k <= width; k++) {
            address = (address << 8) | (r[k] & 0xFF);
          }
          if (!put(address, Arrays.copyOfRange(r, 1 + width, r.length - 1))) {
            return refused(name, i + 1, "its addresses span more than " + MOST_BYTES + " bytes");
          }
        } else if (type >= 7) {
          return done("S-records");
        }
      }
      return refused(name, lines.size(), "the end record is missing; is the file cut short?");
    }

    private static Optional<byte[]> hex(String digits) {
      try {
        return Optional.of(HexFormat.of().parseHex(digits));
      } catch (IllegalArgumentException e) {
        return Optional.empty();
      }
    }

    private static int sum(byte[] record, int length) {
      int sum = 0;
      for (int i = 0; i < length; i++) {
        sum += record[i];
      }
      return sum & 0xFF;
    }

    /** The first record's page is where the image may begin; records before it move it down. */
    private boolean put(long address, byte[] data) {
      if (data.length == 0) {
        return true;
      }
      long end = address + data.length;
      long low = Math.min(first, address);
      long high = Math.max(last, end);
      if (high - low > MOST_BYTES) {
        return false;
      }
      if (origin < 0) {
        origin = address;
      }
      if (address < origin || end - origin > bytes.length) {
        grow(low, high);
      }
      first = low;
      last = high;
      System.arraycopy(data, 0, bytes, (int) (address - origin), data.length);
      Arrays.fill(said, (int) (address - origin), (int) (end - origin), true);
      return true;
    }

    private void grow(long low, long high) {
      long newOrigin = Math.min(low, origin);
      int size = Math.max((int) (high - newOrigin), Math.min(MOST_BYTES, 2 * bytes.length));
      byte[] more = new byte[size];
      boolean[] moreSaid = new boolean[size];
      int shift = (int) (origin - newOrigin);
      int kept = Math.min(bytes.length, size - shift);
      System.arraycopy(bytes, 0, more, shift, kept);
      System.arraycopy(said, 0, moreSaid, shift, kept);
      bytes = more;
      said = moreSaid;
      origin = newOrigin;
    }

    private Loaded<Contents> done(String format) {
      if (last < 0) {
        return refused(name, 0, "no record holds any byte");
      }
      int from = (int) (first - origin);
      int to = (int) (last - origin);
      byte[] image = Arrays.copyOfRange(bytes, from, to);
      int count = 0;
      for (int i = 0; i < image.length; i++) {
        if (said[from + i]) {
          count++;
        } else {
          image[i] = (byte) 0xFF;
        }
      }
      return new Loaded.Ok<>(new Contents(format, (int) first, count, image));
    }
  }

  /** An image in a form programmers read, from address 0. */
  public static byte[] write(byte[] image, Form form) {
    return switch (form) {
      case BINARY -> image.clone();
      case INTEL_HEX -> intel(image).getBytes(StandardCharsets.US_ASCII);
      case S_RECORDS -> motorola(image).getBytes(StandardCharsets.US_ASCII);
    };
  }

  private static String intel(byte[] image) {
    StringBuilder text = new StringBuilder();
    for (int at = 0; at < image.length; at += RECORD_BYTES) {
      if (at > 0 && at % HEX_EXTENDED == 0) {
        text.append(intelRecord(0, 4, new byte[] {(byte) (at >> 24), (byte) (at >> 16)}));
      }
      text.append(
          intelRecord(
              at & 0xFFFF,
              0,
              Arrays.copyOfRange(image, at, Math.min(image.length, at + RECORD_BYTES))));
    }
    return text.append(":00000001FF\n").toString();
  }

  private static String intelRecord(int address, int type, byte[] data) {
    byte[] r = new byte[data.length + 5];
    r[0] = (byte) data.length;
    r[1] = (byte) (address >> 8);
    r[2] = (byte) address;
    r[3] = (byte) type;
    System.arraycopy(data, 0, r, 4, data.length);
    r[r.length - 1] = (byte) -Records.sum(r, r.length - 1);
    return ":" + HexFormat.of().withUpperCase().formatHex(r) + "\n";
  }

  private static String motorola(byte[] image) {
    int type = image.length <= 0x10000 ? 1 : image.length <= 0x1000000 ? 2 : 3;
    StringBuilder text = new StringBuilder("S0030000FC\n");
    for (int at = 0; at < image.length; at += RECORD_BYTES) {
      text.append(
          sRecord(
              type, at, Arrays.copyOfRange(image, at, Math.min(image.length, at + RECORD_BYTES))));
    }
    return text.append(sRecord(10 - type, 0, new byte[0])).toString();
  }

  private static String sRecord(int type, int address, byte[] data) {
    int width = type <= 3 ? type + 1 : 11 - type;
    byte[] r = new byte[1 + width + data.length + 1];
    r[0] = (byte) (r.length - 1);
    for (int k = 0; k < width; k++) {
      r[1 + k] = (byte) (address >> (8 * (width - 1 - k)));
    }
    System.arraycopy(data, 0, r, 1 + width, data.length);
    r[r.length - 1] = (byte) ~Records.sum(r, r.length - 1);
    return String.format(Locale.ROOT, "S%d%s%n", type, HexFormat.of().withUpperCase().formatHex(r))
        .replace("\r\n", "\n");
  }
}
