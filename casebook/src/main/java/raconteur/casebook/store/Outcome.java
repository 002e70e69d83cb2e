package raconteur.casebook.store;

/** What became of something asked of the casebook: done, or one sentence why not. */
public sealed interface Outcome<T> {

  /** It is done, and on the disk. */
  record Done<T>(T value) implements Outcome<T> {}

  /** It is not done, nothing has changed; the sentence says why and what would help. */
  record Failed<T>(String sentence) implements Outcome<T> {}
}
