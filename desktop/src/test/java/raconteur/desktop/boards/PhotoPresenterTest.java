package raconteur.desktop.boards;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.board.Board;
import raconteur.core.board.Outline.Point;
import raconteur.core.photo.PlaneMap;
import raconteur.desktop.OnTheDemo;

/** A board's photograph straightened by its marks, and what is refused on the way. */
class PhotoPresenterTest extends OnTheDemo {
  /** So many pixels a millimetre, and where the board begins in the picture. */
  private static final double SCALE = 4;

  private static final double LEFT = 60;
  private static final double TOP = 40;

  private BoardsPresenter boards;
  private PhotoPresenter photo;

  @BeforeEach
  void choose() {
    boards = new BoardsPresenter(workshop());
    boards.choose(workshop().boards().find("lanternfish-l1").orElseThrow());
    photo = boards.photo();
    photo.begin(false);
  }

  private Board board() {
    return boards.chosen().orElseThrow();
  }

  private Path picture(String name) throws IOException {
    Path file = folder().resolve(name);
    ImageIO.write(new BufferedImage(1400, 1000, BufferedImage.TYPE_INT_RGB), "png", file.toFile());
    return file;
  }

  private Optional<String> read(Path file) {
    List<Optional<String>> said = new ArrayList<>();
    photo.read(file, said::add);
    return said.getLast();
  }

  private static Point seen(Point onBoard) {
    return new Point(LEFT + SCALE * onBoard.x(), TOP + SCALE * onBoard.y());
  }

  private void setAll() {
    for (int i = 0; i < photo.marks().size(); i++) {
      photo.choose(i);
      photo.set(seen(photo.marks().get(i).onBoard()));
    }
  }

  /** Straight from above the map is a scale and a shift; a millimetre aside shows as one. */
  @Test
  void fourCornersStraightenIt() throws IOException {
    photo.size("240 x 180");
    assertThat(read(picture("top.png"))).isEmpty();
    setAll();
    assertThat(photo.fitWords()).contains("just enough");
    assertThat(photo.fit()).isInstanceOf(PlaneMap.Fitted.class);
    Point onBoard = ((PlaneMap.Fitted) photo.fit()).map().onBoard(seen(new Point(100, 50)));
    assertThat(onBoard.x()).isCloseTo(100, within(0.01));
    assertThat(onBoard.y()).isCloseTo(50, within(0.01));
  }

  @Test
  void oneMoreMarkTellsWhichIsOff() throws IOException {
    photo.size("240 x 180");
    read(picture("top.png"));
    assertThat(photo.addMark("120, 90")).isEmpty();
    setAll();
    assertThat(photo.off(photo.marks().getLast()).orElseThrow()).isCloseTo(0, within(0.01));
    photo.choose(4);
    photo.set(new Point(LEFT + SCALE * 124, TOP + SCALE * 90));
    assertThat(photo.fitWords()).contains("5 marks", "the worst, 120, 90");
    assertThat(photo.off(photo.marks().getLast()).orElseThrow()).isGreaterThan(1);
  }

  @Test
  void whatIsKeptIsThereAgainWithItsMarks() throws IOException {
    photo.size("240 x 180");
    read(picture("top.png"));
    setAll();
    assertThat(photo.isUnkept()).isTrue();
    assertThat(photo.keep()).isEmpty();
    assertThat(photo.isUnkept()).isFalse();
    PhotoPresenter again = boards.photo();
    again.begin(false);
    assertThat(again.picture()).isPresent();
    assertThat(again.marks()).allMatch(m -> m.pixel().isPresent());
    again.begin(true);
    assertThat(again.picture()).as("of the other side").isEmpty();
    again.begin(false);
    assertThat(again.forget()).isEmpty();
    assertThat(again.picture()).isEmpty();
  }

