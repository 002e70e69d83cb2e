package raconteur.desktop.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.casebook.exchange.KnownImages;
import raconteur.casebook.exchange.RomImages;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.marking.MarkingReader;
import raconteur.core.rom.BurnPlan;
import raconteur.core.rom.Parallel;
import raconteur.core.rom.RomDiagnosis;
import raconteur.core.rom.RomFile;
import raconteur.core.rom.RomInspection;
import raconteur.core.rom.RomWords;
import raconteur.core.rom.TwoReadings;

/** The commands about ROMs: compare, inspect, plan. */
@Command(
    name = "rom",
    description = "What was read out of ROMs: compare, inspect, plan a new one.",
    mixinStandardHelpOptions = true,
    subcommands = {RomCommands.Compare.class, RomCommands.Inspect.class, RomCommands.Plan.class})
final class RomCommands extends Printing {
  @Override
  public Integer call() {
    return refuse(
        "Say what to do with a ROM: compare, inspect or plan; './raconteur rom --help' tells"
            + " more.");
  }

  /** Reads images and devices. */
  abstract static class OfRoms extends Printing {
    static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();

    /** A device by its name or what is printed on it. */
    static Optional<Device> device(String name) {
      return new MarkingReader(LIBRARY).read(name).known().or(() -> LIBRARY.find(name));
    }

    static String json(JsonText.Body body) {
      return JsonText.of("raconteur-rom/1", body);
    }
  }

  /** {@code raconteur rom compare}. */
  @Command(
      name = "compare",
      description = {
        "Hold readings of one ROM against each other and against what should be there: which pin,"
            + " line or cell would make them differ so.",
        "Example: raconteur rom compare good.bin read1.bin read2.bin --part 2764"
      },
      mixinStandardHelpOptions = true)
  static final class Compare extends OfRoms {
    @Parameters(index = "0", paramLabel = "GOOD", description = "What should be there.")
    private @Nullable Path wanted;

    @Parameters(
        index = "1..*",
        arity = "1..*",
        paramLabel = "READ",
        description = "What was read; several readings of one chip.")
    private List<Path> readings = List.of();

    @Option(names = "--part", paramLabel = "2764", description = "Names pins by this device.")
    private @Nullable String part;

    @Option(names = "--json", description = "Print JSON.")
    private boolean json;

    @Override
    public Integer call() {
      Optional<Device> device = Optional.ofNullable(part).flatMap(OfRoms::device);
      if (part != null && device.isEmpty()) {
        return refuse("No device is called " + part + "; './raconteur devices' lists them.");
      }
      List<Path> files = new ArrayList<>(List.of(java.util.Objects.requireNonNull(wanted)));
      files.addAll(readings);
      return switch (RomImages.read(files)) {
        case Loaded.Refused<List<byte[]>> refused -> refuse(refused.summary());
        case Loaded.Ok<List<byte[]>>(List<byte[]> images) -> {
          List<byte[]> read = images.subList(1, images.size());
          Optional<TwoReadings> twice =
              read.size() < 2 ? Optional.empty() : Optional.of(TwoReadings.of(read));
          RomDiagnosis.Result result = RomDiagnosis.of(images.getFirst(), read.getFirst());
          yield print(json ? json(result, twice, device) : text(result, twice, device));
        }
      };
    }

    private static String text(
        RomDiagnosis.Result result, Optional<TwoReadings> twice, Optional<Device> device) {
      StringBuilder text = new StringBuilder();
      twice.ifPresent(t -> text.append(t.words()).append('\n'));
      RomWords.of(result, device).forEach(w -> text.append(w).append('\n'));
      return text.toString();
    }

