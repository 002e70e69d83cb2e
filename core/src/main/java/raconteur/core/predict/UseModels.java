package raconteur.core.predict;

import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.core.bench.program.StartUp;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Finding.DeadTestEnd;
import raconteur.core.finding.MessageWords;

/**
 * Whether a board that is used shows a fault: for sure where the simulation shows it, perhaps where
 * the fault lies on what a start needs.
 */
record UseModels(
    Board board,
    Readings readings,
    NetPropagation nets,
    StartOrder startOrder,
    SimulatedAnswers simulated) {
  /** What a program does without, by its word; any other needs all but what is off the screen. */
  private static final Map<String, Set<String>> DOES_WITHOUT =
      Map.of(
          "cartridge", Set.of("rom", "io", "keyboard", "sound"),
          "monitor", Set.of("io", "keyboard", "sound", "expansion"));

  private static final Set<String> OFF_SCREEN = Set.of("io", "keyboard", "sound", "expansion");

  UseModels(Predictor.Shared shared) {
    this(shared.board(), shared.readings(), shared.nets(), shared.startOrder(), shared.simulated());
  }

  /** A program that runs clears what its run needs. */
  TestModel<?> runs(Finding.Runs test) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("runs", new Finding.Runs(test.program(), true));
    outcomes.put("does not", new Finding.Runs(test.program(), false));
    Set<String> spared = DOES_WITHOUT.getOrDefault(test.program(), OFF_SCREEN);
    return new ConditionModel(
        readings,
        "runs",
        List.of("spared", "perhaps", "stopped"),
        fault -> run(fault, spared),
        found -> ((Finding.Runs) found).runs() ? "runs" : "does not",
        outcomes);
  }

  private String run(Fault fault, Set<String> spared) {
    if (fault.mode() == FaultMode.LEAKS || isBypass(fault)) {
      return "spared";
    }
    boolean needed = !spared.contains(startOrder.blockOf(fault));
    if (!needed && !stopsProcessor(fault)) {
      return "spared";
    }
    boolean lost = fault.mode().function() == FaultMode.Function.LOST;
    return needed && lost ? "stopped" : "perhaps";
  }

  private boolean isBypass(Fault fault) {
    return fault.place() instanceof Place.OfPart(String part)
        && board.part(part).filter(p -> p.device().isCeramicCapacitor()).isPresent();
  }

  private boolean stopsProcessor(Fault fault) {
    boolean[] met = {false};
    nets.consequences(fault)
        .forEach(
            (pin, change) ->
                met[0] |=
                    change != Signal.DOUBTFUL
                        && board.kind(pin).reads()
                        && isProcessor(pin.part()));
    return met[0];
  }

  private boolean isRom(String part) {
    return board.part(part).filter(p -> p.device().isRom()).isPresent();
  }

  private boolean isRam(String part) {
    return board.part(part).filter(p -> p.device().isRam()).isPresent();
  }

  private boolean isProcessor(String part) {
    return board.part(part).filter(p -> p.device().isProcessor()).isPresent();
  }

  /** The firmware runs well enough to say what it found: it accuses what its table names. */
  TestModel<?> error(Finding.FirmwareError told) {
    return said(
        told,
        "firmware error",
        board.errorCode(told.code()).map(error -> Set.copyOf(error.parts())).orElse(Set.of()));
  }

  /** A program that says what it found runs; what it calls bad is, or what it sees it by. */
  TestModel<?> message(Finding.Message told) {
    MessageWords meant = MessageWords.of(board, told.text());
    if (meant.bad()
        && meant.parts().size() >= FEWEST_OF_ALL
        && ALL.matcher(told.text()).find()
        && (!board.nets().isEmpty()
            || board.parts().stream().anyMatch(UseModels::servesMemories))) {
      return ofAll(told, meant.parts());
    }
    return meant.parts().isEmpty()
        ? saidBySomething(told, "firmware signal", Set.of(), true)
        : said(
            told,
            meant.bad() ? "firmware error" : "firmware praise",
            meant.parts(),
            !A_BIT.matcher(told.text()).find());
  }

  /** One bit is bad in what holds or carries that bit; what serves all of them spoils more. */
  private static final Pattern A_BIT = Pattern.compile("(?i)\\bbits?\\s+[0-9]|\\bD[0-9]{1,2}\\b");

  /** Fewer than these may all be bad by themselves. */
  private static final int FEWEST_OF_ALL = 4;

  private static final Pattern ALL =
      Pattern.compile("(?i)\\b(?:all|every|everything|each|whole|entire)\\b");

  /** So much of what is called bad must see a fault that is to explain all of it. */
  private static final double MOST_OF_ALL = 0.75;

  /** All of a kind at once are hardly all bad: it is what they have in common. */
  private TestModel<?> ofAll(Finding told, Set<String> parts) {
    return saidBySomething(
        told,
        "firmware error",
        List.of("elsewhere", "stopped", "named"),
        fault -> meetsMost(fault, parts));
  }

  private boolean meetsMost(Fault fault, Set<String> parts) {
    if (board.nets().isEmpty()) {
      return servesMemories(fault, parts);
    }
    Set<String> met = new HashSet<>();
    nets.consequences(fault)
        .forEach(
            (pin, change) -> {
              if (change != Signal.DOUBTFUL && parts.contains(pin.part())) {
                met.add(pin.part());
              }
            });
    return met.size() >= MOST_OF_ALL * parts.size();
  }

  /** Where no net is known: a part that is listed for what memories need, and is none. */
  private boolean servesMemories(Fault fault, Set<String> accused) {
    return board.nets().isEmpty()
        && accused.stream()
            .allMatch(name -> board.part(name).filter(p -> p.device().isRam()).isPresent())
        && fault.place().mendable() instanceof Place.OfPart(String part)
        && board
            .part(part)
            .filter(UseModels::servesMemories)
            .filter(p -> isOfThePicture(p) == accused.stream().anyMatch(this::isOfThePicture))
            .isPresent();
  }

  private boolean isOfThePicture(String part) {
    return board.part(part).filter(UseModels::isOfThePicture).isPresent();
  }

  /** What serves the memory of the picture serves no other. */
  private static boolean isOfThePicture(Part part) {
    return PICTURE.matcher(part.called()).find();
  }

  private static final Pattern PICTURE =
      Pattern.compile("(?i)\\b(?:video|vram|screen|char(?:acter)?|sprites?|tiles?|colou?r)\\b");

  private static boolean servesMemories(Part part) {
    return part.device().isChip()
        && !part.device().isRam()
        && !part.device().isRom()
        && OF_MEMORIES.matcher(part.purpose()).find();
  }

  private static final Pattern OF_MEMORIES =
      Pattern.compile("(?i)\\b(?:d?rams?|memory|ras|cas|refresh)\\b");

  private TestModel<?> said(Finding told, String test, Set<String> accused) {
    return said(told, test, accused, true);
  }

  /**
   * @param served whether what memories have in common may be what is meant; what spoils others
   *     than those that are accused is not, else
   */
  private TestModel<?> said(Finding told, String test, Set<String> accused, boolean served) {
    return accused.isEmpty() ? new NoModel(told) : saidBySomething(told, test, accused, served);
  }

  private TestModel<?> saidBySomething(
      Finding told, String test, Set<String> accused, boolean served) {
    return saidBySomething(
        told,
        test,
        accused.isEmpty()
            ? List.of("elsewhere", "stopped")
            : List.of("elsewhere", "stopped", "named"),
        fault -> meets(fault, accused, served));
  }

  private TestModel<?> saidBySomething(
      Finding told, String test, List<String> conditions, Predicate<Fault> named) {
    return new ConditionModel(
        readings,
        test,
        conditions,
        fault ->
            named.test(fault)
                ? "named"
                : run(fault, OFF_SCREEN).equals("stopped") ? "stopped" : "elsewhere",
        _ -> "this",
        Map.of("this", told));
  }

  /** Whether a fault is in one of some parts, or spoils what they see. */
  private boolean meets(Fault fault, Set<String> parts, boolean served) {
    boolean at =
        switch (fault.place()) {
          case Place.Joints joints -> parts.contains(joints.part());
          case Place.Contact contact -> parts.contains(contact.pin().part());
          case Place place ->
              place.mendable() instanceof Place.OfPart(String part) && parts.contains(part);
        };
    boolean serves = served && servesMemories(fault, parts);
    if (at || stopsProcessor(fault) || serves) {
      return at || serves;
    }
    Set<String> spoilt = new HashSet<>();
    nets.consequences(fault)
        .forEach(
            (pin, change) -> {
              if (change != Signal.DOUBTFUL) {
                spoilt.add(pin.part());
              }
            });
    boolean others = !served && spoilt.stream().anyMatch(p -> isRam(p) && !parts.contains(p));
    // What the firmware itself is read by, or driven by, is spoilt as well.
    boolean itself = spoilt.stream().anyMatch(p -> isProcessor(p) || isRom(p));
    return !Collections.disjoint(spoilt, parts) && !itself && !others;
  }

  /** A processor that stands is without its supply, clock or reset, or is at fault itself. */
  TestModel<?> processing(Finding.Processing test, Activity activity) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("runs", new Finding.Processing(test.part(), true));
    outcomes.put("stopped", new Finding.Processing(test.part(), false));
    return new ConditionModel(
        readings,
        "processing",
        List.of("spared", "program", "processor"),
        fault -> activity.stops(fault).word(),
        found -> ((Finding.Processing) found).runs() ? "runs" : "stopped",
        outcomes);
  }

  /** Settings are kept by a cell, and by what switches over to it. */
  TestModel<?> settings() {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("kept", new Finding.Settings(true));
    outcomes.put("lost", new Finding.Settings(false));
    return new ConditionModel(
        readings,
        "settings",
        List.of("keeps", "perhaps", "loses"),
        this::keeping,
        found -> ((Finding.Settings) found).kept() ? "kept" : "lost",
        outcomes);
  }

  private String keeping(Fault fault) {
    String name =
        switch (fault.place()) {
          case Place.Joints(String part) -> part;
          case Place place when place.mendable() instanceof Place.OfPart(String part) -> part;
          case Place _ -> "";
        };
    Optional<Part> part = board.part(name);
    if (part.isEmpty() || fault.mode() == FaultMode.WEAK) {
      return "keeps";
    }
    if (part.get().device().isCell()) {
      return "loses";
    }
    return isBesideCell(part.get()) ? "perhaps" : "keeps";
  }

  /** A diode or transistor of the cell's own line; where no line is known, of the supply. */
  private boolean isBesideCell(Part part) {
    if (!part.device().isAnalogue()) {
      return false;
    }
    if (board.nets().isEmpty()) {
      return part.block().equals("power");
    }
    return board.parts().stream()
        .filter(p -> p.device().isCell())
        .flatMap(p -> p.pins().stream())
        .flatMap(pin -> board.netOf(pin).stream())
        .filter(net -> !board.isSupply(net.name()))
        .flatMap(net -> net.path().stream())
        .anyMatch(pin -> pin.part().equals(part.designator()));
  }

  /** The program waits for an answer: the select does not come, or what it selects is silent. */
  TestModel<?> polls(Finding.Polls told) {
    Set<PinRef> select =
        board.nets().stream()
            .filter(net -> net.name().equals(told.net()))
            .flatMap(net -> net.path().stream())
            .collect(Collectors.toSet());
    return new ConditionModel(
        readings,
        "recorder",
        List.of("elsewhere", "on the way"),
        fault -> isOnTheWay(fault, told.net(), select) ? "on the way" : "elsewhere",
        _ -> "polls",
        Map.of("polls", told));
  }

  private boolean isOnTheWay(Fault fault, String asked, Set<PinRef> select) {
    if (fault.place().mendable() instanceof Place.OfPart(String part)
        && (part.equals(asked)
            || (fault.mode() == FaultMode.DEAD
                && select.stream().anyMatch(pin -> pin.part().equals(part))))) {
      return true;
    }
    if (fault.place() instanceof Place.Joints(String part) && part.equals(asked)) {
      return true;
    }
    boolean[] met = {false};
    nets.consequences(fault).forEach((pin, _) -> met[0] |= select.contains(pin));
    return met[0];
  }

  /** What the screen shows while the dead test runs: made without memories and firmware. */
  TestModel<?> deadTestPicture(TestModel<DeadTestModel.State> deadTest) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    for (Finding.TestPicture look : Finding.TestPicture.values()) {
      outcomes.put(look.name().toLowerCase(Locale.ROOT), new Finding.DeadTestPicture(look));
    }
    return new ConditionModel(
        readings,
        "dead test picture",
        List.of("right", "picture", "stopped"),
        fault ->
            deadTest.effectOf(fault).run() == DeadTestModel.Run.BLOCKED
                ? "stopped"
                : startOrder.blockOf(fault).equals("video")
                        && fault.mode().function() == FaultMode.Function.LOST
                    ? "picture"
                    : "right",
        found -> ((Finding.DeadTestPicture) found).look().name().toLowerCase(Locale.ROOT),
        outcomes);
  }

  TestModel<?> proof(Finding.ProofRun run) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("clean", new Finding.ProofRun(run.check(), run.amount(), run.hours(), true));
    outcomes.put("failed", new Finding.ProofRun(run.check(), run.amount(), run.hours(), false));
    return new ConditionModel(
        readings,
        "proof",
        List.of("healthy", "perhaps", "shows"),
        this::shownInUse,
        found -> ((Finding.ProofRun) found).clean() ? "clean" : "failed",
        outcomes);
  }

  private String shownInUse(Fault fault) {
    if (fault.mode() == FaultMode.LEAKS || startOrder.stage(startOrder.blockOf(fault)) < 0) {
      return "healthy";
    }
    return simulated
        .of(fault)
        .map(a -> a.look() != StartUp.Look.WORKS || a.deadTest().end() != DeadTestEnd.PASS)
        .filter(shows -> shows)
        .map(_ -> "shows")
        .orElse("perhaps");
  }
}
