/** Search over all stories. */
@NullMarked
package raconteur.desktop.search;

import org.jspecify.annotations.NullMarked;
