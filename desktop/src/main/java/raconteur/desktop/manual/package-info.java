/**
 * What can be read about the program in its window: the manual, the keys and bench lines, and whose
 * work it stands on. Start at {@link raconteur.desktop.manual.ManualWindow}; the pages are those of
 * docs/manual.
 */
@NullMarked
package raconteur.desktop.manual;

import org.jspecify.annotations.NullMarked;
