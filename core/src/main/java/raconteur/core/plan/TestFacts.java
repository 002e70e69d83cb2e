package raconteur.core.plan;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.finding.Finding;

/** What is true of a test before it is made: its kind, its place, its cost. */
record TestFacts(Board board, Costs costs) {

  /** What makes two findings results of the same test. */
  static Object identity(Finding test) {
    return switch (test) {
      case Finding.Probe t -> t.pin();
      case Finding.Continuity t -> List.of(t.one(), t.other());
      case Finding.RailVolts t -> "volts " + t.rail();
      case Finding.RailOhms t -> "ohms " + t.rail();
      case Finding.PullStep t -> "pull " + t.part();
      case Finding.TesterVerdict t -> "tester " + t.part();
      case Finding.DeadTestResult _ -> "dead test";
      case Finding.Swap t -> "swap " + t.part();
      case Finding.Symptom _ -> "screen";
      case Finding.Heat t -> "heat " + t.part();
      case Finding.FarVolts t -> "volts " + t.rail() + " at " + t.part();
      case Finding.DummyVolts t -> "dummy " + t.rail();
      case Finding.RailAmps t -> "amps " + t.rail();
      case Finding.Ripple t -> "ripple " + t.rail();
      case Finding.Temperature t -> "heat " + t.part();
      case Finding.PinOhms t -> "ohms " + t.pin();
      case Finding.Frequency t -> "frequency " + t.pin();
      case Finding.ResetPulse t -> "reset " + t.pin();
      case Finding.CapacitorReading t -> "capacitor " + t.part();
      case Finding.PinVolts t -> "scope " + t.pin();
      case Finding.RomCompare t -> "rom " + t.part();
      case Finding.Elsewhere t -> "elsewhere " + t.part();
      case Finding.Piggyback t -> "piggyback " + t.part();
      case Finding.Without t -> "without " + t.part();
      case Finding.DiagnosticResult _ -> "diagnostic";
      case Finding.FunctionCheck t -> "function " + t.part();
      case Finding.ProofRun t -> "proof " + t.check();
    };
  }

  /** What a test is about: tests that share any of it are not offered side by side. */
  Set<String> about(Finding test) {
    return switch (test) {
      case Finding.Probe t -> aboutPin(t.pin());
      case Finding.PinVolts t -> aboutPin(t.pin());
      case Finding.Continuity t ->
          Set.of(board.netOf(t.one()).map(Net::name).orElse("") + " copper");
      case Finding.RailVolts _,
          Finding.RailOhms _,
          Finding.FarVolts _,
          Finding.DummyVolts _,
          Finding.RailAmps _,
          Finding.Ripple _ ->
          Set.of("rails");
      case Finding.PullStep _,
          Finding.TesterVerdict _,
          Finding.DeadTestResult _,
          Finding.Swap _,
          Finding.Symptom _,
          Finding.Heat _,
          Finding.Temperature _,
          Finding.PinOhms _,
          Finding.Frequency _,
          Finding.ResetPulse _,
          Finding.CapacitorReading _,
          Finding.RomCompare _,
          Finding.Elsewhere _,
          Finding.Piggyback _,
          Finding.Without _,
          Finding.DiagnosticResult _,
          Finding.FunctionCheck _,
          Finding.ProofRun _ ->
          Set.of(identity(test).toString());
    };
  }

  /** The name of a test's kind, in minutes.json and schools.json. */
  String kind(Finding test) {
    return switch (test) {
      case Finding.Probe _ -> "probe";
      case Finding.Continuity _ -> "continuity";
      case Finding.RailVolts _, Finding.FarVolts _ -> "rail volts";
      case Finding.RailOhms _, Finding.PinOhms _ -> "rail ohms";
      case Finding.PullStep _ -> "pull";
      case Finding.DeadTestResult _ -> "dead test";
      case Finding.DiagnosticResult _ -> "diagnostic";
      case Finding.Symptom _ -> "screen";
      case Finding.Heat _ -> "heat";
      case Finding.Temperature _ -> "temperature";
      case Finding.DummyVolts _ -> "dummy load";
      case Finding.RailAmps _ -> "rail amps";
      case Finding.Ripple _, Finding.Frequency _, Finding.ResetPulse _, Finding.PinVolts _ ->
          "scope";
      case Finding.CapacitorReading _ -> "capacitor";
      case Finding.Swap _ -> "swap";
      case Finding.RomCompare _ -> "rom reader";
      case Finding.Elsewhere _ -> "good board";
      case Finding.Piggyback _ -> "piggyback";
      case Finding.Without _ -> "without";
      case Finding.FunctionCheck _, Finding.ProofRun _ -> "function";
      case Finding.TesterVerdict t ->
          board.part(t.part()).filter(Parts::isMemory).isPresent() ? "ram tester" : "tester";
    };
  }

