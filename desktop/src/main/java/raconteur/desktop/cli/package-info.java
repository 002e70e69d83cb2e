/**
 * The command line: options of the window and the commands that print. Start at {@link
 * raconteur.desktop.cli.RaconteurCommand}.
 */
@NullMarked
package raconteur.desktop.cli;

import org.jspecify.annotations.NullMarked;