  /** What was begun and not kept waits, and can be given up for what was kept. */
  @Test
  void whatWasBegunIsNotLost() throws IOException {
    photo.size("240 x 180");
    read(picture("top.png"));
    setAll();
    photo.keep();
    photo.choose(0);
    photo.set(new Point(99, 99));
    assertThat(photo.setAside()).isEmpty();
    PhotoPresenter again = boards.photo();
    again.begin(false);
    assertThat(again.isUnkept()).isTrue();
    assertThat(again.marks().getFirst().pixel()).contains(new Point(99, 99));
    assertThat(again.canGoBack()).isTrue();
    assertThat(again.goBack()).isEmpty();
    assertThat(again.marks().getFirst().pixel()).contains(seen(again.marks().getFirst().onBoard()));
    assertThat(again.canGoBack()).isFalse();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "240", "240 x", "5 x 180", "wide x high", "240 x 180 x 3", "99999 x 1"})
  void whatIsNoSizeIsRefusedWithWhatWouldBe(String typed) {
    String before = photo.sizeTyped();
    assertThat(photo.size(typed).orElseThrow()).contains("240 x 180");
    assertThat(photo.sizeTyped()).isEqualTo(before);
  }

  @ParameterizedTest
  @CsvSource({"240 x 180, 240 x 180", "'240,180', 240 x 180", "200.5×150 mm, 200.5 x 150"})
  void aSizeMovesTheCorners(String typed, String shown) {
    assertThat(photo.size(typed)).isEmpty();
    assertThat(photo.sizeTyped()).isEqualTo(shown);
    assertThat(photo.marks().get(2).onBoard())
        .isEqualTo(
            new Point(
                board().identity().widthMillimetres(), board().identity().heightMillimetres()));
  }

  @Test
  void whatIsNoPictureAndWhatIsUnmarkedIsNotKept() throws IOException {
    Path text = Files.writeString(folder().resolve("board.png"), "no picture");
    assertThat(read(text)).isPresent();
    assertThat(photo.keep().orElseThrow()).contains("Choose a picture");
    photo.size("240 x 180");
    read(picture("top.png"));
    assertThat(photo.keep()).isPresent();
  }

  /** A picture chosen for one side is not taken for another to which one went on meanwhile. */
  @Test
  void aPictureOfTheSideBeforeIsNotTakenForThisOne() throws IOException {
    List<Runnable> later = new ArrayList<>();
    Path file = picture("top.png");
    List<Optional<String>> said = new ArrayList<>();
    photo.beside(() -> file, f -> later.add(() -> photo.read(f, said::add)));
    later.forEach(Runnable::run);
    assertThat(said.getLast()).isEmpty();
    photo.begin(true);
    assertThat(photo.picture()).isEmpty();
  }

  @Test
  void marksAreAtPinsThatHaveAPlaceOrAtMillimetres() {
    assertThat(photo.addMark("nonsense").orElseThrow()).contains("nonsense", "U14.1");
    int before = photo.marks().size();
    String placed =
        board().parts().stream()
            .filter(p -> p.place().known() && !p.pins().isEmpty())
            .findFirst()
            .map(p -> p.pins().getFirst().toString())
            .orElse("");
    if (!placed.isEmpty()) {
      assertThat(photo.addMark(placed.toLowerCase(java.util.Locale.ROOT))).isEmpty();
      assertThat(photo.marks()).hasSize(before + 1);
      assertThat(photo.marks().getLast().what()).isEqualTo(placed);
    }
    photo.remove(photo.marks().size() - 1);
    photo.remove(99);
    photo.remove(-1);
    assertThat(photo.current()).isLessThan(photo.marks().size());
  }

  @Test
  void goingOnGoesRoundAndSettingGoesToTheNextThatIsOpen() throws IOException {
    photo.size("240 x 180");
    read(picture("top.png"));
    assertThat(photo.current()).isZero();
    photo.setAndGoOn(new Point(1, 1));
    assertThat(photo.current()).isEqualTo(1);
    photo.choose(3);
    photo.next();
    assertThat(photo.current()).isZero();
    photo.setAndGoOn(new Point(2, 2));
    assertThat(photo.current()).as("set before: stays").isZero();
    photo.choose(99);
    assertThat(photo.current()).isEqualTo(photo.marks().size() - 1);
  }

  @Test
  void aRowNeedsTwoOrACount() {
    assertThat(photo.repeat().done()).isFalse();
    assertThat(photo.row("U1", "many", new Point(10, 10)).sentence()).contains("8 x 4");
    assertThat(photo.last()).isEmpty();
  }

  /** A part that is placed can be taken back, and is open again then. */
  @Test
  void aPlacedPartIsTakenBack() {
    photo.size("240 x 180");
    int open = photo.unplaced().size();
    PhotoPresenter.Said said = photo.draw("U99", "74LS00", new Point(20, 20), new Point(28, 36));
    assertThat(said.done()).as(said.sentence()).isTrue();
    assertThat(photo.last()).isEqualTo("U99");
    assertThat(photo.deviceOf("U99")).isEqualTo("74LS00");
    assertThat(photo.unplaced()).hasSize(open);
    photo.undo();
    assertThat(board().part("U99")).isEmpty();
    assertThat(photo.last()).isEmpty();
  }
}
