package raconteur.casebook.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.util.Matrix;
import raconteur.casebook.store.Picture;
import raconteur.core.board.Board;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.device.DevicePin;
import raconteur.core.handover.Sheet;
import raconteur.core.mend.WirePlan;

/**
 * Both sides of a placed board on paper at 1 : 1, the underside mirrored as it is seen when the
 * board is turned over, each with a ruler to check the print against. The smallest ISO 216 sheet
 * that holds the board is used.
 */
public final class BoardPdf {
  private static final float POINTS_A_MILLIMETRE = 72 / 25.4f;
  private static final float MARGIN_MILLIMETRES = 12;
  private static final float HEAD_MILLIMETRES = 16;
  private static final List<PDRectangle> SHEETS =
      List.of(PDRectangle.A4, PDRectangle.A3, PDRectangle.A2, PDRectangle.A1, PDRectangle.A0);

  private final Board board;
  private final PDDocument document;
  private final PDFont font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
  private final PDRectangle sheet;
  private final Map<String, Double> failed = new HashMap<>();

  private BoardPdf(Board board, PDDocument document, PDRectangle sheet) {
    this.board = board;
    this.document = document;
    this.sheet = sheet;
  }

  /** Why a board cannot be printed to scale; empty where it can. */
  public static Optional<String> refusal(Board board) {
    if (board.parts().isEmpty() || board.parts().stream().anyMatch(p -> !p.place().known())) {
      return Optional.of("Only a board whose parts all have places can be printed to scale.");
    }
    return sheet(board).isPresent()
        ? Optional.empty()
        : Optional.of("This board is larger than an A0 sheet.");
  }

  /** Writes the two pages. */
  public static void write(Board board, OutputStream out) throws IOException {
    try (PDDocument document = new PDDocument()) {
      var pdf = new BoardPdf(board, document, sheet(board).orElseThrow());
      pdf.page(false);
      pdf.page(true);
      document.getDocumentInformation().setTitle(PdfText.plain(board.identity().title()));
      document.save(out);
    }
  }

  /**
   * Writes a wire plan: the underside with the wires drawn and numbered, then what to solder and
   * what to measure.
   */
  public static void writeWires(Board board, WirePlan plan, OutputStream out) throws IOException {
    try (PDDocument document = new PDDocument()) {
      var pdf = new BoardPdf(board, document, sheet(board).orElseThrow());
      pdf.page(true);
      PDPage page = document.getPage(0);
      try (PDPageContentStream stream =
          new PDPageContentStream(
              document, page, PDPageContentStream.AppendMode.APPEND, true, true)) {
        stream.transform(Matrix.getScaleInstance(POINTS_A_MILLIMETRE, POINTS_A_MILLIMETRE));
        int number = 1;
        for (WirePlan.Wire wire : plan.wires()) {
          pdf.wire(stream, wire, number++);
        }
      }
      SheetPdf.append(document, WireSheet.of(board, plan), _ -> Optional.empty());
      document.getDocumentInformation().setTitle("Wires");
      document.save(out);
    }
  }

  /**
   * Writes what a shop knows of a revision: its top side with what failed drawn as dark as it
   * failed often, to scale where all parts have places, then the sheet.
   *
   * @param shares on what share of the boards a part was at fault, from 0 to 1, by part
   * @param pictures gives a picture by its name; empty where it is gone
   */
  public static void writeRevision(
      Board board,
      Map<String, Double> shares,
      Sheet sheet,
      Function<String, Optional<Picture>> pictures,
      OutputStream out)
      throws IOException {
    try (PDDocument document = new PDDocument()) {
      if (refusal(board).isEmpty()) {
        var pdf = new BoardPdf(board, document, sheet(board).orElseThrow());
        pdf.failed.putAll(shares);
        pdf.page(false);
      }
      SheetPdf.append(document, sheet, pictures);
      document.getDocumentInformation().setTitle(PdfText.plain(sheet.title()));
      document.save(out);
    }
  }

  private void wire(PDPageContentStream out, WirePlan.Wire wire, int number) throws IOException {
    float fromX = (float) (MARGIN_MILLIMETRES + wire.fromUnder().x());
    float toX = (float) (MARGIN_MILLIMETRES + wire.toUnder().x());
    float fromY = y(wire.fromUnder().y());
    float toY = y(wire.toUnder().y());
    out.setStrokingColor(PdfText.INK);
    out.setLineWidth(0.7f);
    line(out, fromX, fromY, toX, toY);
    PdfText.show(
        out,
        font,
        String.valueOf(number),
        (fromX + toX) / 2 + 0.8f,
        (fromY + toY) / 2 + 0.8f,
        3.2f,
        PdfText.INK);
  }

  private static float width(Board board) {
    double right =
        board.parts().stream().mapToDouble(p -> p.place().xMillimetres()).max().orElse(0) + 10;
    double width = board.identity().widthMillimetres();
    return (float) (width > 0 ? width : right);
  }

  private static float height(Board board) {
    double lower =
        board.parts().stream().mapToDouble(p -> p.place().yMillimetres()).max().orElse(0) + 10;
    double height = board.identity().heightMillimetres();
    return (float) (height > 0 ? height : lower);
  }

  private static Optional<PDRectangle> sheet(Board board) {
    float w = (width(board) + 2 * MARGIN_MILLIMETRES) * POINTS_A_MILLIMETRE;
    float h = (height(board) + 2 * MARGIN_MILLIMETRES + HEAD_MILLIMETRES) * POINTS_A_MILLIMETRE;
    for (PDRectangle sheet : SHEETS) {
      if (w <= sheet.getWidth() && h <= sheet.getHeight()) {
        return Optional.of(sheet);
      }
      if (w <= sheet.getHeight() && h <= sheet.getWidth()) {
        return Optional.of(new PDRectangle(sheet.getHeight(), sheet.getWidth()));
      }
    }
    return Optional.empty();
  }

