/**
 * What the views of one case share: {@link raconteur.desktop.desk.CaseDesk} holds its state and
 * takes bench lines; the bench line, the story and the sentence of news are drawn here.
 */
@NullMarked
package raconteur.desktop.desk;

import org.jspecify.annotations.NullMarked;
