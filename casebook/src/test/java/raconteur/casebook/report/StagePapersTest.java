package raconteur.casebook.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.capacitor.RecapKit;
import raconteur.core.intake.TakingApart;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;

/** Labels, the reassembly list and the kit, read back from what was written. */
class StagePapersTest {
  @TempDir private static Path nowhere;
  private static final CaseHeader HEADER =
      new CaseHeader(
          15,
          "quillon-kittiwake-b",
          "Ferry Street",
          "2 Ω short…",
          Instant.EPOCH,
          CaseState.ON_BENCH);
  private final Board board = BoardShelf.of(nowhere).find("quillon-kittiwake-b").orElseThrow();

  private static String text(ByteArrayOutputStream pdf, int pages) throws IOException {
    try (PDDocument document = Loader.loadPDF(pdf.toByteArray())) {
      assertThat(document.getNumberOfPages()).isEqualTo(pages);
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void machineBagsAndSocketedChipsGetALabel() throws IOException {
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    LabelsPdf.write(HEADER, board, pdf);
    String text = text(pdf, 1);
    assertThat(text)
        .contains("No. 15", "Ferry Street", "2 ohm short...", "Bag 5", "U13", "QM-11 of No. 15");
    long socketed = board.parts().stream().filter(p -> p.fitted() && p.socketed()).count();
    assertThat(LabelsPdf.labels(HEADER, board)).hasSize((int) (1 + 5 + socketed));
  }

  @Test
  void theReassemblyListRunsBackwardsAndNamesWhatIsUnmarked() throws IOException {
    List<Entry> entries = new ArrayList<>();
    for (int i = 1; i <= 60; i++) {
      String line = i == 60 ? "undone wire speaker" : "undone screw number " + i + " to place " + i;
      entries.add(new Entry.Line(i, Instant.EPOCH, line));
    }
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    ReassemblyPdf.write(HEADER, "Kittiwake B", TakingApart.of(Telling.of(board, entries)), pdf);
    String text = text(pdf, 2);
    assertThat(text.indexOf("speaker")).isLessThan(text.indexOf("place 59"));
    assertThat(text.indexOf("place 59")).isLessThan(text.indexOf("place 1\n"));
    assertThat(text).contains("speaker - WHERE? nothing says");
  }

  @Test
  void theKitIsALineAKindWithATotal() {
    assertThat(RecapCsv.write(RecapKit.of(board)))
        .startsWith("value,count,places\r\n10000 uF 25 V 30x40 pitch 10 85 C,1,CE1\r\n")
        .endsWith("total,5,\r\n");
  }
}
