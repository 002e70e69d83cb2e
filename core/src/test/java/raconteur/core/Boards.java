package raconteur.core;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardWriter;
import raconteur.core.board.Net;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;

/** Boards for tests. */
public final class Boards {
  public static final Board KITTIWAKE_B = shipped("quillon-kittiwake-b");
  public static final Board KITTIWAKE_D = shipped("quillon-kittiwake-d");

  private Boards() {}

  private static Board shipped(String id) {
    return DataFile.shipped(
        Board.class, "/raconteur/core/boards/" + id + ".json", t -> BoardFiles.read(id, t));
  }

  /** The text of a shipped board file. */
  public static String text(String id) {
    return DataFile.shippedText(Board.class, "/raconteur/core/boards/" + id + ".json");
  }

  /**
   * A board of three gates in a row behind a connector: small enough to enumerate everything.
   *
   * <pre>
   *   J1.1 IN ── U1 (inverter) ── MID ── U2 (AND with J1.2) ── OUT ── J1.3
   * </pre>
   */
  public static Board small() {
    return parse(
        """
        {"format": "raconteur-board/1", "id": "small", "machine": "Small", "revision": "A",
         "title": "Three gates", "copper": {"layers": 2, "order known": true},
         "blocks": ["power", "clock", "ram"],
         "parts": [
           {"part": "J1", "device": "connector-4", "block": "clock"},
           {"part": "U1", "device": "74LS04", "block": "clock", "socket": "single wipe"},
           {"part": "U2", "device": "74LS08", "block": "ram", "socket": "turned pin"}],
         "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                    "expected ohms": 300}],
         "ground": "GND",
         "nets": [
           {"net": "IN", "path": ["J1.1", "U1.1"], "healthy": "toggling"},
           {"net": "MID", "path": ["U1.2", "U2.1"], "healthy": "toggling"},
           {"net": "EN", "path": ["J1.2", "U2.2"], "healthy": "high"},
           {"net": "OUT", "path": ["U2.3", "J1.3"], "healthy": "toggling"},
           {"net": "+5V", "path": ["U1.14", "U2.14", "J1.4"]},
           {"net": "GND", "path": ["U1.7", "U2.7"]}],
         "dead test": {"flashes": [{"count": 1, "part": "U1"}, {"count": 2, "part": "U2"}]},
         "symptoms": [
           {"symptom": "blank", "title": "Blank", "chances": {"clock": 0.8, "ram": 0.3},
            "origin": "made up for tests"},
           {"symptom": "works", "title": "Works", "chances": {"ram": 0.2},
            "origin": "made up for tests"}]}
        """);
  }

  /**
   * A board as somebody types it in from a parts list and a drawing: nobody has said what its lines
   * do, what makes its rails, which block its small logic is of, or what it shows when it fails.
   */
  public static Board asTyped(Board board) {
    BoardContents all = board.contents();
    List<String> blocks = new ArrayList<>(all.blocks());
    blocks.add("unsorted");
    BoardContents typed =
        all.withBlocks(blocks)
            .eachPart(p -> p.device().isSmallLogic() ? p.inBlock("unsorted") : p)
            .withNets(all.nets().stream().map(n -> new Net(n.name(), n.path(), List.of())).toList())
            .withRails(all.rails().stream().map(r -> r.withMadeBy(List.of()).madeFrom("")).toList())
            .withSymptoms(List.of());
    return parse(BoardWriter.write(typed));
  }

  public static Board parse(String json) {
    return switch (BoardFiles.read("test.json", json)) {
      case Loaded.Ok<Board>(Board board) -> board;
      case Loaded.Refused<Board> refused -> throw new AssertionError(refused.summary());
    };
  }

  /** What is wrong with a board file. */
  public static List<String> issues(String json) {
    return switch (BoardFiles.read("test.json", json)) {
      case Loaded.Ok<Board> _ -> List.of();
      case Loaded.Refused<Board> refused ->
          refused.issues().stream().map(Object::toString).toList();
    };
  }
}
