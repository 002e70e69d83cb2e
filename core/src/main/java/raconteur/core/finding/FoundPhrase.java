package raconteur.core.finding;

import java.util.Arrays;
import java.util.LinkedHashMap;
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
