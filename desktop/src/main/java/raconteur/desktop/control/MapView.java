package raconteur.desktop.control;

/**
 * How a board is looked at.
 *
 * @param shiftX how far it is moved to the right, in pixels
 * @param shiftY how far it is moved down, in pixels
 * @param zoom 1 shows all of it
 * @param underside whether it is turned over
 */
record MapView(double shiftX, double shiftY, double zoom, boolean underside) {
  static final MapView WHOLE = new MapView(0, 0, 1, false);

  private static final double MARGIN_PIXELS = 8;

  MapView turned() {
    return new MapView(-shiftX, shiftY, zoom, !underside);
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
        underside);
  }

  /** The mapping between board and screen. */
  record Frame(double left, double top, double scale, double boardWidth, boolean mirrored) {

    double screenX(double boardX) {
      return left + scale * (mirrored ? boardWidth - boardX : boardX);
    }

    double screenY(double boardY) {
      return top + scale * boardY;
    }

    double boardX(double screenX) {
      double x = (screenX - left) / scale;
      return mirrored ? boardWidth - x : x;
    }

    double boardY(double screenY) {
      return (screenY - top) / scale;
    }
  }
}
