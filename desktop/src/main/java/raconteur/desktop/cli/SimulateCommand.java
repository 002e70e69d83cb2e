package raconteur.desktop.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.exchange.StimulusCsv;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.recording.VcdText;
import raconteur.casebook.report.SimulationReport;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.FaultWords;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.Recorder;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.Stimulus;
import raconteur.core.bench.instrument.SimulatedBench;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.bench.program.DeadTest;
import raconteur.core.bench.screen.Picture;
import raconteur.core.bench.screen.ScreenText;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Level;
import raconteur.desktop.simulate.ScreenPng;

/** {@code raconteur simulate}: switches a described board on, with faults, and reads it. */
@Command(
    name = "simulate",
    description = "Switch a described board on, with faults planted, and print what shows.",
    mixinStandardHelpOptions = true)
final class SimulateCommand extends Printing {
  @Option(
      names = "--board",
      required = true,
      paramLabel = "FILE",
      description = "A board file, or the id of a shipped board.")
  private String board = "";

  @Option(
      names = "--fault",
      arity = "1..*",
      paramLabel = "WORDS",
      description = "For example \"U17.6 stuck high\", \"U13 dead\", \"open U16.5 U19.5\".")
  private List<String> faults = List.of();

  @Option(
      names = "--stimulus",
      paramLabel = "CSV",
      description = "Rows of levels on named nets; the board settles after each.")
  private @Nullable Path stimulus;

  @Option(names = "--dead-test", description = "Run the dead-test cartridge.")
  private boolean deadTest;

  @Option(names = "--diagnostic", description = "Run the full diagnostic.")
  private boolean diagnostic;

  @Option(names = "--harness", description = "Plug the loop-back harness in.")
  private boolean harness;

  @Option(
      names = "--probe",
      arity = "1..*",
      paramLabel = "PIN",
      description = "What a logic probe shows, for example U5.3.")
  private List<String> probes = List.of();

  @Option(names = "--rails", description = "Volts, current and resistance of every rail.")
  private boolean rails;

  @Option(names = "--screen", description = "Read what the screen says.")
  private boolean screen;

  @Option(
      names = "--picture",
      paramLabel = "OUT",
      description = "Take a picture of the screen, as PNG.")
  private @Nullable Path picture;

  @Option(
      names = "--vcd",
      paramLabel = "OUT",
      description = "Record the probed pins' nets, or all, for --micros, as IEEE 1364 VCD.")
  private @Nullable Path vcd;

  @Option(
      names = "--micros",
      paramLabel = "N",
      defaultValue = "50",
      description = "How long to record, 1 to 20000 (default 50).")
  private int micros;

  @Option(names = "--minutes-on", paramLabel = "N", defaultValue = "0", description = "How warm.")
  private double minutesOn;

  @Option(names = "--seed", paramLabel = "N", defaultValue = "1", description = "Repeats a run.")
  private long seed;

  @Option(
      names = "--power-up",
      paramLabel = "falls|unknown",
      defaultValue = "falls",
      description = "What is remembered at power-up: as it falls (default), or unknown.")
  private String powerUp = "falls";

  @Option(
      names = "--dictionary",
      paramLabel = "OUT",
      description = "What every single fault does to start-up and dead test; goes on where it was.")
  private @Nullable Path dictionary;

  @Option(
      names = "--lines",
      paramLabel = "OUT",
      description = "What every single fault does to what a probe shows; goes on where it was.")
  private @Nullable Path lines;

  @Option(
      names = "--limit",
      paramLabel = "N",
      defaultValue = "1000000",
      description = "Only the N likeliest faults of --dictionary and --lines.")
  private int limit;

  @Option(names = "--csv", description = "Print CSV in place of JSON.")
  private boolean csv;

