package raconteur.desktop.memory;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.scene.canvas.GraphicsContext;
import raconteur.core.memory.MemoryFails;
import raconteur.core.memory.MemoryShape;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * Where a memory fails, a square a bit that fails at all: rows downwards, columns across, so that a
 * row is a line across, a column a line down, an address line stripes.
 */
final class FailPicture extends Drawing {
  private static final double GAP = 12;
  private static final double NAME = 16;
  private static final int ACROSS = 4;
  private static final double LEAST_DOT = 1.5;

  private Optional<MemoryFails> fails = Optional.empty();
  private List<String> names = List.of();

  FailPicture() {
    setMinSize(320, 190);
    setAccessibleText("Nothing to draw yet");
  }

  void show(Optional<MemoryFails> newFails, List<String> chips) {
    fails = newFails;
    names = List.copyOf(chips);
    setAccessibleText(
        newFails
            .map(f -> "Squares of the bits that fail: " + f.failingWords() + " words fail")
            .orElse("Nothing to draw yet"));
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    g.setFont(Theme.text(12));
    if (fails.isEmpty()) {
      g.setFill(inks.faint());
      g.fillText("Where it fails is drawn here, a square a bit.", 20, 36);
      return;
    }
    MemoryFails shown = fails.get();
    List<Integer> bits =
        IntStream.range(0, shown.failing().size())
            .filter(b -> !shown.failing().get(b).isEmpty())
            .boxed()
            .toList();
    int lines = (bits.size() + ACROSS - 1) / ACROSS;
    double side =
        Math.min(
            (getWidth() - GAP * (ACROSS + 1)) / ACROSS,
            (getHeight() - lines * (NAME + GAP)) / lines);
    for (int i = 0; i < bits.size(); i++) {
      double left = GAP + i % ACROSS * (side + GAP);
      int line = i / ACROSS;
      double top = NAME + line * (side + GAP + NAME);
      int bit = bits.get(i);
      g.setFill(inks.ink());
      g.fillText("bit " + bit + (bit < names.size() ? ", " + names.get(bit) : ""), left, top - 4);
      square(g, inks, shown, shown.failing().get(bit), left, top, side);
    }
  }

  private static void square(
      GraphicsContext g,
      Theme.Inks inks,
      MemoryFails shown,
      BitSet failing,
      double left,
      double top,
      double side) {
    MemoryShape shape = shown.shape();
    int rowBits = shape.rowBits() > 0 ? shape.rowBits() : shape.addressBits() / 2;
    double width = side / (1 << (shape.addressBits() - rowBits));
    double height = side / (1 << rowBits);
    g.setFill(inks.paper());
    g.fillRect(left, top, side, side);
    g.setFill(inks.suspect());
    failing.stream()
        .forEach(
            a ->
                g.fillRect(
                    left + (a >> rowBits) * width,
                    top + (a & ((1 << rowBits) - 1)) * height,
                    Math.max(LEAST_DOT, width),
                    Math.max(LEAST_DOT, height)));
    g.setStroke(inks.faint());
    g.setLineWidth(0.7);
    g.strokeRect(left, top, side, side);
  }
}
