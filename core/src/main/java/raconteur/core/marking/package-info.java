/**
 * What is printed on a part: which device a marking means and what a value says.
 *
 * <p>Start at {@link raconteur.core.marking.MarkingReader}. A marking that can mean two devices is
 * asked, never guessed: a wrong device gives wrong pins to every reading that follows. What the
 * prefixes, families and second sources are stands in {@code data/markings.json} and in the device
 * files ({@code also}).
 */
@NullMarked
package raconteur.core.marking;

import org.jspecify.annotations.NullMarked;
