/**
 * Typefaces and the one stylesheet of named colours, light and dim. Start at {@link
 * raconteur.desktop.theme.Theme}.
 */
@NullMarked
package raconteur.desktop.theme;

import org.jspecify.annotations.NullMarked;
