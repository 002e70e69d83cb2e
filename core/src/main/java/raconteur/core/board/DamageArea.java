package raconteur.core.board;

/**
 * A rectangle of a board that something happened to, in millimetres from the rear left corner seen
 * from the top.
 */
public record DamageArea(
    Kind kind,
    double leftMillimetres,
    double topMillimetres,
    double widthMillimetres,
    double heightMillimetres) {

  /** What happened there. */
  public enum Kind {
    LIQUID("liquid", false),
    CORROSION("corrosion", false),
    BURN("burn", false),
    DUST("dust", false),
    IMPACT("impact", false),
    REWORK("rework", true),
    BODGE("bodge", true),
    LIFTED_PAD("lifted-pad", true),
    CUT_TRACK("cut-track", true);

    private final String word;
    private final boolean copperOnly;

    Kind(String word, boolean copperOnly) {
      this.word = word;
      this.copperOnly = copperOnly;
    }

    /** Whether it hurts joints and tracks but not what is inside the parts. */
    public boolean copperOnly() {
      return copperOnly;
    }

    public String word() {
      return word;
    }
  }

  public boolean holds(Outline.Point at) {
    return at.x() >= leftMillimetres
        && at.x() <= leftMillimetres + widthMillimetres
        && at.y() >= topMillimetres
        && at.y() <= topMillimetres + heightMillimetres;
  }

  /** Whether any pin of a placed part, or its middle, lies inside. */
  public boolean touches(Part part) {
    return part.place().known()
        && (holds(new Outline.Point(part.place().xMillimetres(), part.place().yMillimetres()))
            || part.device().pins().stream()
                .anyMatch(p -> holds(Outline.pinOnBoard(part, p.number()))));
  }
}
