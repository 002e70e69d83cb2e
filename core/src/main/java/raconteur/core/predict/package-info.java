/**
 * What a test would show if a given set of faults were there.
 *
 * <p>Each kind of test is one {@link raconteur.core.predict.TestModel}: it sorts faults into
 * effects, effects combine like sets (so that several faults are predicted together, not as a
 * product), and every effect has a distribution over outcomes from {@link
 * raconteur.core.predict.Readings}. Start at {@link raconteur.core.predict.Predictor}; {@link
 * raconteur.core.predict.NetPropagation} is how a fault spreads through nets and gates.
 */
@NullMarked
package raconteur.core.predict;

import org.jspecify.annotations.NullMarked;
