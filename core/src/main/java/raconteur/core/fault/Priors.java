package raconteur.core.fault;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * Where faults sit before anything was read, from {@code priors.json}.
 *
 * @param origin where the numbers come from, shown with them
 * @param expectedFaults over one board
 * @param classes device class to its share and weight
 * @param shares share name to its part of the expected faults
 * @param membersToLevel share name to the number of members that most of the share takes; a board
 *     with fewer has fewer faults of the kind, not the same on fewer parts
 * @param instead the share that takes over what a board has no parts for, where there is one
 * @param called what lists call chips nobody described, and the class that has, in order
 * @param modes names of splits of a part's faults; {@code usual} is always there
 * @param copper the split of the joints' share
 * @param historyBoards how many counted boards weigh as much as the table
 * @param siblingDiscount what a counted board of a sibling revision weighs against one of its own
 */
public record Priors(
    String origin,
    double expectedFaults,
    Map<String, ClassPrior> classes,
    Map<String, Double> shares,
    Map<String, Double> membersToLevel,
    Optional<Instead> instead,
    List<Called> called,
    Map<String, Modes> modes,
    Copper copper,
    MendRates mends,
    Damage damage,
    double historyBoards,
    double siblingDiscount) {
  private static final String USUAL = "usual";

  public Priors {
    classes = Map.copyOf(classes);
    shares = Map.copyOf(shares);
    membersToLevel = Map.copyOf(membersToLevel);
    called = List.copyOf(called);
    modes = Map.copyOf(modes);
  }

  /** The share a device class belongs to, its weight inside it, and how its faults split. */
  public record ClassPrior(String share, double weight, String modes) {}

  /**
   * A share that does on some boards what others have parts of their own for: where there are no
   * processor, memories and customs, counters and gates do their work, and break in their place.
   *
   * @param of the shares it takes over where a board has no part of them
   * @param membersToLevel how many members take most of it
   */
  public record Instead(String share, List<String> of, double membersToLevel) {
    public Instead {
      of = List.copyOf(of);
    }
  }

  /** Chips that a list calls by one of these words have the rate of this class. */
  public record Called(List<String> words, String deviceClass) {
    public Called {
      words = List.copyOf(words);
    }
  }

  /**
   * The part of the expected faults that a share is on a board: grows with its members and levels
   * off at the share; those it has no part of at all go to the one that stands in for them.
   *
   * @param members how many parts the board has of each share
   */
  public double share(String name, Map<String, Integer> members) {
    return ofItsOwn(name, members)
        + instead
            .filter(i -> i.share().equals(name))
            .map(
                i ->
                    grown(members.getOrDefault(name, 0), i.membersToLevel())
                        * i.of().stream()
                            .filter(o -> members.getOrDefault(o, 0) == 0)
                            .mapToDouble(o -> shares.getOrDefault(o, 0.0))
                            .sum())
            .orElse(0.0);
  }

  private double ofItsOwn(String name, Map<String, Integer> members) {
    double whole = shares.getOrDefault(name, 0.0);
    return Optional.ofNullable(membersToLevel.get(name))
        .map(most -> whole * grown(members.getOrDefault(name, 0), most))
        .orElse(whole);
  }

  private static double grown(int members, double toLevel) {
    return -Math.expm1(-members / toLevel);
  }

  /** What is assumed of a class the table does not know. */
  ClassPrior classOf(String deviceClass) {
    return classes.getOrDefault(deviceClass, new ClassPrior("small logic", 1, USUAL));
  }

  /** How the faults of a class split. */
  Modes modesOf(ClassPrior prior) {
    return Objects.requireNonNull(modes.get(prior.modes()));
  }

  /** How a part's faults split. */
  public record Modes(
      double dead,
      double leaks,
      double shorted,
      double outputs,
      double bitsLost,
      double addressInputs,
      double inputs,
      double unsuited,
      OutputModes ofOutput) {
    public Modes {
      requireOne(
          dead + leaks + shorted + outputs + bitsLost + addressInputs + inputs + unsuited,
          "dead, leaks, shorted, outputs, bits lost, address inputs, inputs, unsuited");
    }
  }

  /** How the faults of one output split. */
  public record OutputModes(double stuckLow, double stuckHigh, double floats, double weak) {
    public OutputModes {
      requireOne(stuckLow + stuckHigh + floats + weak, "stuck low, stuck high, floats, weak");
    }
  }

  /**
   * How the joints' share splits, and what a poor socket multiplies it by.
   *
   * @param elsewhere how likely a short is between two nets that are nowhere neighbours, beside one
   *     between two that are somewhere
   * @param tracks how likely a track from pin to pin is broken, beside one joint
   */
  public record Copper(
      double opens, double shorts, double elsewhere, double tracks, double poorSocketFactor) {
    public Copper {
      requireOne(opens + shorts, "opens, shorts");
    }
  }

  /**
   * How mends go: how often they cure, how often they break copper nearby, and how often a set
   * fitted together does not suit the board.
   */
  public record MendRates(
      double cures, double contactCures, double opensPerPart, double unsuitedSet) {}

  /** By how much a marked damage area multiplies the priors of what lies in it. */
  public record Damage(double parts, double copper, double rework) {}

  private static void requireOne(double sum, String what) {
    if (Math.abs(sum - 1) > 1e-9) {
      throw new IllegalArgumentException(what + " must add up to 1, not " + sum);
    }
  }

  /** The numbers that ship with the application. */
  public static Priors shipped() {
    return DataFile.shipped(
        Priors.class, "/raconteur/core/data/priors.json", t -> read("priors.json", t));
  }

  /** Reads a priors file. */
  public static Loaded<Priors> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> priors(root));
  }

  private static Priors priors(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-priors/1", true));
    root.onlyKnows(
        Set.of(
            "format",
            "origin",
            "expected faults",
            "shares",
            "members to level",
            "instead",
            "called",
            "classes",
            "modes",
            "copper",
            "mends",
            "damage",
            "history boards",
            "sibling discount"));
    Map<String, Double> shares = new HashMap<>();
    root.get("shares").entries().forEach((name, share) -> shares.put(name, share.between(0, 1)));
    Map<String, Double> members = new HashMap<>();
    if (root.has("members to level")) {
      for (var entry : root.get("members to level").entries().entrySet()) {
        if (!shares.containsKey(entry.getKey())) {
          throw entry.getValue().wrong("\"" + entry.getKey() + "\" is not one of the shares");
        }
        members.put(entry.getKey(), entry.getValue().between(0.01, 10_000));
      }
    }
    Optional<Instead> instead =
        root.has("instead") ? Optional.of(instead(root.get("instead"), shares)) : Optional.empty();
    Map<String, Modes> modes = new HashMap<>();
    root.get("modes").entries().forEach((name, split) -> modes.put(name, modes(split)));
    if (!modes.containsKey(USUAL)) {
      throw root.get("modes").wrong("a split named \"usual\" is missing");
    }
    Map<String, ClassPrior> classes = new HashMap<>();
    for (Datum row : root.get("classes").items()) {
      Datum share = row.get("share");
      if (!shares.containsKey(share.text())) {
        throw share.wrong("\"" + share.text() + "\" is not one of the shares");
      }
      classes.put(
          row.get("class").text(),
          new ClassPrior(share.text(), row.get("weight").between(0, 1000), split(row, modes)));
    }
    List<Called> called = new ArrayList<>();
    for (Datum row : root.itemsOrNone("called")) {
      row.onlyKnows(Set.of("words", "class"));
      Datum deviceClass = row.get("class");
      if (!classes.containsKey(deviceClass.text())) {
        throw deviceClass.wrong("\"" + deviceClass.text() + "\" is not one of the classes");
      }
      called.add(
          new Called(
              row.get("words").items().stream().map(Datum::text).toList(), deviceClass.text()));
    }
    Datum copper = root.get("copper");
    Datum mends = root.get("mends");
    try {
      return new Priors(
          root.get("origin").text(),
          root.get("expected faults").between(0.1, 50),
          classes,
          shares,
          members,
          instead,
          called,
          modes,
          new Copper(
              share(copper, "opens"),
              share(copper, "shorts"),
              copper.has("shorts elsewhere") ? share(copper, "shorts elsewhere") : 0.02,
              copper.has("tracks beside joints")
                  ? copper.get("tracks beside joints").between(0.01, 100)
                  : 2,
              copper.get("single wipe factor").between(1, 1000)),
          new MendRates(
              share(mends, "cures"),
              share(mends, "contact cures"),
              share(mends, "opens nearby a part"),
              mends.has("a set does not suit") ? share(mends, "a set does not suit") : 0.03),
          new Damage(
              root.get("damage").get("parts").between(1, 1000),
              root.get("damage").get("opens and shorts").between(1, 1000),
              root.get("damage").get("opens and shorts under rework").between(1, 1000)),
          root.get("history boards").between(1, 1000),
          share(root, "sibling discount"));
    } catch (IllegalArgumentException e) {
      throw root.wrong(String.valueOf(e.getMessage()));
    }
  }

  private static Instead instead(Datum row, Map<String, Double> shares) {
    row.onlyKnows(Set.of("share", "of", "members to level"));
    List<Datum> named = new ArrayList<>(row.get("of").items());
    named.add(row.get("share"));
    for (Datum share : named) {
      if (!shares.containsKey(share.text())) {
        throw share.wrong("\"" + share.text() + "\" is not one of the shares");
      }
    }
    return new Instead(
        row.get("share").text(),
        row.get("of").items().stream().map(Datum::text).toList(),
        row.get("members to level").between(0.01, 10_000));
  }

  private static String split(Datum row, Map<String, Modes> modes) {
    String name = row.textOr("modes", USUAL);
    if (!modes.containsKey(name)) {
      throw row.get("modes").wrong("\"" + name + "\" is not one of the splits under \"modes\"");
    }
    return name;
  }

  private static Modes modes(Datum split) {
    try {
      return new Modes(
          share(split, "dead"),
          share(split, "leaks"),
          share(split, "shorted"),
          share(split, "outputs"),
          share(split, "bits lost"),
          share(split, "address inputs"),
          split.has("inputs") ? share(split, "inputs") : 0,
          share(split, "unsuited"),
          new OutputModes(
              share(split, "stuck low"),
              share(split, "stuck high"),
              share(split, "floats"),
              share(split, "weak")));
    } catch (IllegalArgumentException e) {
      throw split.wrong(String.valueOf(e.getMessage()));
    }
  }

  private static double share(Datum table, String name) {
    return table.get(name).between(0, 1);
  }
}
