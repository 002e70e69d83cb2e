package raconteur.desktop.boards;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.casebook.photo.PartPlacing;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Picture;
import raconteur.casebook.store.PictureReader;
import raconteur.core.board.Board;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.photo.BoardPhoto;
import raconteur.core.photo.PartRow;
import raconteur.core.photo.PhotoMark;
import raconteur.core.photo.PlaneMap;
import raconteur.desktop.workshop.Photographs;
import raconteur.desktop.workshop.Workshop;

/** A board's photograph being straightened, and parts being placed on it; without the toolkit. */
final class PhotoPresenter {
  private static final Pattern TWO_NUMBERS =
      Pattern.compile(
          "\\s*(-?[0-9]{1,4}(?:\\.[0-9]+)?)\\s*[x, ]\\s*(-?[0-9]{1,4}(?:\\.[0-9]+)?)\\s*");
  private static final Pattern COUNTS =
      Pattern.compile("\\s*([0-9]{1,3})\\s*(?:[x×*]\\s*([0-9]{1,3}))?\\s*");

  private final Workshop workshop;
  private final BoardsPresenter boards;
  private boolean underside;
  private Optional<Picture> picture = Optional.empty();
  private final List<Mark> marks = new ArrayList<>();
  private int current;
  private boolean unkept;
  private final List<String> placed = new ArrayList<>();

  /**
   * A point whose place on the board is known, and its pixel once it is set.
   *
   * @param what a corner, a pin, or a place in millimetres
   */
  record Mark(String what, Point onBoard, Optional<Point> pixel) {
    Mark at(Point where) {
      return new Mark(what, onBoard, Optional.of(where));
    }
  }

  PhotoPresenter(Workshop workshop, BoardsPresenter boards) {
    this.workshop = workshop;
    this.boards = boards;
  }

  private Board board() {
    return boards.chosen().orElseThrow();
  }

  private Photographs photographs() {
    return workshop.photographs();
  }

  /** Begins with what is known of a side. */
  void begin(boolean ofUnderside) {
    underside = ofUnderside;
    marks.clear();
    current = 0;
    Optional<BoardPhoto> begun = photographs().begun(board(), underside);
    Optional<BoardPhoto> known = begun.or(() -> photographs().find(board(), underside));
    picture = known.flatMap(photographs()::picture);
    unkept = begun.isPresent() && picture.isPresent();
    if (picture.isPresent()) {
      known
          .orElseThrow()
          .marks()
          .forEach(m -> marks.add(new Mark(m.what(), m.onBoard(), Optional.of(m.pixel()))));
    }
    if (marks.size() < PlaneMap.FEWEST_MARKS) {
      cornerMarks().stream()
          .filter(c -> marks.stream().noneMatch(m -> m.what().equals(c.what())))
          .forEach(marks::add);
    }
    nextUnset();
    placed.clear();
  }

  /** Keeps what was begun and not kept, so that it is there again; a sentence where that failed. */
  Optional<String> setAside() {
    return unkept && picture.isPresent()
        ? photographs().begin(board(), picture.get(), photo())
        : Optional.empty();
  }

  /** Whether there is something that “Keep it” would keep. */
  boolean isUnkept() {
    return unkept;
  }

  /** Goes on to the first mark that is not set yet, where there is one. */
  private void nextUnset() {
    for (int i = 0; i < marks.size(); i++) {
      if (marks.get(i).pixel().isEmpty()) {
        current = i;
        return;
      }
    }
  }

  boolean underside() {
    return underside;
  }

  Optional<Picture> picture() {
    return picture;
  }

  List<Mark> marks() {
    return List.copyOf(marks);
  }

  int current() {
    return current;
  }

  void choose(int mark) {
    current = Math.clamp(mark, 0, Math.max(0, marks.size() - 1));
  }

  void next() {
    current = marks.isEmpty() ? 0 : (current + 1) % marks.size();
  }

