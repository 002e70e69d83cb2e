package raconteur.core.board;

/** A part this revision is known for: its prior is multiplied by the factor. */
public record UsualSuspect(String part, double factor, String origin) {}
