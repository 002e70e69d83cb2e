/**
 * What is said at the bench: findings (what a test showed), mends (what was changed), conclusions,
 * and the bench line that understands them as they are typed.
 *
 * <p>Start at {@link raconteur.core.finding.BenchLine}. Each kind of line is one {@code …Phrase}
 * here, and every {@link raconteur.core.finding.Statement} can say itself again as the line it
 * would be typed as, which is also how it is stored.
 */
@NullMarked
package raconteur.core.finding;

import org.jspecify.annotations.NullMarked;
