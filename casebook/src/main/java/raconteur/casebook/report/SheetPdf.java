package raconteur.casebook.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import raconteur.casebook.store.Picture;
import raconteur.core.handover.Handover;
import raconteur.core.handover.Sheet;

/** A sheet on A4 pages (ISO 216), with page numbers; tables go on over pages with their heads. */
public final class SheetPdf {
  private static final float MARGIN = 56;
  private static final float TEXT = 10;
  private static final float CELL = 9;
  private static final float LEADING = 1.35f;
  private static final float PICTURE_WIDTH = 150;
  private static final float PICTURE_HEIGHT = 112;

  private final PDDocument document;
  private final Sheet sheet;
  private final Function<String, Optional<Picture>> pictures;
  private final PDFont font = new PDType1Font(Standard14Fonts.FontName.HELVETICA);
  private final PDFont bold = new PDType1Font(Standard14Fonts.FontName.HELVETICA_BOLD);
  private final float width = PDRectangle.A4.getWidth() - 2 * MARGIN;
  private Optional<PDPageContentStream> page = Optional.empty();
  private float y;

  private SheetPdf(PDDocument document, Sheet sheet, Function<String, Optional<Picture>> pictures) {
    this.document = document;
    this.sheet = sheet;
    this.pictures = pictures;
  }

  /**
   * @param pictures gives a picture by its name; empty where it is gone
   */
  public static void write(
      Sheet sheet, Function<String, Optional<Picture>> pictures, OutputStream out)
      throws IOException {
    try (PDDocument document = new PDDocument()) {
      var pdf = new SheetPdf(document, sheet, pictures);
      pdf.all();
      pdf.numbers();
      document.getDocumentInformation().setTitle(PdfText.plain(sheet.title()));
      document.save(out);
    }
  }

  /** Puts a sheet's pages behind those a document has, without numbers. */
  static void append(PDDocument document, Sheet sheet, Function<String, Optional<Picture>> pictures)
      throws IOException {
    new SheetPdf(document, sheet, pictures).all();
  }

  private void all() throws IOException {
    turn();
    lines(bold, sheet.title(), 16, 0);
    lines(font, sheet.subtitle(), TEXT, 0);
    for (Sheet.Section section : sheet.sections()) {
      y -= 10;
      room(4 * TEXT * LEADING);
      lines(bold, section.heading(), 11.5f, 0);
      y -= 2;
      for (Sheet.Block block : section.blocks()) {
        switch (block) {
          case Sheet.Paragraph(String text) -> lines(font, text, TEXT, 0);
          case Sheet.Points(List<String> points) -> {
            for (String point : points) {
              point(point);
            }
          }
          case Sheet.Table table -> table(table);
          case Sheet.Pictures shown -> pictures(shown.pictures());
        }
      }
    }
    out().close();
  }

  private PDPageContentStream out() {
    return page.orElseThrow();
  }

  /** Begins a page. */
  private void turn() throws IOException {
    if (page.isPresent()) {
      out().close();
    }
    PDPage next = new PDPage(PDRectangle.A4);
    document.addPage(next);
    page = Optional.of(new PDPageContentStream(document, next));
    y = PDRectangle.A4.getHeight() - MARGIN;
  }

  /** Begins a page where there is less than this left; says whether it did. */
  private boolean room(float height) throws IOException {
    if (y - height >= MARGIN) {
      return false;
    }
    turn();
    return true;
  }

  private void lines(PDFont face, String text, float size, float indent) throws IOException {
    for (String line : PdfText.wrapped(face, text, size, width - indent)) {
      room(size * LEADING);
      y -= size * LEADING;
      PdfText.show(out(), face, line, MARGIN + indent, y, size, PdfText.INK);
    }
  }

  private void point(String text) throws IOException {
    room(TEXT * LEADING);
    PdfText.show(out(), font, "-", MARGIN, y - TEXT * LEADING, TEXT, PdfText.INK);
    lines(font, text, TEXT, 10);
  }

  private void table(Sheet.Table table) throws IOException {
    row(table, table.columns(), bold);
    rule(1);
    for (List<String> cells : table.rows()) {
      if (room(height(table, cells))) {
        row(table, table.columns(), bold);
        rule(1);
      }
      row(table, cells, font);
      rule(0.3f);
    }
  }

  private void rule(float thickness) throws IOException {
    out().setStrokingColor(PdfText.FAINT);
    out().setLineWidth(thickness);
    out().moveTo(MARGIN, y - 3);
    out().lineTo(MARGIN + width, y - 3);
    out().stroke();
    y -= 3;
  }

  private float height(Sheet.Table table, List<String> cells) throws IOException {
    int most = 1;
    for (int i = 0; i < cells.size(); i++) {
      most = Math.max(most, wrapped(table, cells, i, font).size());
    }
    return most * CELL * LEADING + 4;
  }

  private List<String> wrapped(Sheet.Table table, List<String> cells, int column, PDFont face)
      throws IOException {
    float room = (float) (table.shares().get(column) * width) - 6;
    return PdfText.wrapped(face, cells.get(column), CELL, room);
  }

  private void row(Sheet.Table table, List<String> cells, PDFont face) throws IOException {
    float x = MARGIN;
    float lowest = y - CELL * LEADING;
    for (int i = 0; i < cells.size(); i++) {
      float at = y;
      for (String line : wrapped(table, cells, i, face)) {
        at -= CELL * LEADING;
        PdfText.show(out(), face, line, x, at, CELL, PdfText.INK);
      }
      lowest = Math.min(lowest, at);
      x += (float) (table.shares().get(i) * width);
    }
    y = lowest;
  }

  private void pictures(List<Handover.Picture> shown) throws IOException {
    float x = MARGIN;
    for (Handover.Picture one : shown) {
      Optional<Picture> found = pictures.apply(one.content());
      if (found.isPresent()) {
        if (x == MARGIN) {
          room(PICTURE_HEIGHT + 20);
        }
        PDImageXObject image =
            PDImageXObject.createFromByteArray(document, found.get().thumbnail(), one.content());
        float scale =
            Math.min(PICTURE_WIDTH / image.getWidth(), PICTURE_HEIGHT / image.getHeight());
        float high = image.getHeight() * scale;
        out().drawImage(image, x, y - high - 4, image.getWidth() * scale, high);
        String caption = SheetHtml.caption(one.moment().word(), one.caption());
        List<String> words = PdfText.wrapped(font, caption, 8, PICTURE_WIDTH);
        PdfText.show(
            out(),
            font,
            words.isEmpty() ? "" : words.getFirst(),
            x,
            y - PICTURE_HEIGHT - 14,
            8,
            PdfText.FAINT);
        x += PICTURE_WIDTH + 12;
        if (x + PICTURE_WIDTH > MARGIN + width) {
          x = MARGIN;
          y -= PICTURE_HEIGHT + 22;
        }
      }
    }
    y -= x == MARGIN ? 0 : PICTURE_HEIGHT + 22;
  }

  private void numbers() throws IOException {
    List<PDPage> all = new ArrayList<>();
    document.getPages().forEach(all::add);
    for (int i = 0; i < all.size(); i++) {
      try (PDPageContentStream out =
          new PDPageContentStream(
              document, all.get(i), PDPageContentStream.AppendMode.APPEND, true)) {
        String number = "page " + (i + 1) + " of " + all.size();
        float x = MARGIN + width - PdfText.width(font, number, 8);
        PdfText.show(out, font, number, x, MARGIN / 2, 8, PdfText.FAINT);
      }
    }
  }
}
