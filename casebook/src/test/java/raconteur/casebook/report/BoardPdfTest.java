package raconteur.casebook.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.junit.jupiter.api.Test;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;

class BoardPdfTest {
  private static final BoardShelf SHELF = BoardShelf.of(Path.of("no such folder"));

  /** Where words begin on a page, in millimetres from its upper left corner. */
  private static final class Places extends PDFTextStripper {
    private record Word(String text, double x, double y) {}

    private final List<Word> words = new ArrayList<>();

    Places(int page) {
      setStartPage(page);
      setEndPage(page);
    }

    @Override
    protected void writeString(String text, List<TextPosition> positions) {
      TextPosition first = positions.getFirst();
      TextPosition last = positions.getLast();
      words.add(
          new Word(
              text,
              (first.getXDirAdj() + last.getXDirAdj() + last.getWidthDirAdj()) / 2 / 72 * 25.4,
              first.getYDirAdj() / 72 * 25.4));
    }
  }

  private static Places.Word word(PDDocument document, int page, String text) throws IOException {
    Places places = new Places(page);
    places.getText(document);
    return places.words.stream().filter(w -> w.text().contains(text)).findFirst().orElseThrow();
  }

  @Test
  void bothSidesAreDrawnToScaleAndTheUndersideIsMirrored() throws IOException {
    Board board = SHELF.find("lanternfish-l1").orElseThrow();
    var out = new ByteArrayOutputStream();
    BoardPdf.write(board, out);
    try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
      assertThat(document.getNumberOfPages()).isEqualTo(2);
      assertThat(document.getPage(0).getMediaBox().getWidth() / 72 * 25.4)
          .as("A3 holds 292 by 252 mm")
          .isCloseTo(420, within(1.0));
      double between =
          board.part("U7").orElseThrow().place().xMillimetres()
              - board.part("U2").orElseThrow().place().xMillimetres();
      double onTop = word(document, 1, "U7 74LS139").x() - word(document, 1, "U2 74LS04").x();
      double under = word(document, 2, "U7 74LS139").x() - word(document, 2, "U2 74LS04").x();
      assertThat(onTop).isCloseTo(between, within(0.2));
      assertThat(under).isCloseTo(-between, within(0.2));
    }
  }

  @Test
  void aBoardWithoutPlacesIsNotPrintedToScale() {
    assertThat(BoardPdf.refusal(SHELF.find("petrel-1").orElseThrow())).isPresent();
    assertThat(BoardPdf.refusal(SHELF.find("quillon-kittiwake-b").orElseThrow())).isEmpty();
  }
}
