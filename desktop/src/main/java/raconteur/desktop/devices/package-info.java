/**
 * The device library in the window: find, read, describe one's own, with the pin-out drawn while
 * typing.
 *
 * <p>Start at {@link raconteur.desktop.devices.DevicesPresenter}.
 */
@NullMarked
package raconteur.desktop.devices;

import org.jspecify.annotations.NullMarked;
