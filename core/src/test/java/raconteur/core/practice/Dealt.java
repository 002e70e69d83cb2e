package raconteur.core.practice;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import raconteur.core.Boards;
import raconteur.core.board.Board;

/** Boards and lessons the tests of practice share. */
final class Dealt {
  static final Board LANTERNFISH = Boards.parse(Boards.text("lanternfish-l1"));
  static final Board PETREL = Boards.parse(Boards.text("petrel-1"));
  private static final Map<String, Board> BOARDS =
      new HashMap<>(
          Map.of(
              "quillon-kittiwake-b", Boards.KITTIWAKE_B,
              "lanternfish-l1", LANTERNFISH,
              "petrel-1", PETREL));

  private Dealt() {}

  static Lessons lessons() {
    return Lessons.shipped(Dealt::find);
  }

  static Optional<Board> find(String id) {
    return Optional.ofNullable(BOARDS.get(id));
  }
}
