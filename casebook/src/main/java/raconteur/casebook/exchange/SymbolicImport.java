package raconteur.casebook.exchange;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.PinRef;

/**
 * The net lists and board files in round brackets that open-source schematic and board editors
 * write: components with nets of nodes, or footprints with pads that name their net.
 */
final class SymbolicImport {
  private final SymbolicExpression root;
  private final DraftBoard draft;
  private final Problems problems;
  private Optional<Box> edge = Optional.empty();

  /** A rectangle in millimetres. */
  record Box(double left, double top, double right, double bottom) {
    static Box at(double x, double y) {
      return new Box(x, y, x, y);
    }

    Box and(double x, double y) {
      return new Box(Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y));
    }
  }

  private SymbolicImport(SymbolicExpression root, DraftBoard draft, Problems problems) {
    this.root = root;
    this.draft = draft;
    this.problems = problems;
  }

  /** What was read: the kind of file and the board's edge, where it is drawn. */
  record Read(String format, Optional<Box> edge) {}

  static Optional<Read> read(SymbolicExpression root, DraftBoard draft, Problems problems) {
    var reader = new SymbolicImport(root, draft, problems);
    if (root.first("components").isPresent() || root.first("nets").isPresent()) {
      reader.netList();
      return Optional.of(new Read("net list in brackets", Optional.empty()));
    }
    List<SymbolicExpression> footprints = root.all("footprint");
    List<SymbolicExpression> older = root.all("module");
    if (footprints.isEmpty() && older.isEmpty()) {
      return Optional.empty();
    }
    footprints.forEach(reader::footprint);
    older.forEach(reader::footprint);
    reader.findEdge();
    return Optional.of(new Read("board file in brackets", reader.edge));
  }

  private void netList() {
    root.first("components")
        .ifPresent(
            list ->
                list.all("comp")
                    .forEach(
                        comp ->
                            draft
                                .part(comp.valueOf("ref"), comp.line())
                                .ifPresent(
                                    part -> {
                                      part.value = DraftBoard.clean(comp.valueOf("value"));
                                      part.cathodeFirst = true;
                                      part.texts.add(part.value);
                                      comp.first("libsource")
                                          .map(s -> DraftBoard.clean(s.valueOf("part")))
                                          .ifPresent(part.texts::add);
                                    })));
    root.first("nets")
        .ifPresent(
            list ->
                list.all("net")
                    .forEach(
                        net -> net.all("node").forEach(node -> node(net.valueOf("name"), node))));
  }

  private void node(String net, SymbolicExpression node) {
    String designator = node.valueOf("ref");
    if (!draft.has(designator)) {
      problems.add(
          node.line(),
          "net "
              + DraftBoard.shortened(net)
              + " names "
              + DraftBoard.shortened(designator)
              + ", which is not among the components");
    }
    Optional<PinRef> pin =
        draft
            .part(designator, node.line())
            .flatMap(p -> draft.pin(p, node.valueOf("pin"), Optional.empty(), node.line()));
    if (!isNoConnect(net)) {
      pin.ifPresent(p -> draft.join(net, p, node.line()));
    }
  }

  private static boolean isNoConnect(String net) {
    return net.startsWith("unconnected-") || net.equalsIgnoreCase("N/C");
  }

  private void footprint(SymbolicExpression footprint) {
    String designator = property(footprint, "Reference", "reference");
    List<SymbolicExpression> pads = footprint.all("pad");
    if (pads.isEmpty() || designator.isEmpty() || designator.contains("*")) {
      return;
    }
    Optional<SymbolicExpression> at = footprint.first("at");
    double x = at.flatMap(a -> a.number(1)).orElse(0.0);
    double y = at.flatMap(a -> a.number(2)).orElse(0.0);
    double turned = at.flatMap(a -> a.number(3)).orElse(0.0);
    draft
        .part(designator, footprint.line())
        .ifPresent(
            part -> {
              part.value = DraftBoard.clean(property(footprint, "Value", "value"));
              part.cathodeFirst = true;
              part.texts.add(part.value);
              part.underside = footprint.valueOf("layer").startsWith("B.");
              part.turned = -turned;
              part.at = Optional.of(new Point(x, y));
              pads.forEach(pad -> pad(part, pad, x, y, turned));
            });
  }

  private static String property(SymbolicExpression footprint, String newer, String older) {
    for (SymbolicExpression property : footprint.all("property")) {
      if (property.word(1).equals(newer)) {
        return property.word(2);
      }
    }
    for (SymbolicExpression text : footprint.all("fp_text")) {
      if (text.word(1).equals(older)) {
        return text.word(2);
      }
    }
    return "";
  }

  /** A pad's place is given in the footprint's own, unturned frame; angles turn anticlockwise. */
  private void pad(
      DraftBoard.DraftPart part, SymbolicExpression pad, double x, double y, double turned) {
    if (pad.word(1).isBlank() || pad.says("np_thru_hole")) {
      return;
    }
    Optional<SymbolicExpression> at = pad.first("at");
    Optional<Point> place =
        at.flatMap(
            a ->
                a.number(1)
                    .flatMap(
                        px ->
                            a.number(2)
                                .map(
                                    py -> {
                                      double angle = Math.toRadians(-turned);
                                      return new Point(
                                          x + px * Math.cos(angle) - py * Math.sin(angle),
                                          y + px * Math.sin(angle) + py * Math.cos(angle));
                                    })));
    Optional<PinRef> pin = draft.pin(part, pad.word(1), place, pad.line());
    Optional<SymbolicExpression> net = pad.first("net");
    String name = net.map(n -> n.word(2).isEmpty() ? n.word(1) : n.word(2)).orElse("");
    if (!name.isEmpty() && !isNoConnect(name)) {
      pin.ifPresent(p -> draft.join(name, p, pad.line()));
    }
  }

  private void findEdge() {
    for (SymbolicExpression item : root.items()) {
      if (item.head().startsWith("gr_") && item.valueOf("layer").equals("Edge.Cuts")) {
        item.first("pts").ifPresent(this::growBy);
        for (String end : List.of("start", "end", "mid", "center")) {
          item.first(end)
              .ifPresent(
                  e ->
                      e.number(1)
                          .ifPresent(
                              px ->
                                  e.number(2).ifPresent(py -> edge = Optional.of(grown(px, py)))));
        }
      }
    }
  }

  private void growBy(SymbolicExpression corners) {
    for (SymbolicExpression corner : corners.all("xy")) {
      corner
          .number(1)
          .ifPresent(x -> corner.number(2).ifPresent(y -> edge = Optional.of(grown(x, y))));
    }
  }

  private Box grown(double x, double y) {
    return edge.map(b -> b.and(x, y)).orElse(Box.at(x, y));
  }
}
