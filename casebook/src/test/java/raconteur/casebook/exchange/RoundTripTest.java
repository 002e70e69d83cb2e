package raconteur.casebook.exchange;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;

/** Random boards with awkward names go out in every format and come back as they were. */
class RoundTripTest {
  private static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();
  private static final List<String> DEVICES =
      List.of(
          "74LS00", "74LS257", "27256", "4116", "resistor", "capacitor", "connector-20", "7805");
  private static final List<String> NAMES =
      List.of(
          "A0",
          "/RESET",
          "a \"quoted\" net",
          "comma, and; semicolon",
          "Ω-net",
          "N/C",
          "NNAME1",
          "a name of more than fourteen letters",
          "+5V",
          "GND",
          "tab|bar",
          "-12V",
          "'",
          "(x)",
          "null",
          "net.with.dots",
          "über",
          "=1+1");
  private static final List<String> VALUES =
      List.of("", "4k7", "10 µF, 25 V", "say \"47\"", "1;2", "№ 5");

  private static Board random(long seed) {
    Random random = new Random(seed);
    List<Part> parts = new ArrayList<>();
    List<PinRef> free = new ArrayList<>();
    int count = 3 + random.nextInt(25);
    for (int i = 1; i <= count; i++) {
      Device device = LIBRARY.find(DEVICES.get(random.nextInt(DEVICES.size()))).orElseThrow();
      var place =
          new Part.Placement(
              20 + random.nextInt(2500) / 10.0,
              20 + random.nextInt(1500) / 10.0,
              90 * random.nextInt(4),
              random.nextInt(4) == 0,
              true);
      Part part =
          new Part(
              "U" + i,
              device,
              "ram",
              place,
              List.of("", "single wipe", "turned pin").get(random.nextInt(3)),
              random.nextInt(5) > 0,
              VALUES.get(random.nextInt(VALUES.size())),
              List.of("", "left paddle", "row select").get(random.nextInt(3)),
              Map.of());
      parts.add(part);
      free.addAll(part.pins());
    }
    java.util.Collections.shuffle(free, random);
    List<Net> nets = new ArrayList<>();
    for (String name : NAMES) {
      int pins = Math.min(free.size(), random.nextInt(9));
      if (pins > 0) {
        nets.add(new Net(name, List.copyOf(free.subList(0, pins)), List.of()));
        free.subList(0, pins).clear();
      }
    }
    BoardContents contents =
        BoardContents.empty(
                new BoardIdentity(
                    "random", "Random", "R", "A \"random\" board", "", 300, 200, true, true))
            .withParts(parts)
            .withNets(nets);
    return BoardFiles.check(contents, LIBRARY).shipped();
  }

  private static Board back(String text) {
    Loaded<Imported> loaded =
        BoardImport.read(
            "random.x",
            text.getBytes(UTF_8),
            LIBRARY,
            id -> new Loaded.Refused<>(List.of(new Issue(id, 0, 0, "", "none"))));
    assertThat(loaded).isInstanceOf(Loaded.Ok.class);
    Imported imported = ((Loaded.Ok<Imported>) loaded).value();
    assertThat(imported.problems()).isEmpty();
    return imported.board();
  }

  private static Map<String, List<PinRef>> nets(Board board) {
    return board.nets().stream().collect(Collectors.toMap(Net::name, Net::path));
  }

  private static String written(Board board, BoardExport.Format format) {
    BoardExport.Exported exported = BoardExport.write(board, format);
    assertThat(exported.refusal()).isEmpty();
    return exported.text();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
  void aPackIsEqual(long seed) {
    Board board = random(seed);
    assertThat(back(written(board, BoardExport.Format.PACK)).contents())
        .isEqualTo(board.contents());
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
  void aPartsListKeepsDesignatorDeviceValueSocketAndPlace(long seed) {
    Board board = random(seed);
    Board back = back(written(board, BoardExport.Format.PARTS));
    assertThat(back.parts().stream().map(RoundTripTest::said).toList())
        .containsExactlyElementsOf(board.parts().stream().map(RoundTripTest::said).toList());
  }

  private static List<Object> said(Part part) {
    return List.of(
        part.designator(),
        part.device().name(),
        part.value(),
        part.socket(),
        part.fitted(),
        part.place());
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
  void aNetListKeepsEveryNetInItsOrder(long seed) {
    Board board = random(seed);
    if (!board.nets().isEmpty()) {
      assertThat(nets(back(written(board, BoardExport.Format.NETS)))).isEqualTo(nets(board));
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
  void testRecordsKeepNetsPinsAndTheirPlacesToTheMicrometre(long seed) {
    Board board = random(seed);
    Board back = back(written(board, BoardExport.Format.BARE_BOARD_TEST));
    assertThat(nets(back)).isEqualTo(nets(board));
    Map<PinRef, Point> places = new HashMap<>();
    for (Part part : back.parts()) {
      part.pins().forEach(p -> places.put(p, Outline.pinOnBoard(part, p.number())));
    }
    for (Part part : board.parts()) {
      for (PinRef pin : part.pins()) {
        Point was = Outline.pinOnBoard(part, pin.number());
        Point is = places.getOrDefault(pin, new Point(-1, -1));
        assertThat(Math.hypot(was.x() - is.x(), was.y() - is.y()))
            .as(pin.toString())
            .isLessThan(0.31);
      }
    }
  }
}
