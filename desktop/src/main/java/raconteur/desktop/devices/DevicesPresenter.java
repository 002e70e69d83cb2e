package raconteur.desktop.devices;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.casebook.report.DeviceReport;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFacts;
import raconteur.core.device.DeviceFiles;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.TestVectors;
import raconteur.core.fault.Priors;
import raconteur.core.marking.Marking;
import raconteur.core.marking.MarkingReader;
import raconteur.desktop.workshop.Workshop;

/** What the device editor does, without the toolkit. */
public final class DevicesPresenter {
  private static final Pattern PLACE = Pattern.compile("devices\\[0]\\.(pins|gates)\\[(\\d+)].*");

  private final Workshop workshop;
  private final AtomicInteger derivation = new AtomicInteger();

  /** A device as it is typed: one pin a line, one statement of the function a line. */
  public record Typed(
      String name,
      String title,
      String deviceClass,
      String outline,
      String pins,
      String function,
      String supplies,
      String milliamps,
      String notes) {}

  public DevicesPresenter(Workshop workshop) {
    this.workshop = workshop;
  }

  /** The devices whose name, title or class holds all the words. */
  public List<Device> find(String words) {
    List<String> wanted = List.of(words.strip().toLowerCase(Locale.ROOT).split("\\s+", -1));
    List<Device> all = workshop.boards().library().all();
    List<Device> found =
        all.stream()
            .filter(
                d -> {
                  String text =
                      (d.name() + " " + d.title() + " " + d.deviceClass()).toLowerCase(Locale.ROOT);
                  return wanted.stream().allMatch(text::contains);
                })
            .toList();
    return found.isEmpty()
        ? switch (new MarkingReader(workshop.boards().library()).read(words)) {
          case Marking.Known known -> List.of(known.device());
          case Marking.Ask ask -> ask.candidates();
          case Marking.Unknown _ -> List.of();
        }
        : found;
  }

  /**
   * Whether a name is one of the shipped devices'; one that the casebook had before the library did
   * stays the user's.
   */
  public boolean isShipped(Device device) {
    return DeviceLibrary.shipped().find(device.name()).isPresent()
        && workshop.casebook().devices().stream().noneMatch(d -> d.name().equals(device.name()));
  }

  /** The classes priors are known for. */
  public List<String> classes() {
    return Priors.shipped().classes().keySet().stream().sorted().toList();
  }

  /** A device as text to be changed. */
  public Typed typed(Device device) {
    DeviceFacts facts = device.facts();
    return new Typed(
        device.name(),
        device.title(),
        device.deviceClass(),
        device.outline(),
        device.pins().stream()
            .map(p -> p.number() + " " + p.name() + " " + p.kind().word())
            .collect(Collectors.joining("\n")),
        String.join("\n", facts.function()),
        facts.supplies().entrySet().stream()
            .sorted(Map.Entry.comparingByKey())
            .map(e -> e.getKey() + " " + e.getValue())
            .collect(Collectors.joining(", ")),
        facts.typicalAmps().isPresent()
            ? String.format(Locale.ROOT, "%.3f", facts.typicalAmps().getAsDouble() * 1000)
                .replaceAll("\\.?0+$", "")
            : "",
        facts.notes());
  }

  /** What the typed text describes, or what is wrong with it, by the line of its field. */
  public Loaded<Device> check(Typed typed) {
    if (typed.milliamps().strip().length() > 0
        && !typed.milliamps().strip().matches("[0-9]{1,6}([.,][0-9]{0,3})?")) {
      return refused("The supply current is a number of mA, not “" + typed.milliamps() + "”.");
    }
    return switch (DeviceFiles.read("device", json(typed))) {
      case Loaded.Refused<List<Device>> refused ->
          new Loaded.Refused<>(refused.issues().stream().map(DevicesPresenter::inField).toList());
      case Loaded.Ok<List<Device>>(List<Device> read) -> new Loaded.Ok<>(read.getFirst());
    };
  }

  private static Loaded<Device> refused(String sentence) {
    return new Loaded.Refused<>(List.of(new Issue("device", 0, 0, "", sentence)));
  }

  /** Says the line of the pins or the function instead of that of the file in between. */
  private static Issue inField(Issue issue) {
    Matcher matcher = PLACE.matcher(issue.place());
    if (!matcher.matches()) {
      return new Issue("device", 0, 0, "", issue.reason());
    }
    String field = matcher.group(1).equals("pins") ? "pins" : "function";
    return new Issue(field, Integer.parseInt(matcher.group(2)) + 1, 1, "", issue.reason());
  }

  private static String json(Typed typed) {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.writeStartObject();
      out.writeStringField("format", "raconteur-devices/1");
      out.writeArrayFieldStart("devices");
      out.writeStartObject();
      out.writeStringField("device", typed.name().strip());
      out.writeStringField("title", typed.title().strip());
      out.writeStringField("class", typed.deviceClass());
      out.writeStringField("package", typed.outline().strip());
      lines(out, "pins", typed.pins());
      lines(out, "gates", typed.function());
      if (!typed.supplies().isBlank()) {
        out.writeObjectFieldStart("supplies");
        for (String item : typed.supplies().split(",", -1)) {
          String[] words = item.strip().split("\\s+", 2);
          out.writeStringField(words[0], words.length > 1 ? words[1] : "");
        }
        out.writeEndObject();
      }
      if (!typed.milliamps().isBlank()) {
        out.writeNumberField(
            "typical mA", Double.parseDouble(typed.milliamps().strip().replace(',', '.')));
      }
      out.writeStringField("notes", typed.notes().strip());
      out.writeEndObject();
      out.writeEndArray();
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }

