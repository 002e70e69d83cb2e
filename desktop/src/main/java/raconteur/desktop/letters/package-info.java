/**
 * What wrong letters on the screen say of the board on the bench: typed beside what should stand
 * there, explained as they are typed.
 */
@NullMarked
package raconteur.desktop.letters;

import org.jspecify.annotations.NullMarked;
