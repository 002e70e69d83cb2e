/**
 * Files the program writes for its user: whole or not at all, and never over something else.
 *
 * <p>Start at {@link raconteur.casebook.files.WholeFile}; {@link raconteur.casebook.files.FileKind}
 * says what may be written over.
 */
@NullMarked
package raconteur.casebook.files;

import org.jspecify.annotations.NullMarked;
