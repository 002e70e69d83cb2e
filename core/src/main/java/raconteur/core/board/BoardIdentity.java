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

  /** Another revision of the same machine. */
  public BoardIdentity revised(String otherId, String otherRevision, String otherTitle) {
    return new BoardIdentity(
        otherId,
        machine,
        otherRevision,
        otherTitle,
        assembly,
        widthMillimetres,
        heightMillimetres,
        copperOrderKnown,
        copperCoated);
  }

  /** The same board with another size. */
  public BoardIdentity sized(double width, double height) {
    return new BoardIdentity(
        id, machine, revision, title, assembly, width, height, copperOrderKnown, copperCoated);
  }
}
