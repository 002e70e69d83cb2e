package raconteur.core.mend;

/** How something is mended. */
public enum Method {
  CLEAN("clean the contacts"),
  RESEAT("press it home"),
  SWAP("out of its socket"),
  REFLOW("reflow the joint"),
  WIRE("reflow, else a wire"),
  PART("part the bridge"),
  DESOLDER("desolder"),
  CUT_LEGS("cut off at the legs"),
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
