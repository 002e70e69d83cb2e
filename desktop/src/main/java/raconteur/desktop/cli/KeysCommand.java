package raconteur.desktop.cli;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.finding.Quantities;
import raconteur.core.keys.KeyChecks;
import raconteur.core.keys.KeyDiagnosis;
import raconteur.core.keys.KeyLines;
import raconteur.core.keys.KeyMatrix;
import raconteur.core.keys.KeyMatrixText;
import raconteur.core.keys.KeyOhms;
import raconteur.core.keys.KeysSeen;

/** {@code raconteur keys}. */
@Command(
    name = "keys",
    description = {
      "Say which rows, columns, joins and keys of a keyboard explain what its keys do, and what to"
          + " look at first.",
      "Example: raconteur keys --board quillon-kittiwake-b --seen \"dead ROW1; works rest\""
    },
    mixinStandardHelpOptions = true)
final class KeysCommand extends Printing {
  private static final int MOST_CHECKS = 10;

  @Option(names = "--board", paramLabel = "ID", description = "A board whose keyboard ships.")
  private @Nullable String board;

  @Option(names = "--matrix", paramLabel = "FILE", description = "A matrix typed as a table.")
  private @Nullable Path matrixFile;

  @Option(
      names = "--seen",
      paramLabel = "WORDS",
      description = "For example \"dead Q W; doubtful P; always A; ghost S D; works rest\".")
  private String seen = "";

  @Option(
      names = "--ohms",
      paramLabel = "WORDS",
      description = "Contacts as measured, for example \"Q 120 W 95 E 2k4\".")
  private String ohms = "";

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  @Override
  public Integer call() {
    if ((board == null) == (matrixFile == null)) {
      return refuse("Say --board ID or --matrix FILE, one of them.");
    }
    KeyMatrix matrix;
    switch (matrix()) {
      case Loaded.Refused<KeyMatrix> refused -> {
        return refuse(refused.summary());
      }
      case Loaded.Ok<KeyMatrix>(KeyMatrix read) -> matrix = read;
    }
    KeysSeen states;
    switch (KeysSeen.read(matrix, seen)) {
      case KeysSeen.Refused(String why) -> {
        return refuse(why);
      }
      case KeysSeen.Ok(KeysSeen read) -> states = read;
    }
    Map<KeyMatrix.Key, Double> measured = new LinkedHashMap<>();
    String wrong = measured(matrix, measured);
    if (!wrong.isEmpty()) {
      return refuse(wrong);
    }
    KeyDiagnosis diagnosis = KeyDiagnosis.of(matrix, states);
    List<KeyChecks.Check> checks = KeyChecks.of(matrix, diagnosis);
    KeyOhms contacts = KeyOhms.of(matrix, measured);
    print(
        json
            ? json(matrix, states, diagnosis, checks, contacts)
            : text(matrix, states, diagnosis, checks, contacts));
    return 0;
  }

  private Loaded<KeyMatrix> matrix() {
    Path file = matrixFile;
    if (file != null) {
      try {
        return KeyMatrixText.read(file.toString(), Files.readString(file));
      } catch (CharacterCodingException e) {
        return refused(file + " is no text.");
      } catch (IOException e) {
        return refused("Cannot read " + file + ".");
      }
    }
    String id = String.valueOf(board);
    return switch (BoardCommands.OfBoards.board(id)) {
      case Loaded.Refused<Board> missing -> new Loaded.Refused<>(missing.issues());
      case Loaded.Ok<Board>(Board found) ->
          KeyMatrixText.of(found)
              .<Loaded<KeyMatrix>>map(Loaded.Ok::new)
              .orElseGet(
                  () -> refused("No keyboard ships for " + id + "; type its table, --matrix."));
    };
  }

  private static Loaded<KeyMatrix> refused(String sentence) {
    return new Loaded.Refused<>(List.of(new Issue("", 0, 0, "", sentence)));
  }

