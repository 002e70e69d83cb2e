package raconteur.desktop.devices;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * A package seen from above, with what every pin is called and does. Arrows show which way a pin
 * works: into the body, out of it, both; a bar across an arrow lets go (three-state), an open arrow
 * only pulls down (open collector), a square is a supply, a dot is passive.
 */
final class PinOutDrawing extends Drawing {
  private static final double ROW_MOST = 30;
  private static final double BODY = 104;

  private Optional<Device> device = Optional.empty();

  PinOutDrawing() {
    setMinSize(300, 200);
  }

  void show(Optional<Device> shown) {
    device = shown;
    setAccessibleText(shown.map(d -> "Pin-out of " + d.name()).orElse("No pin-out"));
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    g.setTextBaseline(VPos.CENTER);
    device.filter(d -> !d.pins().isEmpty()).ifPresent(d -> draw(g, inks, d));
  }

  private void draw(GraphicsContext g, Theme.Inks inks, Device shown) {
    List<DevicePin> pins = shown.pins();
    boolean twoRows = shown.outline().matches("(DIP|SO|PLCC|QFP|CONN|CAN).*") && pins.size() > 3;
    int left = twoRows ? (pins.size() + 1) / 2 : pins.size();
    double row = Math.min(ROW_MOST, (getHeight() - 40) / left);
    double middle = twoRows ? getWidth() / 2 : getWidth() * 0.62;
    double top = Math.max(12, (getHeight() - row * left - 20) / 2);
    double half = BODY / 2;
    g.setFill(inks.part());
    g.fillRoundRect(middle - half, top, BODY, row * left + 8, 6, 6);
    g.setStroke(inks.ink());
    g.setLineWidth(1.4);
    g.strokeRoundRect(middle - half, top, BODY, row * left + 8, 6, 6);
    if (twoRows) {
      g.setFill(inks.board());
      g.fillArc(middle - 9, top - 9, 18, 18, 180, 180, javafx.scene.shape.ArcType.ROUND);
      g.strokeArc(middle - 9, top - 9, 18, 18, 180, 180, javafx.scene.shape.ArcType.OPEN);
    }
    g.save();
    g.translate(middle, top + row * left / 2 + 4);
    g.rotate(-90);
    g.setTextAlign(TextAlignment.CENTER);
    g.setFont(Theme.text(Math.min(15, row * left / 9)));
    g.setFill(inks.faint());
    g.fillText(shown.name(), 0, 0);
    g.restore();
    List<DevicePin> onLeft = pins.subList(0, left);
    List<DevicePin> onRight = new ArrayList<>(pins.subList(left, pins.size())).reversed();
    double size = Math.clamp(row * 0.58, 6, 13);
    for (int i = 0; i < onLeft.size(); i++) {
      pin(g, inks, onLeft.get(i), middle - half, top + 4 + row * (i + 0.5), -1, size);
    }
    double offset = (left - onRight.size()) * row;
    for (int i = 0; i < onRight.size(); i++) {
      pin(g, inks, onRight.get(i), middle + half, top + 4 + offset + row * (i + 0.5), 1, size);
    }
  }

  private static void pin(
      GraphicsContext g,
      Theme.Inks inks,
      DevicePin pin,
      double edge,
      double y,
      int outwards,
      double size) {
    g.setFont(Theme.text(size));
    g.setFill(inks.faint());
    g.setTextAlign(outwards < 0 ? TextAlignment.LEFT : TextAlignment.RIGHT);
    g.fillText(pin.number(), edge - outwards * 6, y);
    g.setStroke(inks.ink());
    g.setLineWidth(1.2);
    double leg = edge + outwards * 26;
    g.strokeLine(edge, y, leg, y);
    symbol(g, inks, pin.kind(), edge + outwards * 14, y, outwards, Math.min(5, size * 0.45));
    g.setFont(Theme.text(size));
    g.setFill(inks.ink());
    g.setTextAlign(outwards < 0 ? TextAlignment.RIGHT : TextAlignment.LEFT);
    g.fillText(pin.name(), leg + outwards * 5, y);
    if (size >= 9) {
      g.setFont(Theme.text(size * 0.75));
      g.setFill(inks.faint());
      double name = pin.name().length() * size * 0.64;
      g.fillText(pin.kind().word(), leg + outwards * (12 + name), y);
    }
  }

  private static void symbol(
      GraphicsContext g,
      Theme.Inks inks,
      PinKind kind,
      double x,
      double y,
      int outwards,
      double r) {
    g.setFill(inks.step());
    g.setStroke(inks.step());
    switch (kind) {
      case INPUT -> arrow(g, x, y, -outwards, r, true);
      case OUTPUT -> arrow(g, x, y, outwards, r, true);
      case THREE_STATE -> {
        arrow(g, x, y, outwards, r, true);
        g.strokeLine(x + outwards * (r + 2), y - r, x + outwards * (r + 2), y + r);
      }
      case OPEN_COLLECTOR -> arrow(g, x, y, outwards, r, false);
      case BIDIRECTIONAL -> {
        arrow(g, x + r, y, 1, r * 0.8, true);
        arrow(g, x - r, y, -1, r * 0.8, true);
      }
      case SUPPLY -> {
        g.setFill(inks.suspect());
        g.fillRect(x - r * 0.8, y - r * 0.8, r * 1.6, r * 1.6);
      }
      case PASSIVE -> g.fillOval(x - r * 0.6, y - r * 0.6, r * 1.2, r * 1.2);
      case NONE -> {
        g.strokeLine(x - r, y - r, x + r, y + r);
        g.strokeLine(x - r, y + r, x + r, y - r);
      }
    }
  }

  private static void arrow(
      GraphicsContext g, double x, double y, int to, double r, boolean filled) {
    double[] xs = {x - to * r, x + to * r, x - to * r};
    double[] ys = {y - r, y, y + r};
    if (filled) {
      g.fillPolygon(xs, ys, 3);
    } else {
      g.strokePolygon(xs, ys, 3);
    }
  }
}
