/**
 * Controls that several views use: the board map and small helpers. Start at {@link
 * raconteur.desktop.control.BoardMap}.
 */
@NullMarked
package raconteur.desktop.control;

import org.jspecify.annotations.NullMarked;
