/**
 * Nets as they are typed: a line joins the pins of one net or of a whole bus, ranges both ways,
 * pins by number or by name, whole devices as others.
 *
 * <p>Start at {@link raconteur.core.netlines.NetLines}. The language is written down in {@code
 * docs/formats/nets.md}.
 */
@NullMarked
package raconteur.core.netlines;

import org.jspecify.annotations.NullMarked;
