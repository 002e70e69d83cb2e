package raconteur.core.finding;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/** {@code found U26 dead}: what the fault turned out to be, for the counts. */
final class FoundPhrase extends VerbPhrase {
  FoundPhrase() {
    super("found", "found U26 dead");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    if (words.peek().indexOf('.') > 0) {
      PinRef one = words.pin();
      words.mayContinue(List.of("broken"));
      if (words.nextIs("broken")) {
        words.skip();
        words.end();
        return leg(words, one);
      }
      PinRef other = words.pin();
      Conclusion.CopperFault fault =
          words.oneOf("what was found", byName(Conclusion.CopperFault.values()));
      words.end();
      return found(
          new Conclusion.BadCopper(one, other, fault),
          words.board().describe(one)
              + " to "
              + words.board().describe(other)
              + " "
              + lower(fault));
    }
    Part part = words.part();
    Conclusion.PartFault fault =
        words.oneOf("what was found", byName(Conclusion.PartFault.values()));
    words.end();
    return found(
        new Conclusion.BadPart(part.designator(), fault),
        PartPhrase.named(part) + " " + lower(fault));
  }

  /** {@code leg U4.13 broken}, {@code leg U4.13 missing}: the same said of a leg. */
  static Phrase legs() {
    return new Verb(
        "leg",
        "leg U4.13 broken",
        (words, context) -> {
          PinRef pin = words.pin();
          Map<String, Boolean> how = new LinkedHashMap<>();
          how.put("broken", true);
          how.put("missing", false);
          words.oneOf("how it is", how);
          words.end();
          return leg(words, pin);
        });
  }

  /** {@code backwards U12}: a part that was put in the wrong way round. */
  static Phrase backwards() {
    return new Verb(
        "backwards",
        "backwards U12",
        (words, context) -> {
          Part part = words.part();
          words.end();
          return new Understanding.Understood(
              new Statement.Found(
                  new Conclusion.BadPart(part.designator(), Conclusion.PartFault.BACKWARDS)),
              PartPhrase.named(part)
                  + " is in backwards: power off, turn it round, and test it: few survive.");
        });
  }

  private static Understanding leg(Words words, PinRef pin) {
    return new Understanding.Understood(
        new Statement.Found(new Conclusion.BadLeg(pin)),
        "The leg of " + words.board().describe(pin) + " is off: its line ends before the chip.");
  }

  private static <E extends Enum<E>> Map<String, E> byName(E[] values) {
    Map<String, E> names = new LinkedHashMap<>();
    Arrays.stream(values).forEach(v -> names.put(lower(v), v));
    return names;
  }

  private static String lower(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT);
  }

  private static Understanding found(Conclusion conclusion, String what) {
    return new Understanding.Understood(
        new Statement.Found(conclusion),
        "Found: " + what + ". Weighs like the strongest test; counted when the case closes.");
  }
}
