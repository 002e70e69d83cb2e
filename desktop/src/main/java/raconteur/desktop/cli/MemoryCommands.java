package raconteur.desktop.cli;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.memory.MarchChoice;
import raconteur.core.memory.MemoryDiagnosis;
import raconteur.core.memory.MemoryFails;
import raconteur.core.memory.MemoryShape;
import raconteur.core.memory.MemoryWords;

/** The commands about memories: explain, tests. */
@Command(
    name = "memory",
    description = "What a tester says of a memory, and which tests to make: explain, tests.",
    mixinStandardHelpOptions = true,
    subcommands = {MemoryCommands.Explain.class, MemoryCommands.Tests.class})
final class MemoryCommands extends Printing {
  private static final String FORMAT = "raconteur-memory/1";

  @Override
  public Integer call() {
    return refuse(
        "Say what to do with a memory: explain or tests; './raconteur memory --help' tells more.");
  }

  /** {@code raconteur memory explain}. */
  @Command(
      name = "explain",
      description = {
        "Say what failing addresses and bits mean: a cell, a row, a column, an address line, a chip"
            + " or what the chips share.",
        "Example: raconteur memory explain docs/examples/memory-fails.txt --part 4116 --chips"
            + " U22-U29"
      },
      mixinStandardHelpOptions = true)
  static final class Explain extends Printing {
    private static final long LARGEST_BYTES = 16_000_000;
    private static final Pattern CHIPS =
        Pattern.compile("([A-Za-z]{1,4})([0-9]{1,4})-(?:[A-Za-z]{1,4})?([0-9]{1,4})");

    @Parameters(
        index = "0",
        paramLabel = "FAILS",
        description = "Lines such as 4A3F bit 3, 4A3F 55 5D, 4000-7FFF bit 6, tested 0000-3FFF.")
    private @Nullable Path file;

    @Option(
        names = "--part",
        paramLabel = "4116",
        required = true,
        description = "The memory's type: its address pins tell the rows and columns.")
    private String part = "";

    @Option(names = "--bits", paramLabel = "N", description = "Bits of a word; 8 if not said.")
    private int bits = 8;

    @Option(
        names = "--chips",
        paramLabel = "U22-U29",
        description = "The chips, bit 0 first: U22-U29, or U22,U24,…")
    private String chips = "";

    @Option(names = "--json", description = "Print JSON.")
    private boolean json;

    @Override
    public Integer call() {
      Optional<Device> device = RomCommands.OfRoms.device(part);
      if (device.isEmpty()) {
        return refuse("No device is called " + part + "; './raconteur devices' lists them.");
      }
      if (bits < 1 || bits > MemoryShape.MOST_BITS) {
        return refuse("A word has 1 to " + MemoryShape.MOST_BITS + " bits.");
      }
      Optional<MemoryShape> shape = MemoryShape.of(device.get(), bits);
      if (shape.isEmpty()) {
        return refuse(device.get().name() + " is no memory with address pins A0, A1 and so on.");
      }
      List<String> places = places();
      if (!places.isEmpty() && places.size() != bits) {
        return refuse("--chips names one chip a bit: " + bits + " of them, bit 0 first.");
      }
      String text;
      try {
        Path fails = Objects.requireNonNull(file);
        if (Files.size(fails) > LARGEST_BYTES) {
          return refuse(fails + " is larger than 16 MB.");
        }
        text = Files.readString(fails);
      } catch (CharacterCodingException e) {
        return refuse(file + " is no text.");
      } catch (IOException e) {
        return refuse("Cannot read " + file + ".");
      }
      return switch (MemoryFails.read(String.valueOf(file), text, shape.get())) {
        case Loaded.Refused<MemoryFails> refused -> refuse(refused.summary());
        case Loaded.Ok<MemoryFails>(MemoryFails fails) ->
            print(
                json
                    ? json(fails, MemoryDiagnosis.of(fails), places)
                    : text(fails, MemoryDiagnosis.of(fails), places, device));
      };
    }

    private List<String> places() {
      if (chips.isBlank()) {
        return List.of();
      }
      Matcher range = CHIPS.matcher(chips.strip());
      if (!range.matches()) {
        return List.of(chips.strip().split("[\\s,]+", -1));
      }
      int first = Integer.parseInt(range.group(2));
      int last = Integer.parseInt(range.group(3));
      int step = first <= last ? 1 : -1;
      List<String> all = new ArrayList<>();
      for (int n = first; n != last + step && all.size() <= MemoryShape.MOST_BITS; n += step) {
        all.add(range.group(1).toUpperCase(Locale.ROOT) + n);
      }
      return all;
    }

    private static String text(
        MemoryFails fails,
        MemoryDiagnosis.Result result,
        List<String> places,
        Optional<Device> device) {
      StringBuilder out = new StringBuilder();
      MemoryWords.of(fails, result, places, device).forEach(s -> out.append(s).append('\n'));
      List<String> lines = MemoryWords.lines(fails, result, places);
      if (!lines.isEmpty()) {
        out.append("\nFor the story\n");
        lines.forEach(l -> out.append("  ").append(l).append('\n'));
      }
      return out.toString();
    }

    private static String json(
        MemoryFails fails, MemoryDiagnosis.Result result, List<String> places) {
      return JsonText.of(
          FORMAT,
          json -> {
            json.writeNumberField("tested", fails.tested().cardinality());
            json.writeNumberField("failing", fails.failingWords());
            JsonText.objects(
                json,
                "parts",
                result.parts(),
                part -> {
                  json.writeArrayFieldStart("bits");
                  for (int bit : part.bits()) {
                    json.writeNumber(bit);
                  }
                  json.writeEndArray();
                  json.writeStringField("says", part.words(fails.shape()));
                  json.writeNumberField("explained", part.explained());
                  json.writeNumberField("spoilt", part.spoilt());
                });
            json.writeNumberField("left", result.left());
            JsonText.strings(json, "lines", MemoryWords.lines(fails, result, places));
          });
    }
  }

