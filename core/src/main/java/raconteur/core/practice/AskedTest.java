package raconteur.core.practice;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.finding.Understanding;

/**
 * A test asked for as its reading would be logged, without what it showed: {@code U5.3}, {@code 5V
 * gnd}, {@code pull U13}, {@code swap U17}, {@code U22 tester}, {@code cont U5.3 U9.5}. What is a
 * whole line already asks for the same test again.
 */
public final class AskedTest {
  /** What some test or other may show; the first that makes a line of it tells which test it is. */
  private static final List<String> SHOWN =
      List.of(
          "",
          " low",
          " 5 V",
          " 100 ohm",
          " 100 ohm on ",
          " pass",
          " normal",
          " good",
          " open",
          " same",
          " good same",
          " 1 MHz",
          " 1",
          " works",
          " 40 C");

  private static final String ON_RAIL = " on ";

  /** A quantity named in place of a number of it. */
  private static final Map<String, String> QUANTITIES =
      Map.of("hz", "1 MHz", "frequency", "1 MHz", "temperature", "40 C", "amps", "1 A");

  private AskedTest() {}

  /** The test, as one of its findings; empty where no test begins so. */
  public static Optional<Finding> of(Board board, BenchContext context, String asked) {
    BenchLine line = new BenchLine(board);
    String typed = withNumber(asked.strip());
    for (String shown : SHOWN) {
      String rail =
          shown.endsWith(ON_RAIL)
              ? board.rails().stream().map(r -> r.name()).findFirst().orElse("")
              : "";
      if (understood(line.understand(typed + shown + rail, context)) instanceof Finding finding
          && !typed.isEmpty()) {
        return Optional.of(finding);
      }
    }
    return Optional.empty();
  }

  private static String withNumber(String typed) {
    int last = typed.lastIndexOf(' ');
    String quantity =
        last < 0
            ? ""
            : QUANTITIES.getOrDefault(typed.substring(last + 1).toLowerCase(Locale.ROOT), "");
    return quantity.isEmpty() ? typed : typed.substring(0, last + 1) + quantity;
  }

  private static Statement understood(Understanding heard) {
    return switch (heard) {
      case Understanding.Understood(Statement statement, _) -> statement;
      case Understanding.Asked(Statement statement, _) -> statement;
      case Understanding.InTurn _,
          Understanding.Proposed _,
          Understanding.Unfinished _,
          Understanding.Refused _ ->
          new Statement.Remark("");
    };
  }
}
