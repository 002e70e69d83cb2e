package raconteur.core.board;

/**
 * Which board this is.
 *
 * @param id stable and unique, for example {@code quillon-kittiwake-b}
 * @param assembly the number printed on the board
 * @param widthMillimetres of the board, 0 where not known
 * @param copperOrderKnown whether the paths of nets follow the copper
 * @param copperCoated false for old boards whose tracks lift easily
 */
public record BoardIdentity(
    String id,
    String machine,
    String revision,
    String title,
    String assembly,
    double widthMillimetres,
    double heightMillimetres,
    boolean copperOrderKnown,
    boolean copperCoated) {

  /** Machine and revision, short enough for a list. */
  public String shortName() {
    return machine + " " + revision;
  }
}