  private String measured(KeyMatrix matrix, Map<KeyMatrix.Key, Double> measured) {
    if (ohms.isBlank()) {
      return "";
    }
    String[] words = ohms.strip().split("[\\s,]+", -1);
    if (words.length % 2 != 0) {
      return "Say a key and its ohms, in turn: Q 120 W 95.";
    }
    for (int i = 0; i < words.length; i += 2) {
      Optional<KeyMatrix.Key> key = matrix.find(words[i]);
      Optional<Double> value = Quantities.ohmsOf(words[i + 1]);
      if (key.isEmpty()) {
        return "There is no key " + words[i] + ".";
      }
      if (value.isEmpty()) {
        return words[i + 1] + " is no resistance such as 120, 2k4 or open.";
      }
      measured.put(key.get(), value.get());
    }
    return "";
  }

  private static String text(
      KeyMatrix matrix,
      KeysSeen seen,
      KeyDiagnosis diagnosis,
      List<KeyChecks.Check> checks,
      KeyOhms contacts) {
    StringBuilder out = new StringBuilder(matrix.title()).append("\n\nWhat explains it\n");
    for (KeyDiagnosis.Explanation set : diagnosis.sets()) {
      out.append(
          String.format(
              Locale.ROOT,
              "%6.1f %%  %s%n",
              set.probability() * 100,
              set.faults().isEmpty() ? "keys by themselves" : String.join("; ", set.faults())));
    }
    if (!diagnosis.keys().isEmpty()) {
      out.append("\nKeys with a fault of their own\n");
      diagnosis
          .keys()
          .forEach(
              k ->
                  out.append(
                      String.format(
                          Locale.ROOT, "%6.1f %%  %s%n", k.probability() * 100, k.key().name())));
    }
    out.append("\nWhat to look at, first things first\n");
    checks.stream()
        .limit(MOST_CHECKS)
        .forEach(
            c ->
                out.append(
                    String.format(
                        Locale.ROOT,
                        "%6.1f %%  %3.0f min  %s%s%n",
                        c.probability() * 100,
                        c.minutes(),
                        c.words(),
                        c.opened() ? " (keyboard open)" : "")));
    if (!contacts.judged().isEmpty()) {
      out.append(
          String.format(
              Locale.ROOT,
              "%nContacts: about %.0f Ω, %s up to %.0f Ω%n",
              contacts.typicalOhms(),
              matrix.kind(),
              contacts.limitOhms()));
      contacts.judged().stream()
          .filter(KeyOhms.Judged::toClean)
          .forEach(
              j ->
                  out.append(
                      String.format(
                          Locale.ROOT, "  clean %s, %.0f Ω%n", j.key().name(), j.ohms())));
    }
    out.append("\nFor the story\n");
    KeyLines.of(matrix, seen, diagnosis).forEach(l -> out.append("  ").append(l).append('\n'));
    return out.toString();
  }

  private static String json(
      KeyMatrix matrix,
      KeysSeen seen,
      KeyDiagnosis diagnosis,
      List<KeyChecks.Check> checks,
      KeyOhms contacts) {
    return JsonText.of(
        "raconteur-keyboard/1",
        json -> {
          json.writeStringField("keyboard", matrix.title());
          JsonText.objects(
              json,
              "explanations",
              diagnosis.sets(),
              set -> {
                JsonText.strings(json, "faults", set.faults());
                json.writeNumberField("probability", set.probability());
              });
          JsonText.objects(
              json,
              "keys",
              diagnosis.keys(),
              own -> {
                json.writeStringField("key", own.key().name());
                json.writeNumberField("probability", own.probability());
              });
          JsonText.objects(
              json,
              "checks",
              checks,
              check -> {
                json.writeStringField("do", check.words());
                json.writeNumberField("minutes", check.minutes());
                json.writeNumberField("probability", check.probability());
                json.writeBooleanField("keyboard open", check.opened());
              });
          JsonText.objects(
              json,
              "to clean",
              contacts.judged().stream().filter(KeyOhms.Judged::toClean).toList(),
              judged -> {
                json.writeStringField("key", judged.key().name());
                if (Double.isInfinite(judged.ohms())) {
                  json.writeStringField("ohms", "open");
                } else {
                  json.writeNumberField("ohms", judged.ohms());
                }
              });
          JsonText.strings(json, "lines", KeyLines.of(matrix, seen, diagnosis));
        });
  }
}
