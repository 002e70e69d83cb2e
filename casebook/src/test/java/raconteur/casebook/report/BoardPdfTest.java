package raconteur.casebook.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.junit.jupiter.api.Test;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.handover.Sheet;

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

  /** What failed is told on the board itself, and then in words. */
  @Test
  void aRevisionIsDrawnWithWhatFailedOnIt() throws IOException {
    Board board = SHELF.find("lanternfish-l1").orElseThrow();
    Sheet sheet =
        new Sheet(
            "Lanternfish",
            "4 boards",
            List.of(
                new Sheet.Section(
                    "What was noted", List.of(new Sheet.Points(List.of("No. 3: dusty"))))));
    var out = new ByteArrayOutputStream();
    BoardPdf.writeRevision(board, Map.of("U12", 0.5), sheet, _ -> Optional.empty(), out);
    try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
      assertThat(document.getNumberOfPages()).isEqualTo(2);
      String drawn = new PDFTextStripper().getText(document);
      assertThat(drawn).contains("U12", "50 %", "No. 3: dusty").doesNotContain("25 %");
    }
    // The oftener it failed, the more colour it has.
    assertThat(redness(board, Map.of())).isZero();
    assertThat(redness(board, Map.of("U12", 0.5)))
        .isPositive()
        .isLessThan(redness(board, Map.of("U12", 1.0)));
  }

  /** By how much all points of the board's page are redder than they are green. */
  private static long redness(Board board, Map<String, Double> shares) throws IOException {
    var out = new ByteArrayOutputStream();
    BoardPdf.writeRevision(board, shares, new Sheet("", "", List.of()), _ -> Optional.empty(), out);
    try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
      var image = new PDFRenderer(document).renderImageWithDPI(0, 72);
      long sum = 0;
      for (int x = 0; x < image.getWidth(); x++) {
        for (int y = 0; y < image.getHeight(); y++) {
          int point = image.getRGB(x, y);
          // Ink and what is faint are all but grey.
          sum += Math.max(0, (point >> 16 & 0xFF) - (point >> 8 & 0xFF) - 20);
        }
      }
      return sum;
    }
  }

  /** A list of parts has no places to draw; what is known of it is written all the same. */
  @Test
  void aRevisionWithoutPlacesIsWordsAlone() throws IOException {
    Board board = SHELF.find("petrel-1").orElseThrow();
    boolean placed = BoardPdf.refusal(board).isEmpty();
    var out = new ByteArrayOutputStream();
    BoardPdf.writeRevision(
        board, Map.of(), new Sheet("Petrel", "", List.of()), _ -> Optional.empty(), out);
    try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
      assertThat(document.getNumberOfPages()).isEqualTo(placed ? 2 : 1);
    }
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
