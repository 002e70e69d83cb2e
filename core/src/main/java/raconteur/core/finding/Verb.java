package raconteur.core.finding;

import java.util.List;
import java.util.function.BiFunction;

/** A line that begins with a word of its own and is read by one function. */
final class Verb extends VerbPhrase {
  private final BiFunction<Words, BenchContext, Understanding> rest;
  private final List<String> examples;

  Verb(String verb, String example, BiFunction<Words, BenchContext, Understanding> rest) {
    this(verb, List.of(example), rest);
  }

  /**
   * @param examples one of everything it understands, the commonest first
   */
  Verb(String verb, List<String> examples, BiFunction<Words, BenchContext, Understanding> rest) {
    super(verb, examples.getFirst());
    this.rest = rest;
    this.examples = List.copyOf(examples);
  }

  @Override
  public List<String> examples() {
    return examples;
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    return rest.apply(words, context);
  }
}
