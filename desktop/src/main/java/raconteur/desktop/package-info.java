/** The way in: {@link raconteur.desktop.Main} decides between the command line and the window. */
@NullMarked
package raconteur.desktop;

import org.jspecify.annotations.NullMarked;
