package raconteur.core.device;

/** A function text that does not follow the notation, with the place in it. */
final class NotationException extends IllegalArgumentException {
  private static final long serialVersionUID = 1L;
  private final int offset;

  NotationException(String reason, int offset) {
    super(reason);
    this.offset = offset;
  }

  /** Characters before the place, in the statement's text. */
  int offset() {
    return offset;
  }
}