  /** {@code raconteur memory tests}. */
  @Command(
      name = "tests",
      description = {
        "Say which march test finds which kind of fault, how long it takes, and which tell kinds"
            + " apart.",
        "Example: raconteur memory tests --tell \"stuck address setting retention\" --words 16384"
      },
      mixinStandardHelpOptions = true)
  static final class Tests extends Printing {
    @Option(
        names = "--tell",
        paramLabel = "KINDS",
        description =
            "Of stuck, transition, address, inversion, setting, holding, retention; all if not"
                + " said.")
    private String kinds = "";

    @Option(names = "--words", paramLabel = "N", description = "Words; 16384 if not said.")
    private long words = 16_384;

    @Option(
        names = "--ns",
        paramLabel = "N",
        description = "Nanoseconds a read or write takes; 1000 if not said.")
    private double nanos = 1_000;

    @Option(
        names = "--pause",
        paramLabel = "S",
        description = "Seconds the memory is left alone at a wait; 0.1 if not said.")
    private double pause = 0.1;

    @Option(names = "--json", description = "Print JSON.")
    private boolean json;

    @Override
    public Integer call() {
      if (words < 1
          || words > 1L << 32
          || !(nanos > 0 && nanos < 1e9)
          || !(pause >= 0 && pause < 1e4)) {
        return refuse(
            "Words go from 1 to 4 G, nanoseconds from above 0 to a second, the pause to 10000 s.");
      }
      Set<MarchChoice.Kind> wanted = EnumSet.noneOf(MarchChoice.Kind.class);
      for (String word : kinds.isBlank() ? new String[0] : kinds.strip().split("[\\s,]+", -1)) {
        try {
          wanted.add(MarchChoice.Kind.valueOf(word.toUpperCase(Locale.ROOT)));
        } catch (IllegalArgumentException e) {
          return refuse(
              word
                  + " is no kind of fault: stuck, transition, address, inversion, setting, holding"
                  + " or retention.");
        }
      }
      if (wanted.isEmpty()) {
        wanted.addAll(EnumSet.allOf(MarchChoice.Kind.class));
      }
      return print(json ? json(wanted) : text(wanted));
    }

    private String text(Set<MarchChoice.Kind> wanted) {
      StringBuilder out = new StringBuilder();
      for (MarchChoice.Kind kind : wanted) {
        out.append(String.format(Locale.ROOT, "%-11s %s%n", word(kind), kind.words()));
      }
      out.append('\n').append(String.format(Locale.ROOT, "%-9s %4s %9s", "test", "n", "seconds"));
      wanted.forEach(k -> out.append(String.format(Locale.ROOT, " %10s", word(k))));
      out.append('\n');
      for (MarchChoice.Row row : MarchChoice.rows()) {
        out.append(
            String.format(
                Locale.ROOT,
                "%-9s %3dn %9.3f",
                row.test().name(),
                row.test().operationsPerAddress(),
                row.seconds(words, nanos, pause)));
        for (MarchChoice.Kind kind : wanted) {
          out.append(
              String.format(
                  Locale.ROOT,
                  " %10s",
                  row.findsAll(kind)
                      ? "all"
                      : String.format(Locale.ROOT, "%.0f %%", 100 * row.share().get(kind))));
        }
        out.append('\n');
      }
      out.append('\n');
      MarchChoice.shortestFor(wanted)
          .ifPresentOrElse(
              row ->
                  out.append("No fault of these kinds escapes ")
                      .append(row.test().name())
                      .append(": ")
                      .append(row.test().notation())
                      .append('\n'),
              () -> out.append("No test here finds all faults of all these kinds.\n"));
      MarchChoice.Telling telling = MarchChoice.telling(wanted);
      if (!telling.rows().isEmpty()) {
        out.append("To tell them apart, in turn: ")
            .append(String.join(", ", telling.rows().stream().map(r -> r.test().name()).toList()))
            .append(" (")
            .append(telling.operationsPerAddress())
            .append("n). The first that fails leaves what those before it do not find.\n");
      }
      for (Set<MarchChoice.Kind> same : telling.alike()) {
        out.append("These stay alike: ")
            .append(String.join(", ", same.stream().map(Tests::word).toList()))
            .append(".\n");
      }
      return out.toString();
    }

    private String json(Set<MarchChoice.Kind> wanted) {
      MarchChoice.Telling telling = MarchChoice.telling(wanted);
      return JsonText.of(
          FORMAT,
          json -> {
            JsonText.objects(
                json,
                "tests",
                MarchChoice.rows(),
                row -> {
                  json.writeStringField("test", row.test().name());
                  json.writeStringField("march", row.test().notation());
                  json.writeNumberField("operations", row.test().operationsPerAddress());
                  json.writeNumberField("seconds", row.seconds(words, nanos, pause));
                  json.writeObjectFieldStart("found");
                  for (MarchChoice.Kind kind : wanted) {
                    json.writeNumberField(word(kind), row.share().get(kind));
                  }
                  json.writeEndObject();
                });
            JsonText.strings(
                json, "tell", telling.rows().stream().map(r -> r.test().name()).toList());
          });
    }

    private static String word(MarchChoice.Kind kind) {
      return kind.name().toLowerCase(Locale.ROOT);
    }
  }
}
