/**
 * A keyboard by its matrix: {@link raconteur.core.keys.KeyMatrixText} reads a typed table, {@link
 * raconteur.core.keys.KeysSeen} what each key does, {@link raconteur.core.keys.KeyDiagnosis} says
 * which rows, columns, joins and keys explain all of it, {@link raconteur.core.keys.KeyChecks} puts
 * what to look at in order, and {@link raconteur.core.keys.KeyOhms} judges contacts.
 */
@NullMarked
package raconteur.core.keys;

import org.jspecify.annotations.NullMarked;
