package raconteur.desktop.manual;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Which program this is and whose work it stands on: the list made by the build, and the licence
 * texts the libraries carry.
 */
public final class About {
  private static final List<String> TEXTS =
      List.of(
          "META-INF/LICENSE",
          "META-INF/LICENSE.txt",
          "META-INF/LICENSE.md",
          "META-INF/LICENCE",
          "META-INF/LICENCE.txt",
          "META-INF/NOTICE",
          "META-INF/NOTICE.txt");

  private About() {}

  /** The version from the build. */
  public static String version() {
    String version = About.class.getPackage().getImplementationVersion();
    return "Raconteur " + Optional.ofNullable(version).orElse("(not packaged)");
  }

  /** What this is and where its files lie, as a page. */
  static String page(Path log) {
    return """
    # About

    %s, on Java %s.

    The log is %s; `./raconteur --report FILE` packs it for whoever helps.

    The typeface is B612 (SIL Open Font License 1.1).

    ## Libraries

    %s
    """
        .replaceFirst("%s", version())
        .replaceFirst("%s", Runtime.version().toString())
        .replaceFirst("%s", java.util.regex.Matcher.quoteReplacement("`" + log + "`"))
        .replaceFirst("%s", java.util.regex.Matcher.quoteReplacement(listed()));
  }

  /** The libraries with their licences, as the build wrote them, as a list. */
  static String listed() {
    StringBuilder list = new StringBuilder();
    text("third-party.txt")
        .ifPresent(
            text ->
                text.lines()
                    .map(String::strip)
                    .filter(l -> l.startsWith("("))
                    .forEach(l -> list.append("* ").append(l).append('\n')));
    return list.isEmpty() ? "The list is made by the build; this was not packaged." : list + "";
  }

  private static Optional<String> text(String name) {
    try (InputStream in = About.class.getResourceAsStream(name)) {
      return in == null
          ? Optional.empty()
          : Optional.of(new String(in.readAllBytes(), StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The licence texts that the libraries carry, by the library; ours of the typeface first. */
  static Map<String, String> licences() {
    Map<String, List<String>> found = new TreeMap<>();
    for (String name : TEXTS) {
      try {
        for (URL at : Collections.list(About.class.getClassLoader().getResources(name))) {
          try (InputStream in = at.openStream()) {
            found
                .computeIfAbsent(library(at), _ -> new ArrayList<>())
                .add(new String(in.readAllBytes(), StandardCharsets.UTF_8).strip());
          }
        }
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    Map<String, String> texts = new LinkedHashMap<>();
    try (InputStream in =
        raconteur.desktop.theme.Theme.class.getResourceAsStream("B612-licence.txt")) {
      if (in != null) {
        texts.put("B612", new String(in.readAllBytes(), StandardCharsets.UTF_8));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    found.forEach((library, all) -> texts.put(library, String.join("\n\n", all)));
    return texts;
  }

  /** The jar a text lies in. */
  private static String library(URL at) {
    String path = at.getPath();
    int end = path.indexOf(".jar!");
    return end < 0 ? path : path.substring(path.lastIndexOf('/', end) + 1, end);
  }
}
