/**
 * What comes in and goes out by open formats: pin levels, parts lists, net lists, board files and
 * bare-board test records.
 *
 * <p>Start at {@link raconteur.casebook.exchange.BoardImport}. Every reader takes text and gives
 * back what it understood together with the lines it did not, and never throws for what is in a
 * file.
 */
@NullMarked
package raconteur.casebook.exchange;

import org.jspecify.annotations.NullMarked;
