package raconteur.core.finding;

import java.util.List;

/** One kind of line: recognises its beginning and reads the rest. */
interface Phrase {

  /** Whether a line with this beginning is meant for this phrase; nothing is taken. */
  boolean begins(Words words);

  /** Reads the line, ending early with {@link Words.Halt}. */
  Understanding read(Words words, BenchContext context);

  /** What a line of this kind can begin with, for completion and for the list of what is known. */
  List<String> beginnings(Words words);

  /** One example, for the help under an empty line. */
  String example();

  /** One example of everything it understands. */
  default List<String> examples() {
    return List.of(example());
  }
}