  private void page(boolean underside) throws IOException {
    PDPage page = new PDPage(sheet);
    document.addPage(page);
    try (PDPageContentStream out = new PDPageContentStream(document, page)) {
      // From here on lengths are millimetres from the lower left corner of the sheet.
      out.transform(Matrix.getScaleInstance(POINTS_A_MILLIMETRE, POINTS_A_MILLIMETRE));
      head(out, underside);
      outline(out);
      for (Part part : board.parts()) {
        part(out, part, underside);
      }
    }
  }

  private float sheetHeight() {
    return sheet.getHeight() / POINTS_A_MILLIMETRE;
  }

  private void head(PDPageContentStream out, boolean underside) throws IOException {
    float top = sheetHeight() - MARGIN_MILLIMETRES;
    PdfText.show(
        out,
        font,
        board.identity().title()
            + (underside ? ", underside, seen when the board is turned over" : ", top side"),
        MARGIN_MILLIMETRES,
        top - 2,
        3.6f,
        PdfText.INK);
    PdfText.show(
        out,
        font,
        "1 : 1; the ruler is 50 mm",
        MARGIN_MILLIMETRES + 54,
        top - 9.5f,
        2.6f,
        PdfText.FAINT);
    out.setStrokingColor(PdfText.INK);
    out.setLineWidth(0.25f);
    line(out, MARGIN_MILLIMETRES, top - 9, MARGIN_MILLIMETRES + 50, top - 9);
    for (int i = 0; i <= 50; i += 5) {
      float tick = i % 10 == 0 ? 2 : 1;
      line(out, MARGIN_MILLIMETRES + i, top - 9, MARGIN_MILLIMETRES + i, top - 9 + tick);
    }
  }

  private static void line(PDPageContentStream out, float x1, float y1, float x2, float y2)
      throws IOException {
    out.moveTo(x1, y1);
    out.lineTo(x2, y2);
    out.stroke();
  }

  private void outline(PDPageContentStream out) throws IOException {
    out.setStrokingColor(PdfText.FAINT);
    out.setLineWidth(0.2f);
    out.addRect(MARGIN_MILLIMETRES, y(height(board)), width(board), height(board));
    out.stroke();
  }

  private float x(double boardX, boolean underside) {
    return (float) (MARGIN_MILLIMETRES + (underside ? width(board) - boardX : boardX));
  }

  private float y(double boardY) {
    return (float) (sheetHeight() - MARGIN_MILLIMETRES - HEAD_MILLIMETRES - boardY);
  }

  private void part(PDPageContentStream out, Part part, boolean underside) throws IOException {
    boolean thisSide = part.place().underside() == underside;
    double left = Double.MAX_VALUE;
    double right = -Double.MAX_VALUE;
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    int index = 0;
    for (DevicePin pin : part.device().pins()) {
      Point at = Outline.pinOnBoard(part, pin.number());
      float px = x(at.x(), underside);
      float py = y(at.y());
      left = Math.min(left, px);
      right = Math.max(right, px);
      low = Math.min(low, py);
      high = Math.max(high, py);
      out.setNonStrokingColor(index == 0 ? PdfText.INK : PdfText.FAINT);
      out.addRect(px - 0.5f, py - 0.5f, 1, 1);
      out.fill();
      if (index == 0 || index % 5 == 4 || underside) {
        PdfText.show(out, font, pin.number(), px + 0.6f, py + 0.4f, 1.3f, PdfText.FAINT);
      }
      index++;
    }
    if (index == 0) {
      return;
    }
    out.setStrokingColor(thisSide ? PdfText.INK : PdfText.FAINT);
    out.setLineWidth(thisSide ? 0.25f : 0.1f);
    double flat = right - left < high - low ? 0.9 : 0;
    double tall = right - left < high - low ? 0 : 0.9;
    double share = failed.getOrDefault(part.designator(), 0.0);
    out.addRect(
        (float) (left + flat - 1 + (flat > 0 ? 1 : 0)),
        (float) (low + tall - 1 + (tall > 0 ? 1 : 0)),
        (float) (right - left + (flat > 0 ? -1.8 : 2)),
        (float) (high - low + (tall > 0 ? -1.8 : 2)));
    if (share > 0) {
      out.setNonStrokingColor(PdfText.paled(PdfText.SUSPECT, share));
      out.fillAndStroke();
    } else {
      out.stroke();
    }
    String name =
        PdfText.plain(
            part.designator()
                + " "
                + part.device().name()
                + (share > 0 ? String.format(Locale.ROOT, " %.0f %%", share * 100) : ""));
    boolean upright = high - low > right - left;
    float room = (float) (upright ? high - low : right - left);
    float size = Math.clamp(room * 1.7f / Math.max(4, name.length()), 1.4f, 2.8f);
    float length = font.getStringWidth(name) / 1000 * size;
    float middleX = (float) (left + right) / 2;
    float middleY = (float) (low + high) / 2;
    out.beginText();
    out.setNonStrokingColor(thisSide ? PdfText.INK : PdfText.FAINT);
    out.setFont(font, size);
    out.setTextMatrix(
        upright
            ? new Matrix(0, 1, -1, 0, middleX + size * 0.35f, middleY - length / 2)
            : Matrix.getTranslateInstance(middleX - length / 2, middleY - size * 0.35f));
    out.showText(name);
    out.endText();
  }
}
