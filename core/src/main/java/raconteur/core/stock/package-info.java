/**
 * Parts: what is there ({@link raconteur.core.stock.Stock}), whether one may stand in for another
 * in a place of a board ({@link raconteur.core.stock.Substitution}), how it is adapted where its
 * pins lie elsewhere ({@link raconteur.core.stock.AdapterPlan}), and which memories make a set
 * ({@link raconteur.core.stock.RamSet}). Levels and drive of logic families come from {@code
 * families.json}.
 */
@NullMarked
package raconteur.core.stock;

import org.jspecify.annotations.NullMarked;