    private static String json(
        RomDiagnosis.Result result, Optional<TwoReadings> twice, Optional<Device> device) {
      return OfRoms.json(
          json -> {
            json.writeNumberField("bytes", result.bytes());
            json.writeNumberField("differing", result.differing());
            json.writeArrayFieldStart("data bits");
            for (int[] ways : result.flips()) {
              json.writeStartObject();
              json.writeNumberField("high for low", ways[0]);
              json.writeNumberField("low for high", ways[1]);
              json.writeEndObject();
            }
            json.writeEndArray();
            JsonText.strings(json, "notes", result.notes());
            json.writeArrayFieldStart("explanations");
            for (RomDiagnosis.Explanation e : result.explanations()) {
              json.writeStartObject();
              JsonText.strings(
                  json, "causes", e.causes().stream().map(c -> c.words(device)).toList());
              json.writeNumberField("explained", e.explained());
              json.writeNumberField("spoilt", e.spoilt());
              json.writeEndObject();
            }
            json.writeEndArray();
            if (twice.isPresent()) {
              json.writeObjectFieldStart("readings");
              json.writeNumberField("compared", twice.get().readings());
              json.writeNumberField("unsteady bytes", twice.get().unsteadyBytes());
              json.writeEndObject();
            }
          });
    }
  }

  /** {@code raconteur rom inspect}. */
  @Command(
      name = "inspect",
      description = {
        "Say what a reading looks like where nobody knows what should be there.",
        "Example: raconteur rom inspect even.bin odd.bin --as in-turn"
      },
      mixinStandardHelpOptions = true)
  static final class Inspect extends OfRoms {
    @Parameters(
        arity = "1..*",
        paramLabel = "FILE",
        description = "One image, or the chips of one.")
    private List<Path> files = List.of();

    @Option(
        names = "--as",
        paramLabel = "WAY",
        description =
            "How several lie: one-after-another, in-turn (even, odd), nibbles (low, high).")
    private String way = "one-after-another";

    @Option(
        names = "--known",
        paramLabel = "LIST",
        description = "A table of images: name, size, crc32, sha1.")
    private @Nullable Path list;

    @Option(names = "--json", description = "Print JSON.")
    private boolean json;

    @Override
    public Integer call() {
      return switch (RomImages.read(files)) {
        case Loaded.Refused<List<byte[]>> refused -> refuse(refused.summary());
        case Loaded.Ok<List<byte[]>>(List<byte[]> images) -> {
          Optional<Parallel.Way> as = way();
          if (as.isEmpty()) {
            yield refuse(
                "“" + way + "” is no way chips lie; one-after-another, in-turn or nibbles are.");
          }
          try {
            byte[] image =
                images.size() == 1
                    ? images.getFirst()
                    : Parallel.join(images.toArray(byte[][]::new), as.get());
            yield inspected(image);
          } catch (IllegalArgumentException e) {
            yield refuse("They do not make one image: " + e.getMessage() + ".");
          }
        }
      };
    }

    private int inspected(byte[] image) {
      Optional<Loaded<KnownImages>> known = Optional.ofNullable(list).map(KnownImages::read);
      List<String> names = new ArrayList<>();
      if (known.isPresent()) {
        switch (known.get()) {
          case Loaded.Refused<KnownImages> refused -> {
            return refuse(refused.summary());
          }
          case Loaded.Ok<KnownImages>(KnownImages images) -> names.addAll(images.find(image));
        }
        if (names.isEmpty()) {
          names.add("It is none of the list.");
        }
      }
      RomInspection seen = RomInspection.of(image);
      return print(json ? json(image, seen, names) : text(image, seen, names));
    }

    private Optional<Parallel.Way> way() {
      return switch (way) {
        case "one-after-another" -> Optional.of(Parallel.Way.ONE_AFTER_ANOTHER);
        case "in-turn" -> Optional.of(Parallel.Way.BYTES_IN_TURN);
        case "nibbles" -> Optional.of(Parallel.Way.NIBBLES);
        default -> Optional.empty();
      };
    }

    private static String text(byte[] image, RomInspection seen, List<String> names) {
      StringBuilder text = new StringBuilder();
      text.append(
          String.format(
              Locale.ROOT,
              "%d bytes, sum %04X, CRC-32 %08X, CRC-16 %04X%nSHA-1 %s%n%.1f bits a byte%n",
              image.length,
              seen.sums().sum16(),
              seen.sums().crc32(),
              seen.sums().crcCcitt(),
              seen.sums().sha1(),
              seen.entropyBits()));
      names.forEach(n -> text.append(n).append('\n'));
      for (int bit = 0; bit < seen.planes().size(); bit++) {
        text.append(
            String.format(Locale.ROOT, "D%d high %3.0f %%%n", bit, seen.planes().get(bit) * 100));
      }
      seen.signs().forEach(s -> text.append(s).append('\n'));
      seen.words().forEach(w -> text.append("  ").append(w).append('\n'));
      return text.toString();
    }

