package raconteur.desktop.signals;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import raconteur.casebook.recording.RecordingFile;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.data.Loaded;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.predict.GoodBoard;
import raconteur.core.signal.AddressLoop;
import raconteur.core.signal.Recording;
import raconteur.desktop.workshop.Workshop;

/** Reads a recording and holds it against the board. Without the toolkit. */
public final class SignalsPresenter {
  private static final int MOST_SAID = 6;

  private final Workshop workshop;
  private final Board board;
  private final GoodBoard good;
  private final LineNames names;
  private final AtomicBoolean stopped = new AtomicBoolean();

  /**
   * One line of a recording.
   *
   * @param shown what a logic probe would make of it, and its volts where they are known
   * @param pin where on the board it is; empty where its name says nothing here
   * @param bench the line that says it in the story, empty where it cannot
   * @param note whether it is odd by what a good board shows there
   */
  public record Row(
      String name,
      String shown,
      String hertz,
      double duty,
      boolean stands,
      Optional<PinRef> pin,
      String bench,
      String note) {}

  /** What is shown of a recording. */
  public record Read(List<Row> rows, List<String> sentences) {
    public Read {
      rows = List.copyOf(rows);
      sentences = List.copyOf(sentences);
    }
  }

  public SignalsPresenter(Workshop workshop, Board board) {
    this.workshop = workshop;
    this.board = board;
    this.good = GoodBoard.of(board);
    this.names = new LineNames(board);
  }

  /** Gives up reading; what was read so far is shown. */
  public void stop() {
    stopped.set(true);
  }

  /**
   * Reads a file away from the window.
   *
   * @param asked how
   * @param progress told the share that is read, on the window's thread
   * @param done told what it shows, on the window's thread
   * @param refused told why it was not read
   */
  public void read(
      Path file,
      Asked asked,
      DoubleConsumer progress,
      Consumer<Read> done,
      Consumer<String> refused) {
    if (asked.refusal().isEmpty()) {
      read(
          file,
          asked.choice(),
          progress,
          recording -> done.accept(read(recording.named(asked.named()))),
          refused);
    } else {
      refused.accept(asked.refusal());
    }
  }

  private void read(
      Path file,
      RecordingFile.Choice choice,
      DoubleConsumer progress,
      Consumer<Recording> done,
      Consumer<String> refused) {
    stopped.set(false);
    workshop
        .instruments()
        .execute(
            () -> {
              Loaded<Recording> loaded =
                  RecordingFile.read(
                      file,
                      choice,
                      share -> workshop.window().execute(() -> progress.accept(share)),
                      stopped::get);
              workshop
                  .window()
                  .execute(
                      () -> {
                        switch (loaded) {
                          case Loaded.Refused<Recording> no -> refused.accept(no.summary());
                          case Loaded.Ok<Recording>(Recording recording) -> done.accept(recording);
                        }
                      });
            });
  }

  /** A recording against the board. */
  Read read(Recording recording) {
    List<Row> rows = recording.lines().stream().map(this::row).toList();
    List<String> sentences = new ArrayList<>();
    recording.pairs().stream()
        .limit(MOST_SAID)
        .forEach(
            p ->
                sentences.add(
                    p.words()
                        + (p.opposite() || p.delayNanos() > 0
                            ? "."
                            : ": one net, a copy, or a short.")));
    recording.loop().ifPresent(l -> sentences.add(loop(l)));
    recording.remarks().stream().limit(MOST_SAID).forEach(sentences::add);
    long known = rows.stream().filter(r -> r.pin().isPresent()).count();
    sentences.addFirst(
        rows.size()
            + " lines over "
            + String.format(Locale.ROOT, "%.3g s", recording.picos() / 1e12)
            + "; "
            + known
            + " are nets or pins of this board, "
            + recording.standing().size()
            + " never moved.");
    return new Read(rows, sentences);
  }

  private static String loop(AddressLoop loop) {
    return "The addresses go round through "
        + loop.addresses().size()
        + " places"
        + (loop.polled().isEmpty()
            ? "."
            : " and ask at "
                + String.join(
                    ", ",
                    loop.polled().stream()
                        .map(a -> String.format(Locale.ROOT, "0x%04X", a))
                        .toList())
                + ".");
  }

  private Row row(Recording.Line line) {
    Optional<PinRef> pin = pin(line.name());
    boolean sayable = line.shown() != Signal.DOUBTFUL && line.shown() != Signal.STILL;
    Optional<Signal> healthy =
        pin.flatMap(board::netOf).flatMap(good::shows).filter(s -> s != line.shown());
    return new Row(
        line.name(),
        line.shown().name().toLowerCase(Locale.ROOT) + volts(line),
        line.hertz().isPresent() ? hertz(line.hertz().getAsDouble()) : "",
        line.duty(),
        line.stands(),
        pin,
        rail(line)
            .or(() -> pin.filter(p -> sayable).map(p -> new Finding.Probe(p, line.shown()).line()))
            .orElse(""),
        healthy.map(s -> "a good board: " + s.name().toLowerCase(Locale.ROOT)).orElse(""));
  }

  /** The line for a supply's volts: as the middle of what was seen of it. */
  private Optional<String> rail(Recording.Line line) {
    return names
        .net(line.name())
        .flatMap(net -> board.railOfNet(net.name()))
        .flatMap(
            rail ->
                line.volts().map(v -> new Finding.RailVolts(rail.name(), v.middleVolts()).line()));
  }

  /** Behind what it shows, where volts are known. */
  private static String volts(Recording.Line line) {
    return line.volts().map(v -> ", " + v.words()).orElse("");
  }

  private static String hertz(double hertz) {
    return Quantities.hertz(hertz);
  }

  /** A net by its name, at the pin that drives it, or a pin by its own. */
  private Optional<PinRef> pin(String name) {
    Optional<Net> net = names.net(name);
    if (net.isPresent()) {
      List<PinRef> path = net.get().path();
      return path.stream()
          .filter(p -> board.kind(p).drives())
          .findFirst()
          .or(() -> Optional.of(path.getFirst()));
    }
    return names.pin(name);
  }
}
