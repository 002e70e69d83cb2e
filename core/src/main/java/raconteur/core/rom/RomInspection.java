package raconteur.core.rom;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * What an image looks like where nobody knows what should be there: lines that never move, address
 * lines that do nothing, emptiness, where a processor would begin, words, and sums that come out
 * even.
 *
 * @param planes of each data bit, the share of addresses at which it is high
 * @param entropyBits a byte, by how often each value stands there (Shannon 1948): some 6 for
 *     programs, below 3 for tables, 8 for noise
 * @param idleAddress address bits that make no difference
 * @param signs what else is to be seen, each a sentence, what speaks of a fault first
 * @param words the longest texts
 */
public record RomInspection(
    Sums sums,
    List<Double> planes,
    double entropyBits,
    List<Integer> idleAddress,
    List<String> signs,
    List<String> words) {
  private static final int SHORTEST_WORD = 6;
  private static final int MOST_WORDS = 12;
  private static final int MOST_CHARACTERS = 60;

  /** What programs of the Z80 begin with: jump, disable interrupts, set the stack, clear. */
  private static final Set<Integer> BEGINS_Z80 =
      Set.of(0xC3, 0xF3, 0x31, 0x18, 0xAF, 0xED, 0x3E, 0x21);

  public RomInspection {
    planes = List.copyOf(planes);
    idleAddress = List.copyOf(idleAddress);
    signs = List.copyOf(signs);
    words = List.copyOf(words);
  }

  /** Looks at an image. Cost: linear in it, once an address bit. */
  public static RomInspection of(byte[] image) {
    List<Double> planes = new ArrayList<>();
    for (int bit = 0; bit < 8; bit++) {
      int high = 0;
      for (byte b : image) {
        high += (b >> bit) & 1;
      }
      planes.add(high / (double) image.length);
    }
    Sums sums = Sums.of(image);
    List<Integer> idle = idle(image);
    return new RomInspection(
        sums, planes, entropy(image), idle, signs(image, planes, idle, sums), words(image));
  }

  private static double entropy(byte[] image) {
    int[] counts = new int[256];
    for (byte b : image) {
      counts[b & 0xFF]++;
    }
    double bits = 0;
    for (int count : counts) {
      if (count > 0) {
        double share = count / (double) image.length;
        bits -= share * Math.log(share) / Math.log(2);
      }
    }
    return bits;
  }

  /** Bits of the address that make no difference, for an image of a power of two. */
  private static List<Integer> idle(byte[] image) {
    List<Integer> idle = new ArrayList<>();
    if (Integer.bitCount(image.length) != 1) {
      return idle;
    }
    for (int bit = 0; (1 << bit) < image.length; bit++) {
      boolean same = true;
      for (int a = 0; a < image.length && same; a++) {
        same = image[a] == image[a ^ (1 << bit)];
      }
      if (same) {
        idle.add(bit);
      }
    }
    return idle;
  }

  private static List<String> signs(
      byte[] image, List<Double> planes, List<Integer> idle, Sums sums) {
    List<String> signs = new ArrayList<>();
    boolean constant = planes.stream().allMatch(p -> p == 0 || p == 1);
    if (constant) {
      signs.add(
          String.format(
              Locale.ROOT,
              "Nothing but %02X: empty, never selected, or without supply.",
              image[0] & 0xFF));
      return signs;
    }
    for (int bit = 0; bit < planes.size(); bit++) {
      double high = planes.get(bit);
      if (high == 0 || high == 1) {
        signs.add(
            "D"
                + bit
                + " stands "
                + (high == 1 ? "high" : "low")
                + " throughout: stuck or open, unless the contents are narrower than a byte.");
      }
    }
    for (int bit : idle) {
      signs.add(
          "A"
              + bit
              + " makes no difference: it is stuck or open, or the contents are there twice.");
    }
    signs.addAll(emptiness(image));
    signs.addAll(beginnings(image));
    if (!idle.isEmpty()) {
      // What is there twice adds up evenly by itself.
      return signs;
    }
    if (sums.sum16() == 0) {
      signs.add("All bytes add up to 0000: the contents carry their own sum, and it holds.");
    } else if ((sums.sum16() & 0xFF) == 0) {
      signs.add("All bytes add up to 00: the contents may carry their own sum, and it holds.");
    }
    if (sums.xor() == 0) {
      signs.add("All bytes by exclusive or are 00: the contents may carry their own sum.");
    }
    return signs;
  }

  private static List<String> emptiness(byte[] image) {
    List<String> signs = new ArrayList<>();
    for (int value : new int[] {0xFF, 0x00}) {
      int end = image.length;
      while (end > 0 && (image[end - 1] & 0xFF) == value) {
        end--;
      }
      if (image.length - end >= image.length / 16 && image.length - end >= 16) {
        signs.add(
            String.format(Locale.ROOT, "From %04X on there is nothing but %02X.", end, value));
      }
    }
    return signs;
  }

  /** Where a processor would begin: what is there, not that it is one. */
  private static List<String> beginnings(byte[] image) {
    List<String> signs = new ArrayList<>();
    if (image.length < 256) {
      return signs;
    }
    int n = image.length;
    int little = ((image[n - 3] & 0xFF) << 8) | (image[n - 4] & 0xFF);
    int big = ((image[n - 2] & 0xFF) << 8) | (image[n - 1] & 0xFF);
    int bottom = 0x10000 - Math.min(n, 0x10000);
    if (little >= bottom && little < 0xFFFA && n <= 0x8000 && isProgram(image, little - bottom)) {
      signs.add(
          String.format(
              Locale.ROOT,
              "Read as the top of a 6502's memory it begins at %04X, which lies in it.",
              little));
    }
    if (big >= bottom && big < 0xFFF0 && n <= 0x8000 && isProgram(image, big - bottom)) {
      signs.add(
          String.format(
              Locale.ROOT,
              "Read as the top of a 6800's or 6809's memory it begins at %04X, which lies in it.",
              big));
    }
    if (BEGINS_Z80.contains(image[0] & 0xFF)) {
      signs.add(
          String.format(
              Locale.ROOT,
              "It begins with %02X, as programs of a Z80 at address 0 do.",
              image[0] & 0xFF));
    }
    return signs;
  }

  private static boolean isProgram(byte[] image, int at) {
    int value = at >= 0 && at < image.length ? image[at] & 0xFF : 0xFF;
    return value != 0xFF && value != 0;
  }

  private static List<String> words(byte[] image) {
    List<String> words = new ArrayList<>();
    int from = 0;
    for (int a = 0; a <= image.length; a++) {
      int c = a < image.length ? image[a] & 0x7F : 0;
      if (c < ' ' || c > '~') {
        if (a - from >= SHORTEST_WORD) {
          String word = text(image, from, a);
          if (word.chars().filter(Character::isLetter).count() * 2 > word.length()) {
            words.add(String.format(Locale.ROOT, "%04X %s", from, word));
          }
        }
        from = a + 1;
      }
    }
    return words.stream().sorted((a, b) -> b.length() - a.length()).limit(MOST_WORDS).toList();
  }

  private static String text(byte[] image, int from, int to) {
    byte[] plain = Arrays.copyOfRange(image, from, Math.min(to, from + MOST_CHARACTERS));
    for (int i = 0; i < plain.length; i++) {
      plain[i] &= 0x7F;
    }
    return new String(plain, StandardCharsets.US_ASCII).strip();
  }
}
