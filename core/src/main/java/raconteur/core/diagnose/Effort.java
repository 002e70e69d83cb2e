package raconteur.core.diagnose;

/**
 * How much of a story was weighed in the time there was.
 *
 * @param findings how many there are that count
 * @param weighed how many of them the suspicion rests on, the latest first
 * @param explained for how many it is also told what each by itself weighs; 0 where nobody asked
 */
public record Effort(int findings, int weighed, int explained) {

  /** Whether nothing was left out of the suspicion. */
  public boolean isWhole() {
    return weighed == findings;
  }

  /** What the readings that were not weighed one by one, or a third fault, make of a suspect. */
  public String restWords() {
    return explained < weighed
        ? "from the lines that were not weighed one by one in the time there was"
        : "that there may be a third fault";
  }

  /** What was left out, in one sentence; empty for nothing. */
  public String words() {
    return isWhole()
        ? ""
        : "Of "
            + findings
            + " readings the latest "
            + weighed
            + " were weighed in the time there was.";
  }
}
