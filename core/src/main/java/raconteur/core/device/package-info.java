/**
 * What a device (the type, not the placed part) is: pins by number, name and kind, its package, and
 * its gates, each an output with the inputs that decide it.
 *
 * <p>{@link raconteur.core.device.DeviceLibrary} holds the shipped ones; a board file may bring its
 * own customs. {@link raconteur.core.device.Expression} is the notation of a gate's function.
 */
@NullMarked
package raconteur.core.device;

import org.jspecify.annotations.NullMarked;
