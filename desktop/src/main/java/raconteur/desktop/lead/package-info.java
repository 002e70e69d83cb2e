/**
 * The way through a first board: what to do next, said below the real views, in which it is done.
 *
 * <p>{@link raconteur.desktop.lead.Lead} knows where somebody is by what the casebook says, without
 * the toolkit; {@link raconteur.desktop.lead.LeadBar} shows it.
 */
@NullMarked
package raconteur.desktop.lead;

import org.jspecify.annotations.NullMarked;
