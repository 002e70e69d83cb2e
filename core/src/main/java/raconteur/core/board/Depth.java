package raconteur.core.board;

/** How much is known about a board, and with it how far a reading can reason. */
public enum Depth {
  SHEET("sheet", "parts, blocks and experience"),
  NET_LIST("net list", "which pins are joined"),
  BEHAVIOUR("behaviour", "which pins are joined and what the gates do");

  private final String word;
  private final String meaning;

  Depth(String word, String meaning) {
    this.word = word;
    this.meaning = meaning;
  }

  public String word() {
    return word;
  }

  public String meaning() {
    return meaning;
  }
}
