package raconteur.core.practice;

import java.util.Arrays;
import java.util.function.Function;
import java.util.stream.Collectors;
import raconteur.core.data.Datum;

/** Constants by the words they are shown and kept by. */
final class Words {
  private Words() {}

  static <E> E named(Datum datum, E[] all, Function<E, String> words) {
    return datum.oneOf(Arrays.stream(all).collect(Collectors.toMap(words, e -> e)));
  }
}
