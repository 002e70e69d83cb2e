package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.Part;

/** What the board is called, its size, blocks, ground and cartridge. */
final class IdentitySection {
  private IdentitySection() {}

  static BoardSection section() {
    return new BoardSection(
        "Board",
        List.of(
            "Title",
            "Assembly",
            "Width mm",
            "Height mm",
            "Copper order known",
            "Copper coated",
            "Blocks in start order",
            "Ground net",
            "Cartridge connector"),
        "What the board is, how large, and which blocks it has in the order they must work.",
        -1,
        0,
        c -> {
          BoardIdentity i = c.identity();
          return List.of(
              List.of(
                  i.title(),
                  i.assembly(),
                  SectionEdit.plain(i.widthMillimetres()),
                  SectionEdit.plain(i.heightMillimetres()),
                  i.copperOrderKnown() ? "yes" : "no",
                  i.copperCoated() ? "yes" : "no",
                  String.join(", ", c.blocks()),
                  c.ground(),
                  c.deadTest().cartridge()));
        },
        SectionEdit.refusing(IdentitySection::identity),
        (c, row) -> c);
  }

  private static BoardContents identity(SectionEdit edit) {
    BoardContents c = edit.contents();
    BoardIdentity i = c.identity();
    List<String> blocks = new ArrayList<>();
    for (String block : edit.needed(6, "the blocks").split("\\s*,\\s*", -1)) {
      if (!block.isBlank() && !blocks.contains(block)) {
        blocks.add(block);
      }
    }
    for (Part part : c.parts()) {
      if (!blocks.contains(part.block())) {
        throw new SectionEdit.Refusal(
            "Block " + part.block() + " is needed: " + part.designator() + " is in it.");
      }
    }
    String ground = edit.text(7);
    if (!ground.isEmpty() && c.nets().stream().noneMatch(n -> n.name().equals(ground))) {
      throw new SectionEdit.Refusal("Net " + ground + " is not on this board.");
    }
    String cartridge = edit.text(8).isEmpty() ? "" : edit.part(8);
    double width = edit.numberOr(2, "the width", 0, 2000, 0);
    double height = edit.numberOr(3, "the height", 0, 2000, 0);
    return c.with(
            new BoardIdentity(
                i.id(),
                i.machine(),
                i.revision(),
                edit.needed(0, "a title"),
                edit.text(1),
                width,
                height,
                edit.yes(4, false),
                edit.yes(5, true)))
        .withBlocks(blocks)
        .withGround(ground)
        .withDeadTest(new Board.DeadTest(cartridge, c.deadTest().flashes()));
  }
}
