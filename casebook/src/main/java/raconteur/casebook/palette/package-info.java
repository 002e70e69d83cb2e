/**
 * The colours of the product, once: the window's stylesheet, what is drawn by hand and what is
 * printed all take them from {@link raconteur.casebook.palette.Hue}.
 */
@NullMarked
package raconteur.casebook.palette;

import org.jspecify.annotations.NullMarked;
