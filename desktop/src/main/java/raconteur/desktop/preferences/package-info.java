/**
 * How this shop works, and how it wants to see and hear its window, asked in one place.
 *
 * <p>Start at {@link raconteur.desktop.preferences.PreferencesDialog}; what is kept, and whether it
 * can be, is {@link raconteur.desktop.preferences.Preferences}'.
 */
@NullMarked
package raconteur.desktop.preferences;

import org.jspecify.annotations.NullMarked;
