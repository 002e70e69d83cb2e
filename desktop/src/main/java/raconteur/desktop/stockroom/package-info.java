/**
 * Stockroom: parts, spares, donors, the dead box, orders, and what open cases need. {@link
 * raconteur.desktop.stockroom.StockroomPresenter} holds the state.
 */
@NullMarked
package raconteur.desktop.stockroom;

import org.jspecify.annotations.NullMarked;
