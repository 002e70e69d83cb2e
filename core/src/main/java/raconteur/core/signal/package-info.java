/**
 * What lines did over time: captures of several, the track of one and what can be read off it. A
 * capture may come from the simulated bench or from a file a recorder wrote; nothing here knows
 * which.
 */
@NullMarked
package raconteur.core.signal;

import org.jspecify.annotations.NullMarked;