    private static String json(byte[] image, RomInspection seen, List<String> names) {
      return OfRoms.json(
          json -> {
            json.writeNumberField("bytes", image.length);
            json.writeStringField("crc32", String.format(Locale.ROOT, "%08X", seen.sums().crc32()));
            json.writeStringField("sha1", seen.sums().sha1());
            json.writeStringField("sum", String.format(Locale.ROOT, "%04X", seen.sums().sum16()));
            json.writeNumberField("bits a byte", seen.entropyBits());
            json.writeArrayFieldStart("high");
            for (double plane : seen.planes()) {
              json.writeNumber(plane);
            }
            json.writeEndArray();
            JsonText.strings(json, "known", names);
            JsonText.strings(json, "signs", seen.signs());
            JsonText.strings(json, "words", seen.words());
          });
    }
  }

  /** {@code raconteur rom plan}. */
  @Command(
      name = "plan",
      description = {
        "Make the file for the part at hand that stands in for another, and say what to do.",
        "Example: raconteur rom plan good.bin --place 2732 --into 2764 -o new.bin"
      },
      mixinStandardHelpOptions = true)
  static final class Plan extends OfRoms {
    @Parameters(
        arity = "1..*",
        paramLabel = "FILE",
        description = "One image, or several that switches choose among.")
    private List<Path> files = List.of();

    @Option(
        names = "--place",
        required = true,
        paramLabel = "2732",
        description = "The part the board was made for.")
    private String place = "";

    @Option(
        names = "--into",
        required = true,
        paramLabel = "2764",
        description = "The part at hand.")
    private String into = "";

    @Option(names = "--padded", description = "The image once, the rest empty.")
    private boolean padded;

    @Option(
        names = "--form",
        paramLabel = "binary",
        description = "binary, hex (Intel) or s (Motorola).")
    private String form = "binary";

    @Option(
        names = {"-o", "--out"},
        paramLabel = "OUT",
        description = "The file for the programmer; never written over another.")
    private @Nullable Path out;

    @Override
    public Integer call() {
      Optional<RomFile.Form> as = form();
      if (as.isEmpty()) {
        return refuse("“" + form + "” is no form; binary, hex or s is.");
      }
      Optional<Device> old = device(place);
      Optional<Device> part = device(into);
      if (old.isEmpty() || part.isEmpty()) {
        return refuse(
            "No device is called "
                + (old.isEmpty() ? place : into)
                + "; './raconteur devices' lists them.");
      }
      return switch (RomImages.read(files)) {
        case Loaded.Refused<List<byte[]>> refused -> refuse(refused.summary());
        case Loaded.Ok<List<byte[]>>(List<byte[]> images) ->
            planned(
                BurnPlan.of(
                    images,
                    old.get(),
                    part.get(),
                    padded ? BurnPlan.Fill.PADDED : BurnPlan.Fill.REPEATED),
                as.get());
      };
    }

    private int planned(BurnPlan plan, RomFile.Form as) {
      if (!plan.works()) {
        return refuse(String.join(" ", plan.problems()));
      }
      Optional<String> refusal =
          Optional.ofNullable(out)
              .flatMap(
                  file ->
                      WholeFile.write(
                          file,
                          new FileKind("empty file", _ -> false),
                          to -> to.write(RomFile.write(plan.image(), as))));
      return refusal.isPresent()
          ? refuse(refusal.get())
          : print(String.join("\n", plan.steps()) + "\n");
    }

    private Optional<RomFile.Form> form() {
      return switch (form) {
        case "binary" -> Optional.of(RomFile.Form.BINARY);
        case "hex" -> Optional.of(RomFile.Form.INTEL_HEX);
        case "s" -> Optional.of(RomFile.Form.S_RECORDS);
        default -> Optional.empty();
      };
    }
  }
}
