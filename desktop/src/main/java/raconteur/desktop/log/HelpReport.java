package raconteur.desktop.log;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;

/**
 * The zip for whoever helps: the log, the versions of everything, the shop's settings; a case and
 * its board only if they were asked for.
 */
public final class HelpReport {
  private static final String VERSIONS = "versions.txt";
  private static final FileKind KIND = FileKind.zip("report", VERSIONS);

  private final Map<String, Part> parts = new LinkedHashMap<>();

  /** What a part of the zip is made of. */
  private interface Part {
    void write(OutputStream out) throws IOException;
  }

  private HelpReport() {}

  /** A report with the log files there are, and the versions. */
  public static HelpReport of(Log log, String version) {
    var report = new HelpReport();
    report.with(VERSIONS, versions(version));
    for (Path file : log.files()) {
      report.parts.put("log/" + file.getFileName(), out -> Files.copy(file, out));
    }
    return report;
  }

  /** The same with one more text. */
  public HelpReport with(String name, String text) {
    parts.put(name, out -> out.write(text.getBytes(StandardCharsets.UTF_8)));
    return this;
  }

  /** Writes it; why not, in one sentence, or empty. */
  public Optional<String> write(Path target) {
    return WholeFile.write(
        target,
        KIND,
        out -> {
          // Closing the zip would close what the caller closes.
          ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
          for (Map.Entry<String, Part> part : parts.entrySet()) {
            zip.putNextEntry(new ZipEntry(part.getKey()));
            part.getValue().write(zip);
            zip.closeEntry();
          }
          zip.finish();
        });
  }

  private static String versions(String version) {
    StringBuilder text = new StringBuilder();
    text.append(version).append('\n');
    for (String property :
        new String[] {
          "java.version",
          "java.vm.name",
          "javafx.runtime.version",
          "os.name",
          "os.version",
          "os.arch",
          "file.encoding"
        }) {
      text.append(property)
          .append(": ")
          .append(Optional.ofNullable(System.getProperty(property)).orElse("not there"))
          .append('\n');
    }
    text.append("locale: ").append(Locale.getDefault().toLanguageTag()).append('\n');
    text.append("processors: ").append(Runtime.getRuntime().availableProcessors()).append('\n');
    text.append("most memory: ")
        .append(Runtime.getRuntime().maxMemory() / (1024 * 1024))
        .append(" MB\n");
    return text.toString();
  }
}
