/**
 * A simulated board on the bench: {@link raconteur.desktop.simulate.SimulatedCases} puts one on the
 * shelf with faults nobody is told, {@link raconteur.desktop.simulate.SimulationDesk} takes
 * readings from it into the case's story, {@link raconteur.desktop.simulate.SimulationBar} has the
 * instruments that are not a click on a pin, and {@link raconteur.desktop.simulate.ScreenPane}
 * shows its screen.
 */
@NullMarked
package raconteur.desktop.simulate;

import org.jspecify.annotations.NullMarked;
