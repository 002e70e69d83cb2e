package raconteur.core.board;

import java.util.Locale;

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
  private static final int LONGEST_ID = 60;

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

  /** The same board as one of another machine and revision, with the id and title these give it. */
  public BoardIdentity named(String otherMachine, String otherRevision) {
    String name = otherMachine.strip();
    String letter = otherRevision.strip();
    return new BoardIdentity(
        idOf(name + " " + letter),
        name,
        letter,
        name + ", revision " + letter,
        assembly,
        widthMillimetres,
        heightMillimetres,
        copperOrderKnown,
        copperCoated);
  }

  /** An id made of words: small letters, digits, points and hyphens; {@code board} for none. */
  public static String idOf(String words) {
    String id =
        words
            .strip()
            .toLowerCase(Locale.ROOT)
            .replaceAll("[^a-z0-9.]+", "-")
            .replaceAll("^[.-]+|[.-]+$", "");
    return id.isEmpty() ? "board" : id.substring(0, Math.min(LONGEST_ID, id.length()));
  }

  /** The same board with another size. */
  public BoardIdentity sized(double width, double height) {
    return new BoardIdentity(
        id, machine, revision, title, assembly, width, height, copperOrderKnown, copperCoated);
  }
}
