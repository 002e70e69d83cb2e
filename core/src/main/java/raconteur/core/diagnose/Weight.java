package raconteur.core.diagnose;

import raconteur.core.story.Telling.DatedFinding;

/**
 * What one finding weighs for one suspect.
 *
 * @param decibans ten times the decimal logarithm of the factor by which the finding moved the
 *     odds, told in the order of the story: the prior's decibans, all weights and {@link
 *     Suspect#rest} add up to the present (Good, Probability and the Weighing of Evidence, 1950)
 */
public record Weight(DatedFinding finding, double decibans) {

  /** The weight in words. */
  public String words() {
    double size = Math.abs(decibans);
    String side = decibans > 0 ? "for" : "against";
    if (size < 1) {
      return "says little";
    }
    if (size < 3) {
      return "mildly " + side;
    }
    if (size < 8) {
      return "clearly " + side;
    }
    return size < 15 ? "strongly " + side : "very strongly " + side;
  }
}
