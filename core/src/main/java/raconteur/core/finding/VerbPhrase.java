package raconteur.core.finding;

import java.util.List;

/** A phrase that begins with a word of its own. */
abstract class VerbPhrase implements Phrase {
  private final String verb;
  private final String example;

  VerbPhrase(String verb, String example) {
    this.verb = verb;
    this.example = example;
  }

  @Override
  public boolean begins(Words words) {
    return words.nextIs(verb);
  }

  @Override
  public final Understanding read(Words words, BenchContext context) {
    words.skip();
    return readRest(words, context);
  }

  abstract Understanding readRest(Words words, BenchContext context);

  @Override
  public final List<String> beginnings(Words words) {
    return List.of(verb);
  }

  @Override
  public final String example() {
    return example;
  }
}