  @Override
  public Integer call() throws IOException {
    if (micros < 1 || micros > 20_000) {
      return refuse("--micros takes 1 to 20000, not " + micros + ".");
    }
    if (!powerUp.equals("falls") && !powerUp.equals("unknown")) {
      return refuse("--power-up takes falls or unknown, not " + powerUp + ".");
    }
    return switch (BoardShelf.readNamed(board)) {
      case Loaded.Refused<Board> refused -> refuse(refused.summary());
      case Loaded.Ok<Board>(Board found) -> simulate(found);
    };
  }

  private int simulate(Board found) throws IOException {
    SimulatedBoard simulated = new SimulatedBoard(found);
    var words = new FaultWords(found);
    for (String fault : faults) {
      switch (words.read(fault)) {
        case FaultWords.Planted(var planted) -> simulated = simulated.with(planted);
        case FaultWords.Refused(String sentence) -> {
          return refuse(fault + ": " + sentence + ".");
        }
      }
    }
    for (String pin : probes) {
      Optional<String> wrong = wrongPin(found, pin);
      if (wrong.isPresent()) {
        return refuse(wrong.get());
      }
    }
    BenchSetUp setUp = simulated.setUp();
    if ((deadTest && setUp.deadTest().isEmpty()) || (diagnostic && setUp.diagnostic().isEmpty())) {
      return refuse("There is no such test for " + found.identity().id() + ".");
    }
    if (dictionary != null || lines != null) {
      var runs = new SingleFaults(simulated, limit, this::tell);
      if (!DeadTest.fits(setUp)) {
        return refuse("There is no dead test for " + found.identity().id() + ".");
      }
      String trouble = dictionary == null ? "" : runs.dictionary(dictionary);
      trouble += lines == null ? "" : runs.lines(lines);
      return trouble.isEmpty() ? 0 : refuse(trouble);
    }
    return stimulus == null
        ? run(simulated)
        : stimulate(simulated, java.util.Objects.requireNonNull(stimulus));
  }

  private static Optional<String> wrongPin(Board found, String text) {
    try {
      PinRef pin = PinRef.parse(text);
      return found.pin(pin).isPresent()
          ? Optional.empty()
          : Optional.of(text + " is no pin of this board; a pin is written U5.3.");
    } catch (IllegalArgumentException e) {
      return Optional.of(String.valueOf(e.getMessage()) + ".");
    }
  }

  private int stimulate(SimulatedBoard simulated, Path file) throws IOException {
    Loaded<List<Map<String, Level>>> rows =
        Files.size(file) > BoardShelf.LARGEST_BYTES
            ? new Loaded.Refused<>(
                List.of(new Issue(file.toString(), 0, 0, "", "the file is larger than 64 MB")))
            : StimulusCsv.read(
                file.toString(),
                new String(Files.readAllBytes(file), StandardCharsets.UTF_8),
                simulated.board());
    if (rows instanceof Loaded.Refused<List<Map<String, Level>>> refused) {
      return refuse(refused.summary());
    }
    List<Map<String, Level>> driven = rows.shipped();
    List<String> watched = new ArrayList<>();
    if (probes.isEmpty()) {
      simulated.board().nets().stream()
          .map(Net::name)
          .filter(n -> !simulated.board().isSupply(n))
          .forEach(watched::add);
    } else {
      probes.forEach(
          p -> simulated.board().netOf(PinRef.parse(p)).map(Net::name).ifPresent(watched::add));
    }
    List<String> nets = driven.isEmpty() ? List.of() : List.copyOf(driven.getFirst().keySet());
    LogicRun.PowerUp start =
        powerUp.equals("unknown") ? LogicRun.PowerUp.UNKNOWN : LogicRun.PowerUp.AS_IT_FALLS;
    PoweredBoard powered =
        simulated.powerUp(PluggedIn.NOTHING.withHarness(harness), minutesOn, nets, start, seed);
    List<Map<String, Level>> shown = Stimulus.apply(powered, driven, watched);
    return report(simulated, List.of(), shown, List.of(), powered.problems());
  }

