package raconteur.core.predict;

import java.util.Optional;
import raconteur.core.fault.Fault;

/**
 * What one fault does to a board's lines, wherever they are read.
 *
 * @param consequences the pins where a probe sees something else
 * @param simulated what the simulated board shows with it; empty where that is not known
 * @param stops what it may bring to a stand
 */
record FaultSpread(
    Fault fault,
    Consequences consequences,
    Optional<SimulatedLines.With> simulated,
    Activity.Stops stops) {}
