package raconteur.core.board;

/** A pin that is meant to be joined to nothing, and why. */
public record NoConnect(PinRef pin, String why) {}