  private static void lines(JsonGenerator out, String name, String typed) throws IOException {
    out.writeArrayFieldStart(name);
    for (String line : typed.lines().toList()) {
      if (!line.isBlank()) {
        out.writeString(line.strip());
      }
    }
    out.writeEndArray();
  }

  /** Keeps a device in the casebook; the sentence that says why not, or nothing. */
  public Optional<String> keep(Typed typed) {
    return switch (check(typed)) {
      case Loaded.Refused<Device> refused -> Optional.of(refused.issues().getFirst().reason());
      case Loaded.Ok<Device>(Device device) -> keep(device);
    };
  }

  private Optional<String> keep(Device device) {
    if (isShipped(device)) {
      return Optional.of(
          device.name() + " ships with Raconteur and stays as it is; give yours another name.");
    }
    if (device.pins().isEmpty()) {
      return Optional.of("A device needs at least one pin, like “1 A input”.");
    }
    Optional<String> broken = breaks(device);
    if (broken.isPresent()) {
      return broken;
    }
    return switch (workshop.casebook().keep(device)) {
      case Outcome.Failed<Device> failed -> Optional.of(failed.sentence());
      case Outcome.Done<Device> _ -> {
        reload();
        yield Optional.empty();
      }
    };
  }

  /** A board that uses the device must still have its pins. */
  private Optional<String> breaks(Device device) {
    for (Board board : workshop.boards().boards()) {
      for (var net : board.nets()) {
        for (var pin : net.path()) {
          boolean uses =
              board
                  .part(pin.part())
                  .filter(p -> p.device().name().equals(device.name()))
                  .isPresent();
          if (uses && device.pin(pin.number()).isEmpty()) {
            return Optional.of(
                board.identity().shortName()
                    + " uses pin "
                    + pin.number()
                    + " of it; keep that pin.");
          }
        }
      }
    }
    return Optional.empty();
  }

  /** Takes a device of the user's away; the sentence that says why not, or nothing. */
  public Optional<String> forget(String name) {
    for (Board board : workshop.boards().boards()) {
      if (board.parts().stream().anyMatch(p -> p.device().name().equals(name))) {
        return Optional.of(board.identity().shortName() + " has parts of it; it has to stay.");
      }
    }
    return switch (workshop.casebook().forgetDevice(name)) {
      case Outcome.Failed<String> failed -> Optional.of(failed.sentence());
      case Outcome.Done<String> _ -> {
        reload();
        yield Optional.empty();
      }
    };
  }

  private void reload() {
    workshop.boards().use(DeviceLibrary.shipped().with(workshop.casebook().devices()));
  }

  /** What is known beside pins and function. */
  public String facts(Device device) {
    List<String> lines = new ArrayList<>();
    device
        .facts()
        .typicalAmps()
        .ifPresent(
            amps ->
                lines.add(
                    String.format(Locale.ROOT, "Draws about %.3g mA (from memory)", amps * 1000)));
    if (!device.facts().grades().isEmpty()) {
      lines.add(
          "Speed marks: "
              + device.facts().grades().stream()
                  .map(g -> g.mark() + " " + g.nanos() + " ns")
                  .collect(Collectors.joining(", ")));
    }
    device
        .facts()
        .substitutes()
        .forEach(s -> lines.add("May stand in: " + s.device() + " (" + s.differs() + ")"));
    if (!device.facts().notes().isEmpty()) {
      lines.add(device.facts().notes());
    }
    lines.add(DeviceReport.baseRate(device, Priors.shipped()));
    return String.join("\n", lines);
  }

  /** Derives tester rows away from the window and says what they show; the last call counts. */
  public void deriveRows(Device device, Consumer<String> then) {
    if (!device.behaviour().known()) {
      then.accept("No step-by-step function, so no tester rows.");
      return;
    }
    then.accept("Deriving tester rows …");
    int mine = derivation.incrementAndGet();
    var _ =
        CompletableFuture.supplyAsync(
                () -> TestVectors.of(device, () -> derivation.get() != mine), workshop.worker())
            .thenAcceptAsync(
                derived -> {
                  if (derivation.get() == mine) {
                    then.accept(rowsSentence(device, derived));
                  }
                },
                workshop.window());
  }

  private static String rowsSentence(Device device, TestVectors.Derived derived) {
    return derived.rows().size()
        + " tester rows derived from the function show "
        + derived.shown()
        + " of "
        + derived.faults()
        + " stuck pins; './raconteur vectors "
        + device.name()
        + "' prints them.";
  }

  /** Stops what is being derived: the view is left. */
  public void stopDeriving() {
    derivation.incrementAndGet();
  }
}
