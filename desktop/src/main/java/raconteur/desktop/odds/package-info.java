/**
 * Odds: what failed, per revision and position. {@link raconteur.desktop.odds.OddsPresenter} holds
 * the state, the view renders it.
 */
@NullMarked
package raconteur.desktop.odds;

import org.jspecify.annotations.NullMarked;