  /** Whether the board is powered while the test is made. */
  static boolean powered(Finding test) {
    return switch (test) {
      case Finding.Continuity _,
          Finding.RailOhms _,
          Finding.PinOhms _,
          Finding.PullStep _,
          Finding.CapacitorReading _,
          Finding.DummyVolts _,
          Finding.TesterVerdict _,
          Finding.RomCompare _,
          Finding.Elsewhere _ ->
          false;
      case Finding.Probe _,
          Finding.RailVolts _,
          Finding.FarVolts _,
          Finding.DeadTestResult _,
          Finding.DiagnosticResult _,
          Finding.Symptom _,
          Finding.Heat _,
          Finding.Temperature _,
          Finding.RailAmps _,
          Finding.Ripple _,
          Finding.Frequency _,
          Finding.ResetPulse _,
          Finding.PinVolts _,
          Finding.Swap _,
          Finding.Piggyback _,
          Finding.Without _,
          Finding.FunctionCheck _,
          Finding.ProofRun _ ->
          true;
    };
  }

  /** Minutes of the test, with what has to be unsoldered for it. */
  double minutes(Finding test) {
    double own =
        costs.test(kind(test)) + (test instanceof Finding.PullStep ? costs.single("seat") : 0);
    return removed(test).map(part -> own + outAndIn(part)).orElse(own);
  }

  private double outAndIn(Part part) {
    return part.socketed() ? 0 : costs.takeOut(part) + costs.putIn(part);
  }

  /** What the test is expected to break, in minutes. */
  double risk(Finding test) {
    return removed(test).map(part -> costs.riskOfTakingOut(board, part)).orElse(0.0);
  }

  /** The part that has to come off the board for a test. */
  private Optional<Part> removed(Finding test) {
    return switch (test) {
      case Finding.TesterVerdict t -> board.part(t.part());
      case Finding.PullStep t -> board.part(t.part());
      case Finding.CapacitorReading t -> board.part(t.part());
      case Finding.RomCompare t -> board.part(t.part());
      case Finding.Elsewhere t -> board.part(t.part());
      case Finding _ -> Optional.empty();
    };
  }

  private Set<String> aboutPin(PinRef pin) {
    return Set.of(pin.part(), board.netOf(pin).map(Net::name).orElse("no net"));
  }

  static String partOf(Finding test) {
    return switch (test) {
      case Finding.Probe t -> t.pin().part();
      case Finding.TesterVerdict t -> t.part();
      case Finding.Swap t -> t.part();
      case Finding.Heat t -> t.part();
      case Finding.PullStep t -> t.part();
      case Finding.Continuity t -> t.one().part();
      case Finding.FarVolts t -> t.part();
      case Finding.Temperature t -> t.part();
      case Finding.CapacitorReading t -> t.part();
      case Finding.PinOhms t -> t.pin().part();
      case Finding.Frequency t -> t.pin().part();
      case Finding.ResetPulse t -> t.pin().part();
      case Finding.PinVolts t -> t.pin().part();
      case Finding.RomCompare t -> t.part();
      case Finding.Elsewhere t -> t.part();
      case Finding.Piggyback t -> t.part();
      case Finding.Without t -> t.part();
      case Finding.FunctionCheck t -> t.part();
      case Finding.RailVolts _,
          Finding.RailOhms _,
          Finding.DummyVolts _,
          Finding.RailAmps _,
          Finding.Ripple _,
          Finding.DeadTestResult _,
          Finding.DiagnosticResult _,
          Finding.ProofRun _,
          Finding.Symptom _ ->
          "";
    };
  }

  static List<PinRef> pinsOf(Finding test) {
    return switch (test) {
      case Finding.Probe t -> List.of(t.pin());
      case Finding.Continuity t -> List.of(t.one(), t.other());
      case Finding.PinOhms t -> List.of(t.pin());
      case Finding.Frequency t -> List.of(t.pin());
      case Finding.ResetPulse t -> List.of(t.pin());
      case Finding.PinVolts t -> List.of(t.pin());
      case Finding _ -> List.of();
    };
  }
}
