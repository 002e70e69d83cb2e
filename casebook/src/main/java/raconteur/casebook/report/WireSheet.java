package raconteur.casebook.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import raconteur.core.board.Board;
import raconteur.core.handover.Sheet;
import raconteur.core.mend.AfterChecks;
import raconteur.core.mend.WirePlan;

/** A wire plan as a list to solder by and a list to measure by. */
final class WireSheet {
  private WireSheet() {}

  static Sheet of(Board board, WirePlan plan) {
    List<List<String>> wires = new ArrayList<>();
    int number = 1;
    for (WirePlan.Wire wire : plan.wires()) {
      wires.add(
          List.of(
              String.valueOf(number++),
              board.describe(wire.from()),
              board.describe(wire.to()),
              String.format(Locale.ROOT, "%.0f mm", wire.millimetres())));
    }
    List<List<String>> checks = new ArrayList<>();
    for (AfterChecks.Check check : plan.verification(board)) {
      checks.add(
          List.of(
              check.one().toString(),
              check.other().toString(),
              check.joined() ? "joined" : "open",
              ""));
    }
    return new Sheet(
        "Wires on the underside",
        board.identity().title() + ". Power off, capacitors discharged; hot iron: ventilate.",
        List.of(
            new Sheet.Section(
                "To solder",
                List.of(
                    new Sheet.Table(
                        List.of("No.", "From", "To", "Length"),
                        List.of(0.08, 0.38, 0.38, 0.16),
                        wires))),
            new Sheet.Section(
                "To measure",
                List.of(
                    new Sheet.Table(
                        List.of("Pin", "Pin", "Must be", "Read"),
                        List.of(0.25, 0.25, 0.25, 0.25),
                        checks)))));
  }
}
