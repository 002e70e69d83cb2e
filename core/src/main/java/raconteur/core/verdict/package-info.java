/**
 * How readings are judged on their own, before anything is weighed: good, doubtful or bad, each
 * with its reason. The judges live beside what they judge, for example in {@code core.supply}.
 *
 * <p>Start at {@link raconteur.core.verdict.Verdict}.
 */
@NullMarked
package raconteur.core.verdict;

import org.jspecify.annotations.NullMarked;
