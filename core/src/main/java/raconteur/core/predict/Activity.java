package raconteur.core.predict;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.device.PinKind;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.judge.Clocks;

/**
 * Who keeps lines moving. What the processor drives, and what follows from it, moves only while the
 * processor runs its program; a fault that stops the program lets all of it stand, and a still line
 * there accuses nothing by itself.
 */
final class Activity {
  private static final Pattern BUFFER = Pattern.compile("(?i)transceiver|buffer");
  private static final String PROCESSOR = "cpu";
  private static final String LAST_BLOCK_A_PROGRAM_NEEDS = "ram";

  /** Blocks whose parts move lines whether or not a program runs. */
  private static final Set<String> MOVERS = Set.of("clock", "video");

  private final Board board;
  private final StartOrder order;
  private final SimulatedAnswers simulated;

  /** A processor that only counts has no program to lose. */
  private final boolean withoutProgram;

  private final Set<PinRef> byProcessor;
  private final Set<PinRef> processors;

  /* Asked of every fault for every line that is read. */
  private final Map<Fault, Stops> stops = new ConcurrentHashMap<>();

  Activity(Board board, StartOrder order, SimulatedAnswers simulated) {
    this(board, order, simulated, false);
  }

  private Activity(
      Board board, StartOrder order, SimulatedAnswers simulated, boolean withoutProgram) {
    this.board = board;
    this.withoutProgram = withoutProgram;
    this.order = order;
    this.simulated = simulated;
    List<PinRef> processor = new ArrayList<>();
    List<PinRef> others = new ArrayList<>();
    for (Part part : board.parts()) {
      Device device = part.device();
      boolean mover = MOVERS.contains(part.block()) && (device.isSmallLogic() || device.isCustom());
      if (device.isProcessor() || mover) {
        List<PinRef> into = device.isProcessor() ? processor : others;
        // A port of theirs speaks where the processor asks it to.
        part.pins().stream()
            .filter(p -> board.kind(p).drives())
            .filter(p -> device.isProcessor() || board.kind(p) != PinKind.BIDIRECTIONAL)
            .forEach(into::add);
      }
    }
    processors = lines(board, processor);
    byProcessor = reached(board, processor);
    byProcessor.removeAll(reached(board, others));
    if (board.nets().isEmpty()) {
      byProcessor.addAll(processor);
      new UsualBuses(board).dataLines().forEach(byProcessor::addAll);
    }
    // What makes it run moves before it does.
    byProcessor.removeAll(
        lines(
            board,
            Stream.concat(Clocks.clockPins(board).stream(), Clocks.resetPin(board).stream())
                .toList()));
    Set<String> moving = UsualLevels.movingWithoutProcessor(board);
    byProcessor.removeIf(
        pin -> board.netOf(pin).filter(net -> moving.contains(net.name())).isPresent());
  }

  /** The same where the processor only counts. */
  Activity inFreeRun() {
    return new Activity(board, order, simulated, true);
  }

  private static Set<PinRef> lines(Board board, List<PinRef> drivers) {
    Set<PinRef> pins = new HashSet<>(drivers);
    drivers.forEach(
        driver ->
            board
                .netOf(driver)
                .filter(net -> !board.isSupply(net.name()))
                .ifPresent(net -> pins.addAll(net.path())));
    return pins;
  }

  private static boolean passes(Device device) {
    return device.isSmallLogic() || device.isCustomDecoder();
  }

  /** Along nets, and through the small logic and the decoder on them. */
  private static Set<PinRef> reached(Board board, List<PinRef> drivers) {
    Set<PinRef> reached = new HashSet<>();
    Set<PinRef> followed = new HashSet<>(drivers);
    Deque<PinRef> open = new ArrayDeque<>(drivers);
    while (!open.isEmpty()) {
      PinRef driver = open.poll();
      List<PinRef> path =
          board
              .netOf(driver)
              .filter(net -> !board.isSupply(net.name()))
              .map(Net::path)
              .orElse(List.of());
      for (PinRef pin : path) {
        reached.add(pin);
        Part part = board.part(pin.part()).orElseThrow();
        if (board.kind(pin).reads() && passes(part.device())) {
          part.pins().stream()
              .filter(p -> board.kind(p).drives() && followed.add(p))
              .forEach(open::add);
        }
      }
    }
    return reached;
  }

  /** Whether a pin moves only while the processor runs. */
  boolean needsProcessor(PinRef pin) {
    return byProcessor.contains(pin);
  }

  /** Whether the processor itself drives a pin's line. */
  boolean isProcessors(PinRef pin) {
    return processors.contains(pin);
  }

  /** What a fault may bring to a stand, the less before the more. */
  enum Stops {
    NOTHING("spared"),
    /** The program is lost, and the processor fetches on. */
    PROGRAM("program"),
    PROCESSOR("processor");

    private final String word;

    Stops(String word) {
      this.word = word;
    }

    /** As the readings' table calls it. */
    String word() {
      return word;
    }
  }

  /** What a fault may keep from running. */
  Stops stops(Fault fault) {
    Stops known = stops.get(fault);
    return known == null ? stops.computeIfAbsent(fault, this::find) : known;
  }

  private Stops find(Fault fault) {
    if (fault.mode() == FaultMode.LEAKS || !mayStopProgram(fault)) {
      return Stops.NOTHING;
    }
    boolean processor = mayStopProcessor(fault);
    return processor ? Stops.PROCESSOR : withoutProgram ? Stops.NOTHING : Stops.PROGRAM;
  }

  /**
   * Whether a fault may stop the processor itself: one of its supply, clock, reset or its own. What
   * comes later in the start order loses its program, and it fetches on; so it does on a supply
   * that is not smooth.
   */
  private boolean mayStopProcessor(Fault fault) {
    boolean smooths =
        fault.place() instanceof Place.OfPart(String name)
            && board.part(name).filter(p -> p.device().isCapacitor()).isPresent();
    if (smooths || isBuffer(fault)) {
      return false;
    }
    int stage = order.stage(order.blockOf(fault));
    return stage >= 0 && stage <= order.stage(PROCESSOR);
  }

  /** What only stands between the processor and the others keeps it from none of its cycles. */
  private boolean isBuffer(Fault fault) {
    return fault.place().mendable() instanceof Place.OfPart(String name)
        && board
            .part(name)
            .filter(p -> p.device().isSmallLogic() && BUFFER.matcher(p.device().title()).find())
            .filter(p -> p.block().equals(PROCESSOR))
            .isPresent();
  }

  /** Whether no program runs while a part is out. */
  boolean stopsWithout(String part) {
    return !withoutProgram
        && board
            .part(part)
            .map(p -> order.stage(p.block()))
            .filter(stage -> stage >= 0 && stage <= order.stage(LAST_BLOCK_A_PROGRAM_NEEDS))
            .isPresent();
  }

  private boolean mayStopProgram(Fault fault) {
    return simulated
        .of(fault)
        .map(
            a ->
                switch (a.look()) {
                  case BLANK, BORDER, GARBAGE, CHANGING -> true;
                  case CHARACTERS, COLOURS, WORKS -> false;
                })
        .orElseGet(
            () -> {
              int stage = order.stage(order.blockOf(fault));
              return stage >= 0 && stage <= order.stage(LAST_BLOCK_A_PROGRAM_NEEDS);
            });
  }
}
