/**
 * The casebook: one SQLite file that holds all cases. Write-ahead log, one transaction an entry,
 * triggers that keep the stories append-only.
 *
 * <p>Start at {@link raconteur.casebook.store.Casebook#open}; no JDBC type leaves this package.
 */
@NullMarked
package raconteur.casebook.store;

import org.jspecify.annotations.NullMarked;
