/**
 * Readable data files. Everything that is an opinion or a description (devices, boards, priors,
 * reading errors, minutes, case files) is JSON read through here, so that a bad file is refused
 * with its line, its place and the reason.
 *
 * <p>Start at {@link raconteur.core.data.DataFile#read}; walk the result with {@link
 * raconteur.core.data.Datum}; a loader ends in a {@link raconteur.core.data.Loaded}.
 */
@NullMarked
package raconteur.core.data;

import org.jspecify.annotations.NullMarked;
