package raconteur.desktop.practice;

import javafx.scene.Node;

/** One pane of the place to practise. */
interface PracticePane {
  /** The word on its tab. */
  String name();

  Node node();

  /** Where the keyboard goes when the pane is chosen. */
  Node focus();

  /** Reads again what it shows. */
  void refresh();

  /** Something is being worked out, or no longer. */
  default void busy(boolean working) {}

  default void setDim(boolean dim) {}
}
