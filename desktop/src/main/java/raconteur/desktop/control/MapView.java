package raconteur.desktop.control;

/**
 * How a board is looked at.
 *
 * @param shiftX how far it is moved to the right, in pixels
 * @param shiftY how far it is moved down, in pixels
 * @param zoom 1 shows all of it
 * @param underside whether it is turned over
 * @param axis about which it is turned over
 */
record MapView(double shiftX, double shiftY, double zoom, boolean underside, Axis axis) {
  static final MapView WHOLE = new MapView(0, 0, 1, false, Axis.UPRIGHT);

  static final double MARGIN_PIXELS = 8;

  /** The axis a board is turned over about, as it lies on the bench. */
  enum Axis {
    UPRIGHT,
    LEVEL
  }

  MapView turned() {
    return axis == Axis.UPRIGHT
        ? new MapView(-shiftX, shiftY, zoom, !underside, axis)
        : new MapView(shiftX, -shiftY, zoom, !underside, axis);
  }

  MapView about(Axis other) {
    return new MapView(0, 0, 1, underside, other);
  }

  MapView whole() {
    return new MapView(0, 0, 1, underside, axis);
  }

  MapView moved(double byX, double byY) {
    return new MapView(shiftX + byX, shiftY + byY, zoom, underside, axis);
  }

  MapView at(double newShiftX, double newShiftY, double newZoom) {
    return new MapView(newShiftX, newShiftY, newZoom, underside, axis);
  }

  /** Where board millimetres come to lie in a space of the given size in pixels. */
  Frame frame(double width, double height, double boardWidth, double boardHeight) {
    double fit =
        Math.min(
            (width - 2 * MARGIN_PIXELS) / boardWidth, (height - 2 * MARGIN_PIXELS) / boardHeight);
    double scale = Math.max(0.05, fit) * zoom;
    return new Frame(
        width / 2 + shiftX - scale * boardWidth / 2,
        height / 2 + shiftY - scale * boardHeight / 2,
        scale,
        boardWidth,
        boardHeight,
        underside && axis == Axis.UPRIGHT,
        underside && axis == Axis.LEVEL);
  }

  /** The mapping between board and screen. */
  record Frame(
      double left,
      double top,
      double scale,
      double boardWidth,
      double boardHeight,
      boolean mirroredX,
      boolean mirroredY) {

    boolean underside() {
      return mirroredX || mirroredY;
    }

    double screenX(double boardX) {
      return left + scale * (mirroredX ? boardWidth - boardX : boardX);
    }

    double screenY(double boardY) {
      return top + scale * (mirroredY ? boardHeight - boardY : boardY);
    }

    double boardX(double screenX) {
      double x = (screenX - left) / scale;
      return mirroredX ? boardWidth - x : x;
    }

    double boardY(double screenY) {
      double y = (screenY - top) / scale;
      return mirroredY ? boardHeight - y : y;
    }
  }
}
