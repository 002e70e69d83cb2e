package raconteur.desktop.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.casebook.recording.RecordingFile;
import raconteur.core.data.Loaded;
import raconteur.core.signal.AddressLoop;
import raconteur.core.signal.Recording;
import raconteur.desktop.signals.Asked;

/** {@code raconteur signals}: what a recorder's or a scope's file shows. */
@Command(
    name = "signals",
    mixinStandardHelpOptions = true,
    description = "Reads a recording (VCD, or CSV by columns) and says what each line does.")
final class SignalsCommand extends Printing {
  @Parameters(paramLabel = "FILE", description = "A .vcd, or CSV with a header line.")
  private @Nullable Path file;

  @Option(
      names = "--time",
      paramLabel = "COLUMN",
      description = "The CSV's column of times; told by its heading where left out.")
  private String time = "";

  @Option(
      names = "--columns",
      paramLabel = "C1,C2",
      description = "The CSV's columns that are lines; all others where left out.")
  private String columns = "";

  @Option(
      names = "--address",
      paramLabel = "A0..A15",
      description =
          "The address lines, with commas or as a range, in either order where they are"
              + " numbered: loops are looked for.")
  private String address = "";

  @Option(
      names = "--strobe",
      paramLabel = "LINE",
      description = "At whose falling edge the address is read; rising with a leading +.")
  private String strobe = "";

  @Option(
      names = "--probe",
      paramLabel = "10",
      description =
          "What the probe divides by, where the file's volts are those at the instrument's input.")
  private double probe = 1;

  @Option(
      names = "--at",
      paramLabel = "CH1=U15.8,CH2=/RD",
      description = "Where the instrument's channels were; they are called by that.")
  private String places = "";

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  @Override
  public Integer call() throws IOException {
    Asked asked = new Asked(time, columns, address, strobe, places);
    if (!(probe >= 0.001 && probe <= 10_000)) {
      return refuse("A probe divides by 1, 10 or 100; " + probe + " is no such figure.");
    }
    if (!asked.refusal().isEmpty()) {
      return refuse(asked.refusal());
    }
    return switch (RecordingFile.read(
        java.util.Objects.requireNonNull(file),
        asked.choice().behindProbe(probe),
        share -> tell(err(), share),
        () -> false)) {
      case Loaded.Refused<Recording> refused -> refuse(refused.summary());
      case Loaded.Ok<Recording>(Recording recording) ->
          print(json ? json(recording.named(asked.named())) : text(recording.named(asked.named())));
    };
  }

  private static void tell(PrintWriter err, double share) {
    err.print(String.format(Locale.ROOT, "\r%3.0f %%", share * 100));
    err.flush();
  }

  private static String text(Recording recording) {
    StringBuilder text = new StringBuilder();
    for (Recording.Line line : recording.lines()) {
      text.append(
          String.format(
              Locale.ROOT,
              "%-16s %-9s %14s  high %5.1f %%%s%n",
              line.name(),
              line.shown().name().toLowerCase(Locale.ROOT),
              line.hertz().isPresent()
                  ? String.format(Locale.ROOT, "%.0f Hz", line.hertz().getAsDouble())
                  : "",
              line.duty() * 100,
              line.volts().map(v -> "  " + v.words()).orElse("")));
    }
    for (Recording.Pair pair : recording.pairs()) {
      text.append(pair.words()).append('\n');
    }
    recording.loop().ifPresent(l -> text.append(loop(l)).append('\n'));
    recording.remarks().forEach(r -> text.append(r).append('\n'));
    return text.toString();
  }

  private static String loop(AddressLoop loop) {
    return "The addresses go round "
        + loop.times()
        + " times through "
        + loop.addresses().size()
        + " of them, from "
        + hex(loop.addresses().stream().min(Integer::compare).orElse(0))
        + " to "
        + hex(loop.addresses().stream().max(Integer::compare).orElse(0))
        + (loop.polled().isEmpty()
            ? "."
            : "; it asks at "
                + String.join(", ", loop.polled().stream().map(SignalsCommand::hex).toList())
                + ".");
  }

  private static String hex(int address) {
    return String.format(Locale.ROOT, "0x%04X", address);
  }

  private static String json(Recording recording) throws IOException {
    java.io.StringWriter text = new java.io.StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.setPrettyPrinter(new DefaultPrettyPrinter());
      out.writeStartObject();
      out.writeStringField("format", "raconteur-signals/1");
      out.writeNumberField("seconds", recording.picos() / 1e12);
      out.writeArrayFieldStart("lines");
      for (Recording.Line line : recording.lines()) {
        out.writeStartObject();
        out.writeStringField("line", line.name());
        out.writeStringField("shown", line.shown().name().toLowerCase(Locale.ROOT));
        if (line.hertz().isPresent()) {
          out.writeNumberField("hertz", line.hertz().getAsDouble());
        }
        out.writeNumberField("duty", line.duty());
        out.writeNumberField("changes", line.changes());
        if (line.volts().isPresent()) {
          out.writeArrayFieldStart("volts");
          out.writeNumber(line.volts().get().leastVolts());
          out.writeNumber(line.volts().get().mostVolts());
          out.writeEndArray();
        }
        out.writeEndObject();
      }
      out.writeEndArray();
      out.writeArrayFieldStart("pairs");
      for (Recording.Pair pair : recording.pairs()) {
        out.writeStartObject();
        out.writeStringField("one", pair.one());
        out.writeStringField("other", pair.other());
        out.writeBooleanField("opposite", pair.opposite());
        out.writeNumberField("delay ns", pair.delayNanos());
        out.writeEndObject();
      }
      out.writeEndArray();
      if (recording.loop().isPresent()) {
        AddressLoop loop = recording.loop().get();
        out.writeObjectFieldStart("loop");
        out.writeNumberField("times", loop.times());
        numbers(out, "addresses", loop.addresses());
        numbers(out, "polled", loop.polled());
        out.writeEndObject();
      }
      out.writeArrayFieldStart("remarks");
      for (String remark : recording.remarks()) {
        out.writeString(remark);
      }
      out.writeEndArray();
      out.writeEndObject();
    }
    return text + "\n";
  }

  private static void numbers(JsonGenerator out, String name, List<Integer> numbers)
      throws IOException {
    out.writeArrayFieldStart(name);
    for (int number : numbers) {
      out.writeNumber(number);
    }
    out.writeEndArray();
  }
}
