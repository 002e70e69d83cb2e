/**
 * What wrong letters on a screen say: which bit of their codes is stuck, exchanged or joined, or
 * which address line of the screen's memory folds.
 *
 * <p>{@link raconteur.core.letters.Letters} is what stands there beside what should, {@link
 * raconteur.core.letters.LetterFault} one thing that would turn the one into the other, {@link
 * raconteur.core.letters.LetterDiagnosis} those that explain it, and {@link
 * raconteur.core.letters.LetterWords} what they mean on a board.
 */
@NullMarked
package raconteur.core.letters;

import org.jspecify.annotations.NullMarked;
