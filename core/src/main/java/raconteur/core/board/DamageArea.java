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
    LIQUID("liquid"),
    CORROSION("corrosion"),
    IMPACT("impact"),
    REWORK("rework");

    private final String word;

    Kind(String word) {
      this.word = word;
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
