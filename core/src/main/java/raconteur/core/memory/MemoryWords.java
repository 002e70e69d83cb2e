package raconteur.core.memory;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import raconteur.core.device.Device;

/** What a memory's fails come to, in sentences and as lines for the story. */
public final class MemoryWords {
  private MemoryWords() {}

  /**
   * Sentences, what explains most first.
   *
   * @param chips the places of the chips, one a bit from bit 0; none where they are not known
   */
  public static List<String> of(
      MemoryFails fails, MemoryDiagnosis.Result result, List<String> chips, Optional<Device> chip) {
    List<String> sentences = new ArrayList<>();
    sentences.add(
        fails.failingWords()
            + " of "
            + fails.tested().cardinality()
            + " words fail, in "
            + fails.failing().stream().filter(b -> !b.isEmpty()).count()
            + " of "
            + fails.shape().bits()
            + " bits.");
    for (MemoryDiagnosis.Part part : result.parts()) {
      String sentence = part.words(fails.shape());
      if (part.bits().size() == 1) {
        int bit = part.bits().getFirst();
        sentence += at(chips, bit).map(c -> " (" + c + ")").orElse("");
        sentence += pin(part.region(), chip).map(p -> ", pin " + p).orElse("");
        sentence += ways(fails, bit);
      }
      sentence += part.spoilt() > 0 ? "; " + part.spoilt() + " places there did not fail" : "";
      sentences.add(Character.toUpperCase(sentence.charAt(0)) + sentence.substring(1) + ".");
    }
    if (result.left() > 0) {
      sentences.add(
          result.left()
              + " further places fail one by one: cells all over are a chip that is too slow, too"
              + " warm or not refreshed in time.");
    }
    return sentences;
  }

  /** Lines for the story: the chips that fail by themselves, and what is shared as a note. */
  public static List<String> lines(
      MemoryFails fails, MemoryDiagnosis.Result result, List<String> chips) {
    List<String> lines = new ArrayList<>();
    for (MemoryDiagnosis.Part part : result.parts()) {
      Optional<String> line =
          part.bits().size() == 1
              ? at(chips, part.bits().getFirst()).map(c -> c + " tester fail")
              : Optional.of("note memory: " + part.words(fails.shape()));
      line.filter(l -> !lines.contains(l)).ifPresent(lines::add);
    }
    return lines;
  }

  private static Optional<String> at(List<String> chips, int bit) {
    return bit < chips.size() ? Optional.of(chips.get(bit)) : Optional.empty();
  }

  /** The chip's pin that a region speaks of. */
  private static Optional<String> pin(Region region, Optional<Device> chip) {
    int line =
        switch (region) {
          case Region.FoldedPin(int pin, boolean _) -> pin;
          case Region.Half(int bit, boolean _) when chip.filter(c -> !isShared(c)).isPresent() ->
              bit;
          case Region _ -> -1;
        };
    return chip.filter(c -> line >= 0 && line < c.addressPins().size())
        .map(c -> c.addressPins().get(line).number());
  }

  private static boolean isShared(Device chip) {
    return MemoryShape.of(chip, 1).filter(MemoryShape::shared).isPresent();
  }

  private static String ways(MemoryFails fails, int bit) {
    int high = fails.highForLow()[bit];
    int low = fails.lowForHigh()[bit];
    if (high + low == 0) {
      return "";
    }
    return high == 0 ? ", reading low" : low == 0 ? ", reading high" : ", reading either way";
  }
}