  private double wide() {
    return board().identity().widthMillimetres();
  }

  private double high() {
    return board().identity().heightMillimetres();
  }

  boolean hasSize() {
    return wide() > 0 && high() > 0;
  }

  /** The board's size as it is typed; empty where it is not known. */
  String sizeTyped() {
    return hasSize() ? SectionEdit.plain(wide()) + " x " + SectionEdit.plain(high()) : "";
  }

  /**
   * Takes the board's size; marks at corners move with it. The sentence that refuses, or nothing.
   */
  Optional<String> size(String typed) {
    Matcher two = TWO_NUMBERS.matcher(typed.replace("mm", "").replace('×', 'x'));
    if (!two.matches()
        || Double.parseDouble(two.group(1)) < 10
        || Double.parseDouble(two.group(2)) < 10) {
      return Optional.of(
          "“" + typed + "” is no size; width x height in mm would be taken, such as 240 x 180.");
    }
    var identity =
        board()
            .identity()
            .sized(Double.parseDouble(two.group(1)), Double.parseDouble(two.group(2)));
    Optional<String> refusal =
        boards.edit(new BoardSection.Changed(board().contents().with(identity)));
    if (refusal.isEmpty()) {
      List<Mark> corners = cornerMarks();
      marks.replaceAll(
          m ->
              corners.stream()
                  .filter(c -> c.what().equals(m.what()))
                  .findFirst()
                  .map(c -> new Mark(c.what(), c.onBoard(), m.pixel()))
                  .orElse(m));
    }
    return refusal;
  }

  private List<Mark> cornerMarks() {
    return List.of(
        corner("rear left corner", 0, 0),
        corner("rear right corner", wide(), 0),
        corner("front right corner", wide(), high()),
        corner("front left corner", 0, high()));
  }

  private static Mark corner(String what, double x, double y) {
    return new Mark(what, new Point(x, y), Optional.empty());
  }

  /** Marks at the four placed pins that lie furthest apart, which both sides show. */
  Optional<String> marksAtPins() {
    List<Mark> pins = new ArrayList<>();
    for (Mark corner : cornerMarks()) {
      nearestPin(corner.onBoard())
          .filter(pin -> pins.stream().noneMatch(m -> m.what().equals(pin.toString())))
          .ifPresent(pin -> pins.add(new Mark(pin.toString(), onBoard(pin), Optional.empty())));
    }
    if (pins.size() < PlaneMap.FEWEST_MARKS) {
      return Optional.of(
          "Fewer than four pins near the corners have a place yet; place parts on the top side"
              + " first, or use the corners.");
    }
    marks.clear();
    marks.addAll(pins);
    current = 0;
    return Optional.empty();
  }

  private Optional<PinRef> nearestPin(Point to) {
    return board().parts().stream()
        .filter(p -> p.place().known())
        .flatMap(p -> p.pins().stream())
        .min(
            Comparator.comparingDouble(
                pin -> Math.hypot(onBoard(pin).x() - to.x(), onBoard(pin).y() - to.y())));
  }

  private Point onBoard(PinRef pin) {
    return Outline.pinOnBoard(board().part(pin.part()).orElseThrow(), pin.number());
  }

  /** One more mark, at a pin or at millimetres; the sentence that refuses, or nothing. */
  Optional<String> addMark(String typed) {
    String word = typed.strip();
    Matcher two = TWO_NUMBERS.matcher(word);
    Optional<Mark> mark =
        two.matches()
            ? Optional.of(
                corner(word, Double.parseDouble(two.group(1)), Double.parseDouble(two.group(2))))
            : board().parts().stream()
                .filter(p -> p.place().known())
                .flatMap(p -> p.pins().stream())
                .filter(p -> p.toString().equalsIgnoreCase(word))
                .findFirst()
                .map(p -> new Mark(p.toString(), onBoard(p), Optional.empty()));
    if (mark.isEmpty()) {
      return Optional.of(
          "“" + word + "” is no pin with a place; U14.1, or two numbers in mm, would be taken.");
    }
    marks.add(mark.get());
    current = marks.size() - 1;
    return Optional.empty();
  }

