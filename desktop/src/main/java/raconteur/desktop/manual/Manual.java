package raconteur.desktop.manual;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** The pages of the manual, as they stand in docs/manual. */
final class Manual {
  /** In the order people work. */
  private static final List<String> FILES =
      List.of(
          "1-first-board.md",
          "2-stages.md",
          "3-bench-line.md",
          "4-numbers.md",
          "5-safety.md",
          "6-commands.md");

  private Manual() {}

  /**
   * A page.
   *
   * @param file its name, by which other pages refer to it
   * @param title its first heading
   * @param text as it was written, in Markdown
   */
  record Page(String file, String title, String text) {}

  static List<Page> pages() {
    return FILES.stream().map(Manual::page).toList();
  }

  private static Page page(String file) {
    try (InputStream in =
        Objects.requireNonNull(Manual.class.getResourceAsStream("pages/" + file), file)) {
      String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      String title = text.lines().findFirst().orElse("").replaceFirst("^#+ *", "");
      return new Page(file, title, text);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The page another refers to; empty for what is no page of the manual. */
  static Optional<Page> page(List<Page> among, String link) {
    return among.stream().filter(p -> p.file().equals(link)).findFirst();
  }

  /** A picture a page shows, by the path it is written with. */
  static Optional<InputStream> picture(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return Optional.ofNullable(Manual.class.getResourceAsStream("pictures/" + name));
  }
}
