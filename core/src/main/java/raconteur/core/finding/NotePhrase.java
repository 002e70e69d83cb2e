package raconteur.core.finding;

/** {@code note …}: something to remember. */
final class NotePhrase extends VerbPhrase {
  NotePhrase() {
    super("note", "note ordered two 4116");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    if (!words.more()) {
      return new Understanding.Unfinished("What is to be remembered?");
    }
    return new Understanding.Understood(
        new Statement.Remark(words.rest()), "A note: kept in the story, proves nothing.");
  }
}
