package raconteur.core.finding;

/** Notices readings that do not go with what was said of the supply. */
final class SupplyCheck {
  private SupplyCheck() {}

  /** Asks about an understood reading where the board is logged as on, or off, against its need. */
  static Understanding of(Understanding understood, BenchContext context) {
    if (!(understood instanceof Understanding.Understood(Finding finding, String sentence))) {
      return understood;
    }
    return switch (finding) {
      case Finding.RailOhms _,
          Finding.PullStep _,
          Finding.Continuity _,
          Finding.PinOhms _,
          Finding.CapacitorReading _
          when context.supply() == BenchContext.Supply.ON ->
          new Understanding.Asked(
              finding,
              "The board is logged as powered: ohms read on a live board mean nothing and can harm"
                  + " the meter. Is it off? Enter keeps it.");
      case Finding.RailVolts _,
          Finding.RailCalledGood _,
          Finding.FarVolts _,
          Finding.RailAmps _,
          Finding.Ripple _,
          Finding.Probe _,
          Finding.Heat _,
          Finding.Temperature _,
          Finding.Frequency _,
          Finding.ResetPulse _,
          Finding.PinVolts _,
          Finding.FunctionCheck _,
          Finding.ProofRun _,
          Finding.DiagnosticResult _
          when context.supply() == BenchContext.Supply.OFF ->
          new Understanding.Asked(
              finding, "The board is logged as switched off: is it on now? Enter keeps it.");
      case Finding _ -> new Understanding.Understood(finding, sentence);
    };
  }
}
