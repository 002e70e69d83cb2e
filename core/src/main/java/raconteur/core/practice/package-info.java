/**
 * Learning to trace on boards whose faults are known to the program and to nobody else. {@link
 * raconteur.core.practice.Dealer} plants faults by {@link raconteur.core.practice.Level}, {@link
 * raconteur.core.practice.Lessons} are boards that teach one thing each; a {@link
 * raconteur.core.practice.Deal} is what one case keeps of it. {@link
 * raconteur.core.practice.Reckoning} says what a story cost, {@link
 * raconteur.core.practice.Debriefing} goes through it again with the faults known, and {@link
 * raconteur.core.practice.Progress} is what somebody's cases have shown so far.
 */
@NullMarked
package raconteur.core.practice;

import org.jspecify.annotations.NullMarked;
