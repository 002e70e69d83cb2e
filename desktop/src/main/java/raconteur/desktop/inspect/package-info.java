/**
 * Inspect: the power-off checks, rails in ohms with pull and watch, arrays, shorts, capacitors and
 * like lines. {@link raconteur.desktop.inspect.InspectSheets} says what the panes show, without the
 * toolkit; {@link raconteur.desktop.inspect.InspectStage} puts them together.
 */
@NullMarked
package raconteur.desktop.inspect;

import org.jspecify.annotations.NullMarked;
