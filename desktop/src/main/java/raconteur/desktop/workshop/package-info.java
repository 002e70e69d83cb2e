/**
 * What every view works with: the open casebook and the boards, the threads things run on, the
 * shop's settings, and the question for a file. It lies below all views; start at {@link
 * raconteur.desktop.workshop.Workshop}.
 */
@NullMarked
package raconteur.desktop.workshop;

import org.jspecify.annotations.NullMarked;
