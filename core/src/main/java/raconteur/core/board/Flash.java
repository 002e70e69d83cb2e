package raconteur.core.board;

/** One row of a dead test's flash table: this many flashes accuse this part. */
public record Flash(int count, String part, String meaning) {}
