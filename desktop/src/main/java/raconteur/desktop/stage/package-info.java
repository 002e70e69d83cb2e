/**
 * The frame of a stage before Trace: panes on the left, each with answers of one key; the last
 * verdict, the suspects it moved, whether it is safe to go on and the story on the right; the bench
 * line at the foot. A stage is a list of {@link raconteur.desktop.stage.StagePane}s in a {@link
 * raconteur.desktop.stage.StageView}.
 */
@NullMarked
package raconteur.desktop.stage;

import org.jspecify.annotations.NullMarked;
