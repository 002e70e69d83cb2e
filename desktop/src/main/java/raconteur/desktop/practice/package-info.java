/**
 * The place to practise, beside the real cases: {@link
 * raconteur.desktop.practice.PracticePresenter} deals boards, begins lessons, goes through what was
 * done and keeps how it ended; {@link raconteur.desktop.practice.PracticeView} shows it in three
 * panes, with {@link raconteur.desktop.practice.DebriefChart} and {@link
 * raconteur.desktop.practice.CurveChart} as pictures; {@link
 * raconteur.desktop.practice.DebriefWords} puts it into words and on paper.
 */
@NullMarked
package raconteur.desktop.practice;

import org.jspecify.annotations.NullMarked;
