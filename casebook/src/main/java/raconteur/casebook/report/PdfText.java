package raconteur.casebook.report;

import java.awt.Color;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.font.PDFont;
import raconteur.casebook.palette.Hue;

/** Words on a sheet of paper, in the standard fonts every reader has. */
final class PdfText {
  static final Color INK = new Color(Hue.INK.printed());
  static final Color FAINT = new Color(Hue.FAINT.printed());
  static final Color SUSPECT = new Color(Hue.SUSPECT.printed());

  /** The palest and the darkest of a colour on which words are still read. */
  private static final float PALEST = 0.12f;

  private static final float DARKEST = 0.6f;

  private PdfText() {}

  /**
   * A colour thinned with white.
   *
   * @param share how much of it, from 0 to 1; even the most leaves ink readable on it
   */
  static Color paled(Color color, double share) {
    float part = PALEST + (DARKEST - PALEST) * (float) Math.clamp(share, 0, 1);
    return new Color(
        thinned(color.getRed(), part),
        thinned(color.getGreen(), part),
        thinned(color.getBlue(), part));
  }

  private static int thinned(int value, float part) {
    return Math.round(255 - (255 - value) * part);
  }

  /** What the standard fonts have no sign for is spelled out, or shown as a question mark. */
  static String plain(String words) {
    String spelled =
        words
            .replace("Ω", "ohm")
            .replace("Ω", "ohm")
            .replace('μ', 'µ')
            .replace('−', '-')
            .replace('“', '"')
            .replace('”', '"')
            .replace("…", "...")
            .replace('—', '-')
            .replace('–', '-')
            .replace("→", "->");
    StringBuilder text = new StringBuilder();
    spelled
        .codePoints()
        .forEach(
            c -> {
              boolean latin = (c >= ' ' && c < 0x7F) || (c > 0xA0 && c <= 0xFF);
              text.append(latin ? Character.toString(c) : "?");
            });
    return text.toString();
  }

  /** One line of words; lengths in the stream's own unit. */
  static void show(
      PDPageContentStream out, PDFont font, String words, float x, float y, float size, Color color)
      throws IOException {
    out.beginText();
    out.setNonStrokingColor(color);
    out.setFont(font, size);
    out.newLineAtOffset(x, y);
    out.showText(plain(words));
    out.endText();
  }

  static float width(PDFont font, String words, float size) throws IOException {
    return font.getStringWidth(plain(words)) / 1000 * size;
  }

  /** Breaks words into lines that fit; a word longer than a line is cut. */
  static List<String> wrapped(PDFont font, String words, float size, float room)
      throws IOException {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : words.strip().split("\\s+", -1)) {
      String rest = word;
      String longer = line.isEmpty() ? rest : line + " " + rest;
      if (width(font, longer, size) <= room) {
        line.setLength(0);
        line.append(longer);
        continue;
      }
      if (!line.isEmpty()) {
        lines.add(line.toString());
        line.setLength(0);
      }
      while (width(font, rest, size) > room) {
        int fits = rest.length();
        while (fits > 1 && width(font, rest.substring(0, fits), size) > room) {
          fits--;
        }
        lines.add(rest.substring(0, fits));
        rest = rest.substring(fits);
      }
      line.append(rest);
    }
    if (!line.isEmpty()) {
      lines.add(line.toString());
    }
    return lines;
  }
}
