/**
 * A board's nets found with a meter: which two pins to touch next, so that most of the board is
 * known after the fewest touches.
 *
 * <p>Start at {@link raconteur.core.buzz.Buzzing}: it proposes an {@link raconteur.core.buzz.Act},
 * is told what the meter said, and learns. How likely two pins are joined is guessed from what data
 * books say of them ({@link raconteur.core.buzz.Likeness}, {@link raconteur.core.buzz.Drivers}) and
 * from what the board has shown of itself so far ({@link raconteur.core.buzz.Learnt}).
 */
@NullMarked
package raconteur.core.buzz;

import org.jspecify.annotations.NullMarked;
