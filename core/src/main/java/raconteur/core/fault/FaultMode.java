package raconteur.core.fault;

/** How something is wrong. */
public enum FaultMode {
  DEAD("dead"),
  LEAKS("leaks on its rail"),
  STUCK_LOW("output stuck low"),
  STUCK_HIGH("output stuck high"),
  FLOATS("output floats"),
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