  private int run(SimulatedBoard simulated) throws IOException {
    var bench =
        new SimulatedBench(simulated, PluggedIn.NOTHING.withHarness(harness), minutesOn, seed);
    List<SimulationReport.Reading> readings = new ArrayList<>();
    List<String> text = new ArrayList<>();
    if (rails) {
      simulated.board().rails().forEach(rail -> rail(bench, rail.name(), readings));
    }
    for (String pin : probes) {
      PinRef at = PinRef.parse(pin);
      bench
          .probe(at)
          .ifPresent(
              f ->
                  readings.add(
                      reading(pin, "probe", f.shown().name().toLowerCase(Locale.ROOT), f.line())));
      bench
          .frequency(at)
          .ifPresent(f -> readings.add(reading(pin, "scope", f.hertz() + " Hz", f.line())));
    }
    if (deadTest) {
      bench
          .deadTest(1)
          .ifPresent(
              f ->
                  readings.add(
                      reading(
                          "cartridge",
                          "dead test",
                          f.line().replaceFirst("flash ", ""),
                          f.line())));
    }
    if (diagnostic) {
      bench
          .diagnostic(harness)
          .ifPresent(
              report ->
                  report
                      .lines()
                      .forEach(
                          l ->
                              readings.add(
                                  reading(
                                      l.subject(),
                                      "diagnostic",
                                      l.passed() ? "pass" : "fail " + l.bits(),
                                      ""))));
    }
    if (screen) {
      simulated
          .setUp()
          .screen()
          .ifPresent(
              s -> text.addAll(bench.picture().map(p -> ScreenText.of(p, s)).orElse(List.of())));
    }
    if (picture != null) {
      Optional<Picture> taken = bench.picture();
      if (taken.isEmpty()) {
        return refuse("The screen shows no picture, so none was written.");
      }
      Optional<String> refusal = ScreenPng.write(taken.get(), picture);
      if (refusal.isPresent()) {
        return refuse(refusal.get());
      }
    }
    if (vcd != null) {
      Optional<String> refusal =
          WholeFile.write(vcd, VcdText.KIND, VcdText.write(capture(simulated, bench)));
      if (refusal.isPresent()) {
        return refuse(refusal.get());
      }
    }
    return report(simulated, readings, List.of(), text, bench.running().problems());
  }

  private static void rail(
      SimulatedBench bench, String rail, List<SimulationReport.Reading> readings) {
    bench
        .railVolts(rail)
        .ifPresent(f -> readings.add(reading(rail, "meter", f.volts() + " V", f.line())));
    bench
        .railAmps(rail)
        .ifPresent(f -> readings.add(reading(rail, "clamp", f.amps() + " A", f.line())));
    bench
        .railOhms(rail)
        .ifPresent(f -> readings.add(reading(rail, "meter", f.ohms() + " ohm", f.line())));
  }

  private static SimulationReport.Reading reading(
      String place, String instrument, String value, String line) {
    return new SimulationReport.Reading(place, instrument, value, line);
  }

  private raconteur.core.signal.Capture capture(SimulatedBoard simulated, SimulatedBench bench) {
    PoweredBoard powered = bench.running();
    List<Recorder.Line> lines = new ArrayList<>();
    for (Net net : simulated.board().nets()) {
      boolean wanted =
          probes.isEmpty()
              ? !simulated.board().isSupply(net.name())
              : probes.stream().map(PinRef::parse).anyMatch(net.path()::contains);
      OptionalInt number = powered.net(net.path().getFirst());
      if (wanted && number.isPresent()) {
        lines.add(new Recorder.Line(number.getAsInt(), net.name()));
      }
    }
    return Recorder.record(powered, lines, micros);
  }

  private int report(
      SimulatedBoard simulated,
      List<SimulationReport.Reading> readings,
      List<Map<String, Level>> rows,
      List<String> text,
      List<String> problems) {
    var report =
        new SimulationReport(
            simulated.board().identity().id(),
            seed,
            simulated.faultsAt(minutesOn, seed).stream().map(String::valueOf).toList(),
            readings,
            rows,
            text,
            problems);
    return print(csv ? report.csv() : report.json());
  }
}
