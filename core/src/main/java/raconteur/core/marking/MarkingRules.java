package raconteur.core.marking;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * How type designations are built, as {@code data/markings.json} has it.
 *
 * @param prefixes letters before the type number, by group of devices
 * @param families letters of the 74 series' families
 * @param otherPins function numbers whose pins differ in a family, by family
 * @param bareFamilies families that are also printed without the 74
 * @param bareToAsk the same, but so short that it is asked
 * @param toAsk type numbers that cannot be told, with what they may be and why
 * @param called type numbers whose pins nobody has described, to what such a part is
 * @param transistors how type numbers of transistors begin, to the device whose legs stand so
 * @param easternFamilies series number of the eastern families to what it stands for
 * @param easternFunctions their function letters to the number in the 74 series
 */
record MarkingRules(
    Map<Group, Set<String>> prefixes,
    Set<String> families,
    Map<String, Set<String>> otherPins,
    Set<String> bareFamilies,
    Set<String> bareToAsk,
    Map<String, Doubtful> toAsk,
    Map<String, String> called,
    Map<String, String> transistors,
    Map<String, String> easternFamilies,
    Map<String, String> easternFunctions) {

  /** What a number may be, by device name, and why it cannot be told. */
  record Doubtful(List<String> mayBe, String why) {
    Doubtful {
      mayBe = List.copyOf(mayBe);
    }
  }

  /** Devices that share their prefixes. */
  enum Group {
    SEVENTY_FOUR("74 series"),
    FOUR_THOUSAND("4000 series"),
    LINEAR("linear"),
    OTHER("other");

    private final String word;

    Group(String word) {
      this.word = word;
    }
  }

  static MarkingRules shipped() {
    return Holder.SHIPPED;
  }

  static Loaded<MarkingRules> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, _) -> rules(root));
  }

  private static MarkingRules rules(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-markings/1", true));
    root.onlyKnows(
        Set.of(
            "format",
            "origin",
            "prefixes",
            "families",
            "other pins",
            "bare families",
            "bare families to ask",
            "to ask",
            "called",
            "transistors",
            "eastern families",
            "eastern functions"));
    Map<Group, Set<String>> prefixes = new LinkedHashMap<>();
    for (Group group : Group.values()) {
      prefixes.put(group, words(root.get("prefixes").get(group.word)));
    }
    Map<String, Set<String>> otherPins = new LinkedHashMap<>();
    root.get("other pins").entries().forEach((family, list) -> otherPins.put(family, words(list)));
    Map<String, Doubtful> toAsk = new LinkedHashMap<>();
    for (Datum item : root.get("to ask").items()) {
      item.onlyKnows(Set.of("print", "may be", "why"));
      var doubtful =
          new Doubtful(
              item.get("may be").items().stream().map(Datum::text).toList(),
              item.get("why").text());
      item.get("print").items().forEach(print -> toAsk.put(print.text(), doubtful));
    }
    Map<String, String> called = new LinkedHashMap<>();
    for (Datum item : root.get("called").items()) {
      item.onlyKnows(Set.of("is", "numbers"));
      String is = item.get("is").text();
      item.get("numbers").items().forEach(n -> called.put(PlainPrint.squeezed(n.text()), is));
    }
    Map<String, String> transistors = new LinkedHashMap<>();
    for (Datum item : root.get("transistors").items()) {
      item.onlyKnows(Set.of("begin", "is"));
      String device = item.get("is").text();
      item.get("begin").items().forEach(b -> transistors.put(b.text(), device));
    }
    return new MarkingRules(
        prefixes,
        words(root.get("families")),
        otherPins,
        words(root.get("bare families")),
        words(root.get("bare families to ask")),
        toAsk,
        called,
        transistors,
        texts(root.get("eastern families")),
        texts(root.get("eastern functions")));
  }

  private static Set<String> words(Datum list) {
    List<String> words = list.items().stream().map(Datum::text).toList();
    return Set.copyOf(words);
  }

  private static Map<String, String> texts(Datum object) {
    Map<String, String> texts = new LinkedHashMap<>();
    object.entries().forEach((key, value) -> texts.put(key, value.text()));
    return texts;
  }

  private static final class Holder {
    static final MarkingRules SHIPPED =
        DataFile.shipped(
            MarkingRules.class,
            "/raconteur/core/data/markings.json",
            text -> read("markings.json", text));
  }
}
