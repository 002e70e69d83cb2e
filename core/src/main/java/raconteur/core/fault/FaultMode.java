package raconteur.core.fault;

/** How something is wrong. */
public enum FaultMode {
  DEAD("dead"),
  LEAKS("leaks on its rail"),
  /** A load so heavy that nothing on the rail can work. */
  SHORTED("shorts its rail"),
  /** Cells of a memory or ROM that no longer hold what they should. */
  BITS_LOST("loses bits"),
  /** An address input that is taken for one level, so that cells answer for each other. */
  ADDRESS_STUCK("address input stuck"),
  /** A good part of a grade or variant this board does not get on with. */
  UNSUITED("does not suit this board"),
  STUCK_LOW("output stuck low"),
  STUCK_HIGH("output stuck high"),
  FLOATS("output floats"),
  /** An output that moves but does not reach proper levels. */
  WEAK("output weak"),
  OPEN("open"),
  SHORT("short");

  private final String words;

  FaultMode(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
