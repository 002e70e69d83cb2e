/**
 * The demo casebook, made from a readable data file.
 *
 * <p>Start at {@link raconteur.casebook.demo.DemoCases}.
 */
@NullMarked
package raconteur.casebook.demo;

import org.jspecify.annotations.NullMarked;
