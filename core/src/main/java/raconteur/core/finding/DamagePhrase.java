package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Part;

/**
 * {@code damage liquid 120 40 60 30}: a kind of damage and a rectangle in millimetres: left, top,
 * width, height.
 */
final class DamagePhrase extends VerbPhrase {
  private static final double LARGEST_MILLIMETRES = 2000;

  DamagePhrase() {
    super("damage", "damage liquid 120 40 60 30");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    Map<String, DamageArea.Kind> kinds = new LinkedHashMap<>();
    for (DamageArea.Kind kind : DamageArea.Kind.values()) {
      kinds.put(kind.word(), kind);
    }
    DamageArea.Kind kind = words.oneOf("what happened there", kinds);
    if (words.peek().matches("[A-Za-z].*")) {
      return part(words, kind);
    }
    double left = words.millimetres("left", LARGEST_MILLIMETRES);
    double top = words.millimetres("top", LARGEST_MILLIMETRES);
    double width = words.millimetres("width", LARGEST_MILLIMETRES);
    double height = words.millimetres("height", LARGEST_MILLIMETRES);
    words.end();
    if (!words.boardIsPlaced()) {
      return new Understanding.Refused(
          "This board has no positions, so an area cannot be marked: name its parts instead, like"
              + " damage liquid U7 U8.");
    }
    return new Understanding.Understood(
        new Statement.Damaged(new DamageArea(kind, left, top, width, height)),
        "Damage (" + kind.word() + ") marked: what lies there is suspected more.");
  }

  private static Understanding part(Words words, DamageArea.Kind kind) {
    Part part = words.part();
    words.end();
    return new Understanding.Understood(
        new Statement.PartDamaged(kind, part.designator()),
        "Damage ("
            + kind.word()
            + ") at "
            + PartPhrase.named(part)
            + ": "
            + (kind.copperOnly() ? "its joints are" : "it and its joints are")
            + " suspected more.");
  }

  @Override
  public List<String> examples() {
    return List.of(example(), "damage corrosion U7");
  }
}
