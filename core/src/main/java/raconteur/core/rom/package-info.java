/**
 * What is wrong with a ROM, from what was read out of it.
 *
 * <p>{@link raconteur.core.rom.RomFile} reads the files programmers write; {@link
 * raconteur.core.rom.Parallel} makes one image of several chips. {@link
 * raconteur.core.rom.TwoReadings} holds two readings of one chip against each other, {@link
 * raconteur.core.rom.RomDiagnosis} a reading against what should be there: not which bytes differ
 * but which pin, line or cell would make them differ so. {@link raconteur.core.rom.RomInspection}
 * says what a reading looks like where nobody knows what should be there, and {@link
 * raconteur.core.rom.BurnPlan} what is to be written into the part at hand.
 */
@NullMarked
package raconteur.core.rom;

import org.jspecify.annotations.NullMarked;
