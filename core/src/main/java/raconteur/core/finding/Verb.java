package raconteur.core.finding;

import java.util.function.BiFunction;

/** A line that begins with a word of its own and is read by one function. */
final class Verb extends VerbPhrase {
  private final BiFunction<Words, BenchContext, Understanding> rest;

  Verb(String verb, String example, BiFunction<Words, BenchContext, Understanding> rest) {
    super(verb, example);
    this.rest = rest;
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    return rest.apply(words, context);
  }
}
