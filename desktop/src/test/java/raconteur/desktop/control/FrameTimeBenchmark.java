package raconteur.desktop.control;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Arrays;
import java.util.Locale;
import java.util.concurrent.CountDownLatch;
import javafx.application.Platform;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Rectangle;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import raconteur.casebook.demo.DemoCases;
import raconteur.casebook.photo.BoardPhotos;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.data.Loaded;
import raconteur.core.photo.BoardPhoto;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.Photographs;

/**
 * Times one picture of the map with 400 parts and 6,000 pins, moved and zoomed, beside a plain
 * scene graph with one node a pin. Run by {@code ./benchmark}.
 */
final class FrameTimeBenchmark {
  private static final int PARTS = 400;
  private static final int FRAMES = 60;

  private FrameTimeBenchmark() {}

  /** Draws one picture, given which. */
  @FunctionalInterface
  private interface Frame {
    void draw(int number);
  }

  public static void main(String[] args) throws InterruptedException {
    CountDownLatch done = new CountDownLatch(1);
    Platform.startup(
        () -> {
          try {
            run();
          } finally {
            done.countDown();
          }
        });
    done.await();
    Platform.exit();
  }

  private static void run() {
    Theme.prepare();
    Board board = board();
    long pins = board.parts().stream().mapToLong(p -> p.device().pins().size()).sum();
    System.out.printf(
        Locale.ROOT,
        "Board map, %d parts, %,d pins, 800 x 600 pixels, software rendering%n",
        board.parts().size(),
        pins);
    Photographs photographs = photographs(board);
    photographs.look(Photographs.Look.DRAWING);
    BoardMap map = new BoardMap(photographs);
    map.setBoard(board);
    Scene scene = shown(new StackPane(map));
    time(
        "the map, whole board, moved",
        scene,
        i -> map.light(java.util.Optional.of("N" + (i % 40))));
    map.zoom(4);
    time("the map, four times as close", scene, i -> map.zoom(i % 2 == 0 ? 1.01 : 1 / 1.01));
    photographs.look(Photographs.Look.DIMMED);
    time("the same on a photograph", scene, i -> map.zoom(i % 2 == 0 ? 1.01 : 1 / 1.01));
    map.fit();
    time(
        "whole board on a photograph",
        scene,
        i -> map.light(java.util.Optional.of("N" + (i % 40))));
    Pane nodes = nodes(board);
    Scene plain = shown(nodes);
    time(
        "one node a pin, moved (plain)",
        plain,
        i -> nodes.getChildren().forEach(n -> n.setTranslateX(i % 7)));
  }

  /** The drawn photograph of the demo, as if it were of this board. */
  private static Photographs photographs(Board board) {
    try {
      Path folder = Files.createTempDirectory("frames");
      if (!(Casebook.open(folder.resolve("frames.casebook"), Clock.systemUTC())
          instanceof Outcome.Done<Casebook>(Casebook book))) {
        throw new IllegalStateException("no casebook in " + folder);
      }
      DemoCases.fill(book);
      BoardPhotos photos = new BoardPhotos(book);
      BoardPhoto demo = photos.find("marram-310", false).orElseThrow();
      photos.keep(board.identity().id(), photos.picture(demo).orElseThrow(), demo);
      Photographs photographs = new Photographs(book, Runnable::run, Runnable::run);
      photographs.straight(board, false);
      return photographs;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Scene shown(Parent root) {
    Stage stage = new Stage();
    Scene scene = new Scene(root, 800, 600);
    stage.setScene(scene);
    stage.show();
    root.applyCss();
    root.layout();
    return scene;
  }

  private static void time(String what, Scene scene, Frame frame) {
    double[] millis = new double[FRAMES];
    for (int i = -15; i < FRAMES; i++) {
      long start = System.nanoTime();
      frame.draw(i + 15);
      scene.snapshot(null);
      if (i >= 0) {
        millis[i] = (System.nanoTime() - start) / 1e6;
      }
    }
    Arrays.sort(millis);
    System.out.printf(
        Locale.ROOT,
        "  %-34s median %6.1f ms, 95th %6.1f ms%n",
        what,
        millis[FRAMES / 2],
        millis[FRAMES * 95 / 100]);
  }

  private static Board board() {
    StringBuilder parts = new StringBuilder();
    StringBuilder nets = new StringBuilder();
    for (int i = 0; i < PARTS; i++) {
      String device =
          i % 5 == 0 ? "27256" : i % 5 == 1 ? "74LS245" : i % 5 == 2 ? "74LS00" : "4116";
      parts.append(
          String.format(
              Locale.ROOT,
              "%s{\"part\": \"U%d\", \"device\": \"%s\", \"block\": \"ram\", \"at mm\": [%d, %d]}",
              i == 0 ? "" : ",",
              i + 1,
              device,
              25 + i % 20 * 42,
              15 + i / 20 * 22));
    }
    for (int i = 0; i < 40; i++) {
      nets.append(i == 0 ? "" : ",").append("{\"net\": \"N").append(i).append("\", \"path\": [");
      for (int j = 0; j < 10; j++) {
        nets.append(j == 0 ? "" : ",").append("\"U").append(i + j * 40 + 1).append(".3\"");
      }
      nets.append("]}");
    }
    String json =
        "{\"format\": \"raconteur-board/1\", \"id\": \"large\", \"machine\": \"L\", \"revision\":"
            + " \"1\", \"title\": \"L\", \"outline\": {\"width mm\": 870, \"height mm\": 460},"
            + " \"blocks\": [\"ram\"], \"parts\": ["
            + parts
            + "], \"nets\": ["
            + nets
            + "]}";
    return ((Loaded.Ok<Board>) BoardFiles.read("large.json", json)).value();
  }

  private static Pane nodes(Board board) {
    Pane pane = new Pane();
    BoardGeometry geometry = new BoardGeometry(board);
    geometry
        .pins()
        .values()
        .forEach(p -> pane.getChildren().add(new Rectangle(p.x(), p.y(), 1, 1)));
    geometry
        .boxes()
        .forEach(
            b -> {
              pane.getChildren().add(new Rectangle(b.x(), b.y(), b.width(), b.height()));
              pane.getChildren().add(new Text(b.middleX(), b.middleY(), b.part().designator()));
            });
    return pane;
  }
}
