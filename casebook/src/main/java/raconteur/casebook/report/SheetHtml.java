package raconteur.casebook.report;

import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import raconteur.casebook.palette.Hue;
import raconteur.casebook.store.Picture;
import raconteur.core.handover.Sheet;

/**
 * A sheet as one HTML file that needs nothing beside it: styles and pictures are inside, the
 * pictures as the thumbnails the casebook keeps.
 */
public final class SheetHtml {
  private static final String STYLE =
      """
      body { font: 15px/1.45 Georgia, serif; color: {INK}; max-width: 46em; margin: 2em auto;
        padding: 0 1em; }
      h1 { font-size: 1.6em; margin-bottom: 0; } h2 { font-size: 1.1em; margin: 1.4em 0 .3em; }
      .under { color: {FAINT}; margin-top: .2em; }
      table { border-collapse: collapse; width: 100%; font-size: .92em; }
      th { text-align: left; border-bottom: 2px solid {INK}; } td { border-bottom: 1px solid {RULE}; }
      th, td { padding: .25em .5em .25em 0; vertical-align: top; }
      figure { display: inline-block; margin: 0 1em 1em 0; } figcaption { font-size: .85em; }
      @media print { body { margin: 0; max-width: none; } }
      """
          .replace("{INK}", Hue.INK.light())
          .replace("{FAINT}", Hue.FAINT.light())
          .replace("{RULE}", Hue.RULE.light());

  private SheetHtml() {}

  /**
   * @param pictures gives a picture by its name; empty where it is gone
   */
  public static String write(Sheet sheet, Function<String, Optional<Picture>> pictures) {
    StringBuilder html = new StringBuilder("<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n");
    html.append("<meta charset=\"utf-8\">\n<title>").append(escaped(sheet.title()));
    html.append("</title>\n<style>\n").append(STYLE).append("</style>\n</head>\n<body>\n");
    html.append("<h1>").append(escaped(sheet.title())).append("</h1>\n");
    html.append("<p class=\"under\">").append(escaped(sheet.subtitle())).append("</p>\n");
    for (Sheet.Section section : sheet.sections()) {
      html.append("<h2>").append(escaped(section.heading())).append("</h2>\n");
      section.blocks().forEach(block -> block(html, block, pictures));
    }
    return html.append("</body>\n</html>\n").toString();
  }

  private static void block(
      StringBuilder html, Sheet.Block block, Function<String, Optional<Picture>> pictures) {
    switch (block) {
      case Sheet.Paragraph(String text) ->
          html.append("<p>").append(escaped(text)).append("</p>\n");
      case Sheet.Points(List<String> points) -> {
        html.append("<ul>\n");
        points.forEach(p -> html.append("<li>").append(escaped(p)).append("</li>\n"));
        html.append("</ul>\n");
      }
      case Sheet.Table table -> {
        html.append("<table>\n<tr>");
        table.columns().forEach(c -> html.append("<th>").append(escaped(c)).append("</th>"));
        html.append("</tr>\n");
        for (List<String> row : table.rows()) {
          html.append("<tr>");
          row.forEach(c -> html.append("<td>").append(escaped(c)).append("</td>"));
          html.append("</tr>\n");
        }
        html.append("</table>\n");
      }
      case Sheet.Pictures shown ->
          shown
              .pictures()
              .forEach(
                  p ->
                      pictures
                          .apply(p.content())
                          .ifPresent(
                              found ->
                                  html.append("<figure><img alt=\"")
                                      .append(escaped(p.caption()))
                                      .append("\" src=\"data:image/jpeg;base64,")
                                      .append(Base64.getEncoder().encodeToString(found.thumbnail()))
                                      .append("\"><figcaption>")
                                      .append(escaped(caption(p.moment().word(), p.caption())))
                                      .append("</figcaption></figure>\n")));
    }
  }

  static String caption(String moment, String caption) {
    return caption.isEmpty() ? moment : moment + ": " + caption;
  }

  private static String escaped(String text) {
    return text.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
