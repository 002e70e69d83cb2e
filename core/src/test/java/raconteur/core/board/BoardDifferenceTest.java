package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.Signal;

class BoardDifferenceTest {

  private static final BoardContents B = Boards.KITTIWAKE_B.contents();
  private static final BoardContents D = Boards.KITTIWAKE_D.contents();

  private static Loaded<Board> readDerived(String text, BoardContents sibling) {
    return BoardFiles.read(
        "derived.json",
        text,
        DeviceLibrary.shipped(),
        id -> new Loaded.Ok<>(BoardFiles.check(sibling, DeviceLibrary.shipped()).shipped()));
  }

  /** Equal in all a file says, in whatever order its parts and nets stand. */
  private static void assertSame(BoardContents expected, BoardContents actual) {
    assertThat(byName(actual.parts())).isEqualTo(byName(expected.parts()));
    assertThat(Set.copyOf(actual.nets())).isEqualTo(Set.copyOf(expected.nets()));
    assertThat(actual.rails()).isEqualTo(expected.rails());
    assertThat(Set.copyOf(actual.noConnects())).isEqualTo(Set.copyOf(expected.noConnects()));
    assertThat(actual.deadTest()).isEqualTo(expected.deadTest());
    assertThat(actual.symptoms()).isEqualTo(expected.symptoms());
    assertThat(actual.usualSuspects()).isEqualTo(expected.usualSuspects());
    assertThat(actual.identity()).isEqualTo(expected.identity());
  }

  private static Map<String, Part> byName(List<Part> parts) {
    Map<String, Part> map = new HashMap<>();
    parts.forEach(p -> map.put(p.designator(), p));
    return map;
  }

  @Test
  void aRevisionWrittenAsADifferenceReadsBackAsItself() {
    String text = BoardWriter.writeDerived(D, B);
    assertThat(text.length()).isLessThan(BoardWriter.write(D).length() / 3);
    assertSame(D, readDerived(text, B).shipped().contents());
  }

  @Test
  void aBoardDoesNotDifferFromItself() {
    assertThat(BoardDifference.between(B, B).none()).isTrue();
    assertThat(BoardWriter.write(B))
        .isEqualTo(
            BoardWriter.write(BoardFiles.check(B, DeviceLibrary.shipped()).shipped().contents()));
  }

  /** A hundred random revisions: parts gone, renamed, moved and resocketed, nets cut and joined. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void whateverIsChangedTheDifferenceBringsItBack(long seed) {
    Random random = new Random(seed);
    for (int round = 0; round < 12; round++) {
      BoardContents changed = B.with(B.identity().revised("kittiwake-x", "X", "changed"));
      int changes = 1 + random.nextInt(12);
      for (int i = 0; i < changes; i++) {
        changed = change(changed, random);
      }
      BoardContents whole = BoardFiles.check(changed, DeviceLibrary.shipped()).shipped().contents();
      assertSame(whole, readDerived(BoardWriter.writeDerived(whole, B), B).shipped().contents());
    }
  }

  private static BoardContents change(BoardContents c, Random random) {
    Part part = c.parts().get(random.nextInt(c.parts().size()));
    List<Net> nets = new ArrayList<>(c.nets());
    int at = random.nextInt(nets.size());
    return switch (random.nextInt(6)) {
      case 0 -> c.withoutPart(part.designator());
      case 1 -> c.renamed(part.designator(), "N" + random.nextInt(100_000));
      case 2 -> c.eachPart(p -> p.equals(part) ? p.inSocket("turned pin") : p);
      case 3 -> moved(c, nets, at);
      case 4 -> {
        nets.set(at, nets.get(at).withHealthy(Signal.LOW));
        yield c.withNets(nets);
      }
      default -> {
        var place = new Part.Placement(random.nextInt(300), 7.5, 90, false, true);
        yield c.eachPart(p -> p.equals(part) ? p.with(place, Map.of()) : p);
      }
    };
  }

  /** The last pin of one net goes to the next. */
  private static BoardContents moved(BoardContents c, List<Net> nets, int at) {
    List<PinRef> path = new ArrayList<>(nets.get(at).path());
    PinRef pin = path.removeLast();
    int other = (at + 1) % nets.size();
    nets.set(at, nets.get(at).withPath(path));
    List<PinRef> longer = new ArrayList<>(nets.get(other).path());
    longer.add(pin);
    nets.set(other, nets.get(other).withPath(longer));
    nets.removeIf(n -> n.path().isEmpty());
    return c.withNets(nets).withRails(kept(c.rails(), nets));
  }

