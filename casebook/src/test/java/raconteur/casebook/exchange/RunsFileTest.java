package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.program.DeadTest;
import raconteur.core.bench.program.DictionaryText;
import raconteur.core.bench.program.FaultDictionary;
import raconteur.core.bench.program.LinesText;
import raconteur.core.bench.program.StartUp;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding.DeadTestEnd;

class RunsFileTest {
  @TempDir private Path folder;

  private static SimulatedBoard board(String id) {
    return new SimulatedBoard(BoardShelf.readShipped(id).shipped());
  }

  @Tag("long")
  @Test
  void aDictionaryThatWasBrokenOffGoesOnAndAskedOnlyForWhatIsMissing() throws IOException {
    SimulatedBoard board = board("quillon-kittiwake-b");
    Path file = folder.resolve("b.dictionary");
    Fault dead = new Fault(new Place.OfPart("U8"), FaultMode.DEAD);
    Fault leak = new Fault(new Place.Load("U26", "+12V"), FaultMode.LEAKS);
    Fault known = new Fault(new Place.Output(PinRef.parse("U9.18")), FaultMode.STUCK_LOW);
    var answer =
        new FaultDictionary.Answer(
            StartUp.Look.GARBAGE, new DeadTest.Result(DeadTestEnd.FLASHES, 7));
    RunsFile kept = RunsFile.open(file, DictionaryText.head(board));
    kept.add(DictionaryText.line(known.toString(), answer));
    Files.writeString(file, "U9.16 output stu", StandardOpenOption.APPEND);
    var again = DictionaryText.answers(RunsFile.open(file, DictionaryText.head(board)).lines());
    assertThat(again).isEqualTo(Map.of(known.toString(), answer));
    Map<String, FaultDictionary.Answer> all =
        new FaultDictionary(board)
            .run(List.of(dead, leak, known), again, 2, (_, _) -> {}, () -> false);
    assertThat(all.get(dead.toString()).deadTest().end()).isEqualTo(DeadTestEnd.NONE);
    assertThat(all.get(leak.toString()).words()).isEqualTo("works, flash pass");
    assertThat(all.get(known.toString())).isEqualTo(answer);
  }

  @Test
  void aFileOfAnotherBoardOrOfAnythingElseIsLeftAsItIs() throws IOException {
    Path file = folder.resolve("x.dictionary");
    RunsFile.open(file, LinesText.head(board("quillon-kittiwake-b"))).add("U1 dead\tA0=L");
    assertThat(RunsFile.open(file, LinesText.head(board("quillon-kittiwake-b"))).lines())
        .containsExactly("U1 dead\tA0=L");
    assertThatThrownBy(() -> RunsFile.open(file, LinesText.head(board("quillon-kittiwake-d"))))
        .hasMessageContaining("left as it is");
    Path letter = Files.writeString(folder.resolve("letter"), "dear club");
    assertThatThrownBy(() -> RunsFile.open(letter, "any head")).hasMessageContaining("another");
    assertThat(letter).hasContent("dear club");
    assertThat(RunsFile.open(Files.createFile(folder.resolve("new")), "head").lines()).isEmpty();
  }
}
