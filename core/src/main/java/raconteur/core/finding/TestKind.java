package raconteur.core.finding;

import java.util.Optional;
import java.util.Set;

/**
 * What a test is before it is made, a row of {@code tests.json}.
 *
 * @param name by which records, schools and the window call it
 * @param asks the first words of what makes two findings results of one test
 * @param title what is done, with {@code {pin}}, {@code {other pin}}, {@code {part}}, {@code
 *     {parts}}, {@code {rail}} and {@code {about}} for its subject
 * @param setUp how the board has to be
 * @param caution the usual precaution; empty for none
 * @param minutes what it takes once everything is at hand
 * @param instrument what it needs beside a meter and hands
 * @param partOut whether the part has to come off the board for it
 * @param seatAgain whether it goes back before the next test
 * @param soldered what else holds where that part is soldered in
 * @param ofMemory the kind it is where its part is a memory
 * @param weighedAs the kind whose liking by a school counts; its own name where none is given
 * @param ofSupply whether it is of rails and what loads them: worth making while a rail is down
 * @param simulated whether the simulated hands can make it
 * @param intoShort how the board is fed for it while a rail is short to ground; empty where it is
 *     not made then
 */
public record TestKind(
    String name,
    String asks,
    String title,
    Power power,
    String setUp,
    String caution,
    double minutes,
    Optional<String> instrument,
    boolean partOut,
    boolean seatAgain,
    Optional<Soldered> soldered,
    Optional<String> ofMemory,
    String weighedAs,
    boolean ofSupply,
    boolean simulated,
    Optional<String> intoShort) {

  /** How the board is while a test is made. */
  public enum Power {
    ON,
    OFF
  }

  /** Set-up and caution of a test on a part that has to be desoldered for it. */
  public record Soldered(String setUp, String caution) {}

  /** The shipped kind of a name; a name nobody gave is a mistake of ours. */
  public static TestKind of(String name) {
    return TestKinds.shipped().named(name).orElseThrow();
  }

  public boolean powered() {
    return power == Power.ON;
  }

  /** Whether it can be made with what a shop owns. */
  public boolean possible(Set<String> owned) {
    return instrument.isEmpty() || owned.contains(instrument.get());
  }

  /** The set-up, for a part that is in a socket or soldered in. */
  public String setUp(boolean inSocket) {
    return inSocket ? setUp : soldered.map(Soldered::setUp).orElse(setUp);
  }

  /** The precaution, for a part that is in a socket or soldered in. */
  public String caution(boolean inSocket) {
    return inSocket ? caution : soldered.map(Soldered::caution).orElse(caution);
  }
}
