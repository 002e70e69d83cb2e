package raconteur.core.netlines;

/** Ends the reading of one line; its message is the sentence for whoever typed it. */
final class Refusal extends RuntimeException {
  private static final long serialVersionUID = 1L;

  Refusal(String sentence) {
    super(sentence, null, false, false);
  }

  String sentence() {
    return String.valueOf(getMessage());
  }
}
