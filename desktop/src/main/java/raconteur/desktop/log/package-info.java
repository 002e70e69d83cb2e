/**
 * What is kept of things that go wrong: a log file in the data folder, one sentence for the user,
 * and a zip for whoever helps. Nothing of a story or of an owner is ever logged. Start at {@link
 * raconteur.desktop.log.Mishaps}.
 */
@NullMarked
package raconteur.desktop.log;

import org.jspecify.annotations.NullMarked;
