/**
 * Tables for other programs.
 *
 * <p>Start at {@link raconteur.casebook.report.OddsCsv}.
 */
@NullMarked
package raconteur.casebook.report;

import org.jspecify.annotations.NullMarked;
