/**
 * Power: the supply proven, rails and currents, regulators, clocks and reset, the heat sweep, and
 * the order in which multi-rail parts go back. {@link raconteur.desktop.power.PowerSheets} says
 * what the panes show, without the toolkit; {@link raconteur.desktop.power.PowerStage} puts them
 * together.
 */
@NullMarked
package raconteur.desktop.power;

import org.jspecify.annotations.NullMarked;
