package raconteur.desktop.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.exchange.VectorCsv;
import raconteur.casebook.report.DeviceReport;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.Identification;
import raconteur.core.device.Level;
import raconteur.core.device.TestVectors;
import raconteur.core.device.VectorRow;
import raconteur.core.fault.Priors;
import raconteur.core.marking.MarkingReader;

/** The commands about devices: list, show, drive, derive rows, identify. */
final class DeviceCommands {
  private DeviceCommands() {}

  /** A command about one device. */
  abstract static class OfDevice extends Printing {
    @Parameters(paramLabel = "NAME", description = "For example 74LS257.")
    private String name = "";

    abstract int call(Device device);

    @Override
    public final Integer call() {
      return new MarkingReader(DeviceLibrary.shipped())
          .read(name)
          .known()
          .or(() -> DeviceLibrary.shipped().find(name))
          .map(this::call)
          .orElseGet(
              () ->
                  refuse(
                      name
                          + " is not in the device library; './raconteur devices' lists what is."));
    }
  }

  /** {@code raconteur devices}. */
  @Command(
      name = "devices",
      description = "List the device library.",
      mixinStandardHelpOptions = true)
  static final class ListAll extends Printing {
    @Option(names = "--json", description = "Print JSON in place of text.")
    private boolean json;

    @Override
    public Integer call() {
      List<Device> all = DeviceLibrary.shipped().all();
      return print(json ? DeviceFiles.write(all) : DeviceReport.list(all));
    }
  }

  /** {@code raconteur device NAME}. */
  @Command(
      name = "device",
      description = "Print one device with its pin-out and function.",
      mixinStandardHelpOptions = true)
  static final class Show extends OfDevice {
    @Option(names = "--json", description = "Print JSON in place of text.")
    private boolean json;

    @Override
    int call(Device device) {
      return print(
          json ? DeviceFiles.write(List.of(device)) : DeviceReport.text(device, Priors.shipped()));
    }
  }

  /** {@code raconteur drive NAME --in FILE}. */
  @Command(
      name = "drive",
      description = "Apply rows of driven pins to a device and print all its signal pins.",
      mixinStandardHelpOptions = true)
  static final class Drive extends OfDevice {
    @Option(
        names = "--in",
        required = true,
        paramLabel = "FILE",
        description = "CSV: header p1,p2,…, values 0, 1, z or x.")
    private Path in = Path.of("");

    @Override
    int call(Device device) {
      return switch (rows(in)) {
        case Loaded.Refused<List<Map<String, Level>>> refused -> refuse(refused.summary());
        case Loaded.Ok<List<Map<String, Level>>>(var rows) ->
            VectorCsv.refuse(device, rows)
                .map(this::refuse)
                .orElseGet(() -> print(VectorCsv.shown(device, VectorCsv.drive(device, rows))));
      };
    }
  }

  /** {@code raconteur vectors NAME}. */
  @Command(
      name = "vectors",
      description = "Derive a tester's rows from a device's function.",
      mixinStandardHelpOptions = true)
  static final class Vectors extends OfDevice {
    @Option(
        names = "--answers",
        description = "Print what a good device shows, not what is driven.")
    private boolean answers;

    @Override
    int call(Device device) {
      TestVectors.Derived derived = TestVectors.of(device);
      if (derived.rows().isEmpty()) {
        return refuse(device.name() + " has no step-by-step function to derive rows from.");
      }
      return print(
          answers
              ? VectorCsv.shown(device, derived.rows())
              : VectorCsv.driven(device, derived.rows()));
    }
  }

  /** {@code raconteur identify --in FILE --answers FILE}. */
  @Command(
      name = "identify",
      description = "Find the devices that fit what an unknown part answered.",
      mixinStandardHelpOptions = true)
  static final class Identify extends Printing {
    @Option(names = "--in", required = true, paramLabel = "FILE", description = "What was driven.")
    private Path in = Path.of("");

    @Option(
        names = "--answers",
        required = true,
        paramLabel = "FILE",
        description = "What the part showed, row for row.")
    private Path answers = Path.of("");

    @Option(
        names = "--pins",
        paramLabel = "N",
        defaultValue = "0",
        description = "Only devices with this many pins.")
    private int pins;

    @Override
    public Integer call() {
      return switch (rows(in)) {
        case Loaded.Refused<List<Map<String, Level>>> refused -> refuse(refused.summary());
        case Loaded.Ok<List<Map<String, Level>>>(var driven) ->
            switch (rows(answers)) {
              case Loaded.Refused<List<Map<String, Level>>> refused -> refuse(refused.summary());
              case Loaded.Ok<List<Map<String, Level>>>(var shown) -> identify(driven, shown);
            };
      };
    }

    private int identify(List<Map<String, Level>> driven, List<Map<String, Level>> shown) {
      if (driven.size() != shown.size()) {
        return refuse(
            "There are "
                + driven.size()
                + " rows driven and "
                + shown.size()
                + " answers; give one answer a row.");
      }
      List<VectorRow> rows = new ArrayList<>();
      for (int i = 0; i < driven.size(); i++) {
        rows.add(new VectorRow(driven.get(i), shown.get(i)));
      }
      List<Device> candidates =
          DeviceLibrary.shipped().all().stream()
              .filter(d -> pins == 0 || d.pins().size() == pins)
              .toList();
      List<Identification.Fit> fits = Identification.of(rows, candidates);
      if (fits.isEmpty()) {
        return refuse("No device in the library answers like this.");
      }
      StringBuilder text = new StringBuilder();
      for (Identification.Fit fit : fits) {
        text.append(
            String.format(
                java.util.Locale.ROOT,
                "%-12s %s; %d levels agree, %d are open%n",
                fit.device().name(),
                fit.device().title(),
                fit.answersExplained(),
                fit.answersOpen()));
      }
      return print(text.toString());
    }
  }

  private static Loaded<List<Map<String, Level>>> rows(Path file) {
    String name = file.toString();
    try {
      if (Files.size(file) > BoardShelf.LARGEST_BYTES) {
        return refused(name, "the file is larger than 64 MB");
      }
      return VectorCsv.read(name, new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
    } catch (IOException e) {
      return refused(name, "the file cannot be read");
    }
  }

  private static Loaded<List<Map<String, Level>>> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }
}
