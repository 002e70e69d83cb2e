package raconteur.casebook.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import raconteur.core.intake.TakingApart;
import raconteur.core.story.CaseHeader;

/** What was taken apart, in the order in which it goes back, with a box to tick for each. */
public final class ReassemblyPdf {
  private static final float MARGIN = 48;
  private static final float SIZE = 11;

  private final PDFont font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
  private final PDFont bold = new PDType1Font(Standard14Fonts.FontName.HELVETICA_BOLD);
  private final PDDocument document;
  private PDPageContentStream out;
  private float y;

  private ReassemblyPdf(PDDocument document) throws IOException {
    this.document = document;
    this.out = newPage();
  }

  /** Writes the list. */
  public static void write(CaseHeader header, String boardName, TakingApart apart, OutputStream to)
      throws IOException {
    try (PDDocument document = new PDDocument()) {
      ReassemblyPdf pdf = new ReassemblyPdf(document);
      pdf.line(pdf.bold, "Reassembly of No. " + header.number() + ", " + boardName, 0);
      pdf.line(pdf.font, "Last undone goes back first. Supply unplugged until the end.", 0);
      pdf.y -= SIZE;
      for (TakingApart.Item item : apart.reassembly()) {
        pdf.item(item);
      }
      pdf.out.close();
      document.getDocumentInformation().setTitle("Reassembly");
      document.save(to);
    }
  }

  private PDPageContentStream newPage() throws IOException {
    PDPage page = new PDPage(PDRectangle.A4);
    document.addPage(page);
    y = PDRectangle.A4.getHeight() - MARGIN;
    return new PDPageContentStream(document, page);
  }

  private void item(TakingApart.Item item) throws IOException {
    String words =
        item.number()
            + "  "
            + item.undone().kind().word()
            + ": "
            + item.undone().what()
            + (item.unmarked() ? "  - WHERE? nothing says" : "  to " + item.undone().where());
    if (y < MARGIN + 3 * SIZE) {
      out.close();
      out = newPage();
    }
    out.setStrokingColor(PdfText.INK);
    out.setLineWidth(0.8f);
    out.addRect(MARGIN, y - 1, SIZE - 2, SIZE - 2);
    out.stroke();
    line(item.unmarked() ? bold : font, words, 18);
    y -= 3;
  }

  private void line(PDFont face, String words, float indent) throws IOException {
    float room = PDRectangle.A4.getWidth() - 2 * MARGIN - indent;
    List<String> lines = PdfText.wrapped(face, words, SIZE, room);
    for (String line : lines) {
      PdfText.show(out, face, line, MARGIN + indent, y, SIZE, PdfText.INK);
      y -= SIZE * 1.5f;
    }
  }
}