  private static List<Rail> kept(List<Rail> rails, List<Net> nets) {
    Set<String> names = new HashSet<>();
    nets.forEach(n -> names.add(n.name()));
    return rails.stream().filter(r -> names.contains(r.net())).toList();
  }

  @Test
  void aDifferenceIsSaidInWordsThatLeadToItsPlace() {
    List<BoardDifference.Line> lines =
        BoardDifference.between(
                B, B.withoutPart("U13").renamed("U14", "U99").withDeadTest(D.deadTest()))
            .lines();
    assertThat(lines)
        .contains(new BoardDifference.Line("U99", "was U14"))
        .anyMatch(l -> l.place().equals("U13") && l.what().startsWith("gone"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"gone\": [\"U999\"] | U999 is not a part of",
        "\"renamed\": {\"U999\": \"U1000\"} | U999 is not a part",
        "\"renamed\": {\"U1\": \"U2\"} | U2 would stand there twice",
        "\"parts\": [{\"part\": \"U1\", \"device\": \"XYZ\", \"block\": \"cpu\"}] | XYZ is not in"
            + " the library",
        "\"parts\": [{\"part\": \"U9\", \"device\": \"74LS00\", \"block\": \"cpu\"}] | has no pin",
      })
  void aDifferenceThatDoesNotFitItsSiblingIsRefused(String body, String reason) {
    String text =
        "{\"format\": \"raconteur-board/1\", \"id\": \"x\", \"machine\": \"M\", \"revision\":"
            + " \"X\", \"title\": \"X\", \"derived from\": \"b\", "
            + body
            + "}";
    switch (readDerived(text, B)) {
      case Loaded.Ok<Board> _ -> assertThat(reason).isEqualTo("read without a word");
      case Loaded.Refused<Board> refused ->
          assertThat(refused.summary())
              .contains(reason.contains("has no pin") ? "which is gone" : reason);
    }
  }

  @Test
  void theDepthMeterSaysWhatTheNextFactBuys() {
    DepthMeter.Reading whole = DepthMeter.of(Boards.KITTIWAKE_B, p -> 0.01);
    assertThat(whole.sheet()).isEqualTo(1);
    assertThat(whole.netList()).isEqualTo(1);
    assertThat(whole.behaviour()).isEqualTo(1);
    BoardContents less =
        B.withNets(
            B.nets().stream()
                .map(
                    n ->
                        n.withPath(n.path().stream().filter(p -> !p.part().equals("U22")).toList()))
                .toList());
    Board board = BoardFiles.check(less, DeviceLibrary.shipped()).shipped();
    DepthMeter.Reading reading =
        DepthMeter.of(board, p -> p.designator().equals("U22") ? 0.2 : 0.01);
    assertThat(reading.netList()).isLessThan(1);
    assertThat(reading.next().getFirst().place()).isEqualTo("U22");
    assertThat(reading.next().getFirst().what()).isEqualTo("Add the 16 pins of U22");
  }

  @Test
  void aHealthyBoardsReadingsBecomeWhatIsExpected() {
    GoodReadings readings =
        new GoodReadings(Map.of("OUT", Signal.HIGH), Map.of("+5V", 420.0), Map.of("+5V", 0.7));
    Board board = Boards.small();
    assertThat(readings.news(board)).isEqualTo(2);
    BoardContents learnt = readings.learnt(board.contents());
    Board after = BoardFiles.check(learnt, DeviceLibrary.shipped()).shipped();
    assertThat(after.net("OUT").orElseThrow().healthy()).contains(Signal.HIGH);
    assertThat(after.rail("+5V").orElseThrow().expectedOhms()).isEqualTo(420);
    assertThat(readings.news(after)).isZero();
  }
}
