import com.google.googlejavaformat.java.Main;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Checks or mends the layout of every Java source below some folders: {@code Format --dry-run
 * FOLDER…} lists the files that differ and fails, {@code Format --replace FOLDER…} rewrites them.
 */
class Format {
  public static void main(String[] args) throws Exception {
    List<String> formatterArguments = new ArrayList<>(List.of(args[0]));
    if (args[0].equals("--dry-run")) {
      formatterArguments.add("--set-exit-if-changed");
    }
    for (int i = 1; i < args.length; i++) {
      try (var files = Files.walk(Path.of(args[i]))) {
        files
            .filter(f -> f.toString().endsWith(".java"))
            .filter(f -> !f.toString().contains("target"))
            .forEach(f -> formatterArguments.add(f.toString()));
      }
    }
    var out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
    var err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
    int exit = new Main(out, err, System.in).format(formatterArguments.toArray(String[]::new));
    if (exit != 0) {
      err.println(
          "The files above are laid out otherwise: mvn validate -Dformatter.mode=--replace");
    }
    System.exit(exit);
  }
}
