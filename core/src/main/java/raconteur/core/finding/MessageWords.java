package raconteur.core.finding;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.Device;

/**
 * What a program on the board says it found, taken by the words in it: {@code RAM ERROR U34},
 * {@code ROM OK}. Parts that are named are meant; else all of the kind that is.
 *
 * @param parts whom it speaks of; none where no word of it is of this board
 * @param bad whether it complains
 */
public record MessageWords(Set<String> parts, boolean bad) {
  private static final Set<String> ROMS = Set.of("rom", "roms", "eprom", "prom", "checksum");
  private static final Set<String> RAMS =
      Set.of("ram", "rams", "sram", "dram", "vram", "memory", "mem", "wram");
  private static final int LEAST_LETTERS = 2;

  public MessageWords {
    parts = Set.copyOf(parts);
  }

  /** A light or a beep counts something, and says in no words what. */
  private static final Pattern COUNTS =
      Pattern.compile("(?i)\\b(?:flash|blink|beep)(?:es|s|ed|ing)?\\b");

  /** What a text says of a board; of {@code RAM OK ROM BAD} what it calls bad. */
  public static MessageWords of(Board board, String text) {
    if (COUNTS.matcher(text).find()) {
      return new MessageWords(Set.of(), true);
    }
    List<String> words =
        List.of(
            text.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9/]+", " ").strip().split(" ", -1));
    Speech speech = Speech.shipped();
    List<String> about = new ArrayList<>();
    Set<String> good = new TreeSet<>();
    Set<String> bad = new TreeSet<>();
    Set<String> last = bad;
    boolean denied = false;
    for (int i = 0; i < words.size(); i++) {
      String word = words.get(i);
      // Work RAM does not work by being called so.
      boolean kindOfStore =
          word.equals("work") && i + 1 < words.size() && RAMS.contains(words.get(i + 1));
      boolean praised = speech.means(word, "good") && !speech.means(word, "bad") && !kindOfStore;
      if (praised || speech.means(word, "bad")) {
        last = praised == denied ? bad : good;
        last.addAll(parts(board, about));
        about.clear();
        denied = false;
      } else if (speech.means(word, "not")) {
        denied = true;
      } else {
        about.add(word);
      }
    }
    // BAD RAM U34: what comes behind the verdict belongs to it, and the place says more.
    Set<String> behind = parts(board, about);
    if (!behind.isEmpty()) {
      boolean narrower = behind.size() < last.size() || last.isEmpty();
      last.addAll(behind);
      if (narrower) {
        last.retainAll(behind);
      }
    }
    boolean complains = !bad.isEmpty() || good.isEmpty();
    return new MessageWords(complains ? bad : good, complains);
  }

  /** Who is named; else what the words are for; else all of a kind. */
  private static Set<String> parts(Board board, List<String> words) {
    Set<String> named = new TreeSet<>();
    Set<String> ofKind = new TreeSet<>();
    for (Part part : board.parts()) {
      Device device = part.device();
      if (words.contains(part.designator().toLowerCase(Locale.ROOT))) {
        named.add(part.designator());
      } else if ((isRom(device) && words.stream().anyMatch(ROMS::contains))
          || (device.isRam() && words.stream().anyMatch(RAMS::contains))) {
        ofKind.add(part.designator());
      }
    }
    if (!named.isEmpty()) {
      return named;
    }
    Set<String> ofABit = DataBits.of(board, words);
    if (!ofABit.isEmpty()) {
      return ofABit;
    }
    Set<String> listed = new TreeSet<>();
    for (int i = 0; i + 1 < words.size(); i++) {
      listed.addAll(Purposes.parts(board, words.get(i) + " " + words.get(i + 1)));
    }
    if (listed.isEmpty() && ofKind.isEmpty()) {
      words.stream()
          .filter(w -> w.length() > LEAST_LETTERS && !Speech.shipped().isFiller(w))
          .forEach(w -> listed.addAll(Purposes.parts(board, w)));
    }
    return listed.isEmpty() ? ofKind : listed;
  }

  private static boolean isRom(Device device) {
    return device.isRom() || device.isEprom();
  }
}
