package raconteur.casebook.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.util.Matrix;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.story.CaseHeader;

/**
 * Labels of a case on A4 sheets (ISO 216): one for the machine, bags for screws and small parts,
 * and one for every socketed chip, so that what came out of which machine is never in doubt. Sheets
 * are three by eight, 70 × 37 mm, as label sheets are sold.
 */
public final class LabelsPdf {
  private static final float POINTS_A_MILLIMETRE = 72 / 25.4f;
  private static final int ACROSS = 3;
  private static final int DOWN = 8;
  private static final float WIDTH = 70;
  private static final float HEIGHT = 37;
  private static final int BAGS = 5;

  private final PDFont font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
  private final PDFont bold = new PDType1Font(Standard14Fonts.FontName.HELVETICA_BOLD);

  private LabelsPdf() {}

  /** One label: what stands large, and the lines under it. */
  public record Label(String large, List<String> lines) {
    public Label {
      lines = List.copyOf(lines);
    }
  }

  /** All labels of a case. */
  public static List<Label> labels(CaseHeader header, Board board) {
    String number = "No. " + header.number();
    String machine = board.identity().title();
    List<Label> labels = new ArrayList<>();
    labels.add(new Label(number, List.of(machine, header.owner(), header.complaint())));
    for (int bag = 1; bag <= BAGS; bag++) {
      labels.add(new Label(number, List.of("Bag " + bag, machine, "____________________")));
    }
    board.parts().stream()
        .filter(p -> p.fitted() && p.socketed())
        .map(p -> chip(number, board, p))
        .forEach(labels::add);
    return labels;
  }

  private static Label chip(String number, Board board, Part part) {
    return new Label(
        part.designator(),
        List.of(part.device().name() + " of " + number, board.identity().shortName(), ""));
  }

  /** Writes the sheets. */
  public static void write(CaseHeader header, Board board, OutputStream out) throws IOException {
    new LabelsPdf().sheets(labels(header, board), out);
  }

  private void sheets(List<Label> labels, OutputStream out) throws IOException {
    try (PDDocument document = new PDDocument()) {
      for (int at = 0; at < labels.size(); at += ACROSS * DOWN) {
        PDPage page = new PDPage(PDRectangle.A4);
        document.addPage(page);
        try (PDPageContentStream stream = new PDPageContentStream(document, page)) {
          stream.transform(Matrix.getScaleInstance(POINTS_A_MILLIMETRE, POINTS_A_MILLIMETRE));
          List<Label> here = labels.subList(at, Math.min(labels.size(), at + ACROSS * DOWN));
          for (int i = 0; i < here.size(); i++) {
            label(stream, here.get(i), i % ACROSS * WIDTH, 297 - (i / ACROSS + 1) * HEIGHT - 0.5f);
          }
        }
      }
      document.getDocumentInformation().setTitle("Labels");
      document.save(out);
    }
  }

  private void label(PDPageContentStream out, Label label, float left, float foot)
      throws IOException {
    float room = WIDTH - 10;
    PdfText.show(out, bold, label.large(), left + 5, foot + HEIGHT - 12, 8, PdfText.INK);
    float y = foot + HEIGHT - 18;
    for (String words : label.lines()) {
      for (String line : PdfText.wrapped(font, words, 3.4f, room).stream().limit(2).toList()) {
        if (y > foot + 2) {
          PdfText.show(out, font, line, left + 5, y, 3.4f, PdfText.INK);
          y -= 4.6f;
        }
      }
    }
  }
}