  /** Takes a mark out of the list. */
  void remove(int mark) {
    if (mark >= 0 && mark < marks.size()) {
      marks.remove(mark);
      unkept = picture.isPresent();
      choose(current);
    }
  }

  /** Sets the current mark. */
  void set(Point pixel) {
    if (current < marks.size()) {
      marks.set(current, marks.get(current).at(pixel));
      unkept = true;
    }
  }

  /** Sets the current mark and, where it was not set before, goes on to the next that is not. */
  void setAndGoOn(Point pixel) {
    boolean first = current < marks.size() && marks.get(current).pixel().isEmpty();
    set(pixel);
    if (first) {
      nextUnset();
    }
  }

  /** What the marks come to; only those that are set count. */
  PlaneMap.Fit fit() {
    return photo().fit();
  }

  private BoardPhoto photo() {
    return new BoardPhoto(
        picture.map(Picture::name).orElse(""),
        underside,
        marks.stream()
            .flatMap(m -> m.pixel().stream().map(p -> new PhotoMark(m.what(), p, m.onBoard())))
            .toList());
  }

  /**
   * How far a mark is off on the board; empty where it is not set, there is no map, or just as many
   * marks as a map needs, which are never off.
   */
  Optional<Double> off(Mark mark) {
    return fit() instanceof PlaneMap.Fitted fitted && fitted.checked()
        ? mark.pixel()
            .map(fitted.map()::onBoard)
            .map(p -> Math.hypot(p.x() - mark.onBoard().x(), p.y() - mark.onBoard().y()))
        : Optional.empty();
  }

  /** How good the marks are, in a sentence. */
  String fitWords() {
    if (picture.isEmpty()) {
      return "Choose a picture of this side: JPEG or PNG, all four corners on it.";
    }
    if (!hasSize()) {
      return "Measure the board with a ruler and type its size; the marks are in millimetres.";
    }
    List<PhotoMark> set = photo().marks();
    return switch (fit()) {
      case PlaneMap.Refused refused -> refused.sentence();
      case PlaneMap.Fitted fitted when !fitted.checked() ->
          "Four marks are just enough: what a slip of one did cannot be seen. One more, at a hole"
              + " or a pin, would check them.";
      case PlaneMap.Fitted fitted ->
          String.format(
              Locale.ROOT,
              "%d marks, %.2f mm off on average; the worst, %s, by %.2f mm.",
              set.size(),
              fitted.meanMillimetres(),
              set.get(fitted.worst()).what(),
              fitted.worstMillimetres());
    };
  }

  /** Reads a picture file away from the window; the sentence that refuses, or nothing. */
  void read(Path file, Consumer<Optional<String>> then) {
    boolean side = underside;
    String id = board().identity().id();
    beside(() -> PictureReader.readPhotograph(file), read -> then.accept(taken(read, side, id)));
  }

  /** Works something out beside the window, and takes what came of it in the window. */
  <T> void beside(Supplier<T> work, Consumer<T> then) {
    workshop
        .files()
        .execute(
            () -> {
              T done = work.get();
              workshop.window().execute(() -> then.accept(done));
            });
  }

  private Optional<String> taken(Outcome<Picture> read, boolean side, String id) {
    if (side != underside || !id.equals(board().identity().id())) {
      return Optional.of("You went on to another side meanwhile; choose the picture again there.");
    }
    return switch (read) {
      case Outcome.Failed<Picture>(String why) -> Optional.of(why);
      case Outcome.Done<Picture>(Picture taken) -> {
        picture = Optional.of(taken);
        marks.replaceAll(m -> new Mark(m.what(), m.onBoard(), Optional.empty()));
        current = 0;
        unkept = true;
        yield Optional.empty();
      }
    };
  }

