/**
 * What somebody brings without saying what it is: {@link raconteur.casebook.brought.BroughtFile}.
 */
@NullMarked
package raconteur.casebook.brought;

import org.jspecify.annotations.NullMarked;
