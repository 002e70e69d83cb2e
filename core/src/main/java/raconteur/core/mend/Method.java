package raconteur.core.mend;

/** How something is mended. */
public enum Method {
  CLEAN("clean the contacts"),
  RESEAT("press it home"),
  SWAP("out of the socket, the good one in"),
  REFLOW("reflow the joint"),
  WIRE("reflow, else a wire"),
  PART("part the bridge"),
  DESOLDER("desolder, then a socket"),
  CUT_LEGS("cut the legs, pull the pins one by one, then a socket"),
  HOT_AIR("hot air");

  private final String words;

  Method(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** Whether an iron or hot air touches the board. */
  public boolean solders() {
    return switch (this) {
      case CLEAN, RESEAT, SWAP -> false;
      case REFLOW, WIRE, PART, DESOLDER, CUT_LEGS, HOT_AIR -> true;
    };
  }
}