  /** Keeps the picture with its marks; the sentence that refuses, or nothing. */
  Optional<String> keep() {
    if (picture.isEmpty() || !hasSize()) {
      return Optional.of(fitWords());
    }
    if (fit() instanceof PlaneMap.Refused(String sentence)) {
      return Optional.of(sentence);
    }
    Optional<String> refusal = photographs().keep(board(), picture.get(), photo());
    unkept = refusal.isPresent();
    return refusal;
  }

  /** Whether what was begun can be given up for one that is kept. */
  boolean canGoBack() {
    return unkept && photographs().find(board(), underside).isPresent();
  }

  /** Gives up what was begun and shows the one that is kept. */
  Optional<String> goBack() {
    Optional<String> refusal = photographs().giveUp(board(), underside);
    if (refusal.isEmpty()) {
      begin(underside);
    }
    return refusal;
  }

  /** Shows the side without a photograph from now on. */
  Optional<String> forget() {
    Optional<String> refusal = photographs().forget(board(), underside);
    if (refusal.isEmpty()) {
      begin(underside);
    }
    return refusal;
  }

  // Placing parts

  /** The parts of the board that have no place yet, in the order of its list. */
  List<String> unplaced() {
    return board().parts().stream().filter(p -> !p.place().known()).map(Part::designator).toList();
  }

  /** What a part is, for a list. */
  String deviceOf(String designator) {
    return board().part(designator).map(p -> p.device().name()).orElse("");
  }

  /** Which part is likely placed after one: the next without a place, else the next number. */
  String proposed(String after) {
    List<String> open = unplaced();
    return PartRow.after(after)
        .filter(n -> open.contains(n) || open.isEmpty())
        .or(() -> open.stream().findFirst())
        .orElse("");
  }

  /** Places a part as it was drawn; a sentence on how it went. */
  Said draw(String designator, String print, Point pinOne, Point far) {
    return said(placing().draw(designator, print, underside, pinOne, far));
  }

  /** Places the row that begins with the last part, by where pin 1 of its last part lies. */
  Said row(String first, String counts, Point pinOneOfLast) {
    Matcher m = COUNTS.matcher(counts);
    if (!m.matches()) {
      return new Said(false, "“" + counts + "” is no row; 8, or 8 x 4, would be taken.");
    }
    int across = Integer.parseInt(m.group(1));
    int down = Optional.ofNullable(m.group(2)).map(Integer::parseInt).orElse(1);
    return said(placing().row(first, pinOneOfLast, across, down));
  }

  /** One more of the row of the last two. */
  Said repeat() {
    return placed.size() < 2
        ? new Said(false, "Place two parts of the row first; the next one then follows by itself.")
        : said(placing().repeat(placed.get(placed.size() - 2), placed.getLast()));
  }

  /** The part that was placed last; empty for none. */
  String last() {
    return placed.isEmpty() ? "" : placed.getLast();
  }

  /** Takes the last change of the board back. */
  String undo() {
    String sentence = boards.undo();
    placed.removeIf(p -> board().part(p).filter(x -> x.place().known()).isEmpty());
    return sentence;
  }

  /** Whether something was done, and the sentence about it. */
  record Said(boolean done, String sentence) {}

  private PartPlacing placing() {
    return new PartPlacing(
        board().contents(), workshop.boards().library(), workshop.settings().saidMarkings());
  }

  private Said said(PartPlacing.Answer answer) {
    return switch (answer) {
      case PartPlacing.Refused(String sentence) -> new Said(false, sentence);
      case PartPlacing.Placed done -> {
        Optional<String> refusal = boards.edit(new BoardSection.Changed(done.contents()));
        if (refusal.isEmpty()) {
          placed.removeAll(done.parts());
          placed.addAll(done.parts());
        }
        yield new Said(refusal.isEmpty(), refusal.orElse(done.says()));
      }
    };
  }
}
