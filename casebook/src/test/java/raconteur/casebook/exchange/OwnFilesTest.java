package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.netlines.NetLines;

/** A parts list and typed nets as somebody wrote them, to the board the stories are told on. */
class OwnFilesTest {

  private static final String[] NONE = {};

  private static String text(String name) throws IOException {
    try (var in = Objects.requireNonNull(OwnFilesTest.class.getResourceAsStream(name))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static Imported listed(String board) throws IOException {
    byte[] list = text(board + ".csv").getBytes(StandardCharsets.UTF_8);
    BoardShelf none = BoardShelf.of(Path.of("no such folder"));
    return switch (BoardImport.read(board + ".csv", list, DeviceLibrary.shipped(), none::load)) {
      case Loaded.Ok<Imported>(Imported imported) -> imported;
      case Loaded.Refused<Imported> refused -> throw new AssertionError(refused.summary());
    };
  }

  /** Every part is told, none is taken for no part, with what its remarks say of sockets. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"gannet | 75 | IC1 IC2 IC3 IC14 IC23", "heron | 94 | U1 U2 U3 U18", "dunlin | 94 |"})
  void everyPartOfTheListIsTold(String board, int parts, @Nullable String socketed)
      throws IOException {
    Imported imported = listed(board);
    assertThat(imported.parts()).hasSize(parts).allMatch(p -> p.device().isPresent());
    assertThat(imported.problems()).isEmpty();
    assertThat(imported.board().parts().stream().filter(Part::socketed).map(Part::designator))
        .containsExactly(socketed == null ? NONE : socketed.split(" ", -1));
  }

  /** Words of a remark are no marking and make no part a piece of hardware. */
  @Test
  void whatARemarkNamesIsNotThePart() throws IOException {
    Map<String, String> devices = devices(listed("heron").board().contents().parts());
    assertThat(devices)
        .containsEntry("VR1", "7805")
        .containsEntry("Q2", "transistor-cbe")
        .containsEntry("LS1", "speaker");
  }

  /** On a game board C1 and F5 are places of a grid, and a chip there is no capacitor or fuse. */
  @Test
  void aChipAtAPlaceOfAGridIsAChip() throws IOException {
    Imported dunlin = listed("dunlin");
    assertThat(devices(dunlin.board().contents().parts()))
        .containsEntry("C1", "7402")
        .containsEntry("C3", "7410")
        .containsEntry("F5", "7448")
        .containsEntry("D1", "555")
        .containsEntry("A1", "74LS161")
        .containsEntry("VR1", "309")
        .containsEntry("C101", "electrolytic")
        .containsEntry("D10", "diode")
        .containsEntry("R1", "resistor");
    assertThat(dunlin.board().part("D3").orElseThrow().purpose()).isEqualTo("paddle 1 counter");
  }

  /** The parts of a handheld, one a line, with what each is called. */
  @Test
  void aListOfPlainLinesSaysWhatPartsAreCalled() throws IOException {
    byte[] list = text("plover.txt").getBytes(StandardCharsets.UTF_8);
    BoardShelf none = BoardShelf.of(Path.of("no such folder"));
    Board board =
        BoardImport.read("plover.txt", list, DeviceLibrary.shipped(), none::load).shipped().board();
    assertThat(devices(board.contents().parts()))
        .isEqualTo(devices(ToldStories.board("plover-1").contents().parts()))
        .containsEntry("U2", "6264")
        .containsEntry("P1", "connector-40");
    assertThat(board.part("SW2").orElseThrow().called()).contains("A button");
    assertThat(board.part("U2").orElseThrow().called()).doesNotContain("HM6264");
  }

  /** Every line of nets is taken, and they come to the pins the board of the stories has. */
  @ParameterizedTest
  @ValueSource(strings = {"gannet", "heron", "dunlin"})
  void theTypedNetsAreThoseOfTheBoard(String name) throws IOException {
    BoardContents parts = listed(name).board().contents();
    NetLines.Read read = NetLines.read(text(name + ".nets"), parts);
    assertThat(read.problems()).isEmpty();
    Board board = ToldStories.board(name + "-1");
    assertThat(pins(read.contents().nets())).isEqualTo(pins(board.contents().nets()));
    assertThat(devices(read.contents().parts())).isEqualTo(devices(board.contents().parts()));
  }

  private static Map<String, List<String>> pins(List<Net> nets) {
    Map<String, List<String>> pins = new TreeMap<>();
    nets.forEach(
        n -> pins.put(n.name(), n.path().stream().map(PinRef::toString).sorted().toList()));
    return pins;
  }

  private static Map<String, String> devices(List<Part> parts) {
    Map<String, String> devices = new TreeMap<>();
    parts.forEach(p -> devices.put(p.designator(), p.device().name()));
    return devices;
  }
}
