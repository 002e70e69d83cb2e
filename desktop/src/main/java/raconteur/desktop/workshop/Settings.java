package raconteur.desktop.workshop;

import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.casebook.photo.BoardPhotos;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.School;
import raconteur.core.plan.Schools;
import raconteur.core.plan.Shop;

/**
 * Everything the shop has set, kept in its casebook: how it works, what it owns, what its hour and
 * its parts cost, its name, where its files lie, and what is counted beside the story. All names of
 * settings stand here, but those of photographs. What was never set, or cannot be read, is the
 * usual.
 */
public final class Settings {
  private static final String SOUNDS = "sound cues";
  private static final String SCHOOL = "school";
  private static final String INSTRUMENTS = "instruments";
  private static final String TOGETHER = "faults at once";
  private static final String FOLDER = "folder of ";
  private static final String MARKING = "what is printed as ";
  private static final String SIMULATED = "simulated case ";
  private static final String DEAL = "deal of case ";
  private static final String PRACTISED = "end of practice case ";
  private static final String PRACTISING = "practising";
  private static final String TEXT_SIZE = "size of text";
  private static final String LIGHT = "light";
  private static final String LEADING = "led through a first board";
  private static final String SHOP_NAME = "name of this shop";

  private final Casebook casebook;

  public Settings(Casebook casebook) {
    this.casebook = casebook;
  }

  /** A sum of money or a factor the shop works with. */
  public enum Rate {
    MONEY_PER_HOUR("money per hour"),
    PARTS_FACTOR("parts factor");

    private final String setting;

    Rate(String setting) {
      this.setting = setting;
    }
  }

  /** When the window is dim. */
  public enum Light {
    LIGHT("light"),
    DIM("dim"),
    BY_HOUR("dim from 19 to 7 o'clock");

    private final String words;

    Light(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether it is dim at an hour of the day, 0 to 23. */
    public boolean isDimAt(int hour) {
      return this == DIM || (this == BY_HOUR && (hour >= 19 || hour < 7));
    }
  }

  /** Sizes of all text, of what is usual. */
  public static final List<Integer> TEXT_PERCENTS = List.of(90, 100, 115, 130, 145, 160);

  private static final int USUAL_PERCENT = 100;

  /** How large text is, in per cent of what is usual. */
  public int textPercent() {
    return casebook
        .setting(TEXT_SIZE)
        .filter(text -> text.matches("[0-9]{2,3}"))
        .map(Integer::parseInt)
        .filter(TEXT_PERCENTS::contains)
        .orElse(USUAL_PERCENT);
  }

  public String keepTextPercent(int percent) {
    return keep(TEXT_SIZE, Integer.toString(percent));
  }

  /** When the window is dim: never, unless told otherwise. */
  public Light light() {
    return casebook
        .setting(LIGHT)
        .flatMap(text -> Arrays.stream(Light.values()).filter(l -> l.name().equals(text)).findAny())
        .orElse(Light.LIGHT);
  }

  public String keepLight(Light light) {
    return keep(LIGHT, light.name());
  }

  /** Whether somebody is being led through a first board. */
  public boolean leading() {
    return casebook.setting(LEADING).filter("yes"::equals).isPresent();
  }

  public String keepLeading(boolean leading) {
    return keep(LEADING, leading ? "yes" : "no");
  }

  /** A rate from 0 up as somebody types it, with a point or a comma; empty where it is none. */
  public static Optional<Double> rateOf(String typed) {
    String text = typed.strip().replace(',', '.');
    if (!text.matches("[0-9]{1,7}(\\.[0-9]{1,4})?")) {
      return Optional.empty();
    }
    double value = Double.parseDouble(text);
    return value <= MOST_RATE ? Optional.of(value) : Optional.empty();
  }

  private static final double MOST_RATE = 1e6;

  /** What the user said a marking is, by marking: the name of its device. */
  public Map<String, String> saidMarkings() {
    Map<String, String> said = new TreeMap<>();
    casebook
        .settings()
        .forEach(
            (name, device) -> {
              if (name.startsWith(MARKING)) {
                said.put(name.substring(MARKING.length()), device);
              }
            });
    return said;
  }

  /** Keeps what a marking is; the sentence of a refusal, empty for none. */
  public String keepSaidMarking(String marking, String device) {
    return keep(MARKING + marking, device);
  }

  /** Whether lines that are kept or refused are heard. */
  public boolean sounds() {
    return casebook.setting(SOUNDS).filter("on"::equals).isPresent();
  }

  /** Has them heard from now on, or not; the sentence of a refusal, empty for none. */
  public String keepSounds(boolean on) {
    return keep(SOUNDS, on ? "on" : "off");
  }

  /** How the shop likes to work and what stands on its bench, as far as it was said. */
  public Shop shop() {
    Schools schools = Schools.shipped();
    School school = casebook.setting(SCHOOL).flatMap(schools::named).orElse(schools.usual());
    Set<String> owned =
        casebook
            .setting(INSTRUMENTS)
            .map(
                text ->
                    Arrays.stream(text.split(",", -1))
                        .map(String::strip)
                        .filter(schools.instruments()::contains)
                        .collect(Collectors.toSet()))
            .orElse(schools.usuallyOwned());
    return new Shop(school, owned);
  }

  /** Keeps how the shop works; a sentence where that failed, else empty. */
  public String keepShop(Shop shop) {
    return Stream.of(
            keep(SCHOOL, shop.school().name()),
            keep(INSTRUMENTS, String.join(",", new TreeSet<>(shop.owned()))))
        .filter(refusal -> !refusal.isEmpty())
        .findFirst()
        .orElse("");
  }

  /** How many faults at once are reckoned with: as many as can be, unless told otherwise. */
  public int faultsTogether() {
    return casebook
        .setting(TOGETHER)
        .filter(text -> text.matches("[1-9]"))
        .map(Integer::parseInt)
        .filter(faults -> faults <= Advisor.MOST_IN_A_HYPOTHESIS)
        .orElse(Advisor.MOST_IN_A_HYPOTHESIS);
  }

  /** Keeps how many faults at once are reckoned with; a sentence where that failed, else empty. */
  public String keepFaultsTogether(int faults) {
    return keep(TOGETHER, Integer.toString(faults));
  }

  /** The name this shop goes by where counts are shared; empty for none. */
  public String shopName() {
    return casebook.setting(SHOP_NAME).orElse("");
  }

  public String keepShopName(String name) {
    return keep(SHOP_NAME, name);
  }

  /** A rate as it was typed, where it was. */
  public Optional<String> rate(Rate rate) {
    return casebook.setting(rate.setting);
  }

  public String keepRate(Rate rate, String value) {
    return keep(rate.setting, value);
  }

  /** The seed of a simulated case; empty for a case of a real board. */
  public Optional<Long> simulationSeed(int caseNumber) {
    return casebook
        .setting(simulation(caseNumber))
        .filter(text -> text.matches("-?[0-9]{1,18}"))
        .map(Long::parseLong);
  }

  /** The numbers of all cases whose board is simulated, asked once for a whole shelf. */
  public Set<Integer> simulatedCases() {
    return casebook.settings().keySet().stream()
        .filter(name -> name.matches(SIMULATED + "[0-9]{1,9}"))
        .map(name -> Integer.parseInt(name.substring(SIMULATED.length())))
        .collect(Collectors.toSet());
  }

  /** Makes a case a simulated one. */
  public String keepSimulationSeed(int caseNumber, long seed) {
    return keep(simulation(caseNumber), Long.toString(seed));
  }

  /** What was dealt for a case of practice, as it was kept; empty for other cases. */
  public Optional<String> deal(int caseNumber) {
    return casebook.setting(DEAL + caseNumber);
  }

  public String keepDeal(int caseNumber, String deal) {
    return keep(DEAL + caseNumber, deal);
  }

  /** How a case of practice ended, as it was kept. */
  public Optional<String> practised(int caseNumber) {
    return casebook.setting(PRACTISED + caseNumber);
  }

  public String keepPractised(int caseNumber, String end) {
    return keep(PRACTISED + caseNumber, end);
  }

  /** The table of keys that was read for a board, as it was read. */
  public Optional<String> keyboard(String boardId) {
    return casebook.setting("keyboard of " + boardId);
  }

  public String keepKeyboard(String boardId, String table) {
    return keep("keyboard of " + boardId, table);
  }

  /** What the keys of a case were seen to do, in words. */
  public Optional<String> keysSeen(int caseNumber) {
    return casebook.setting("keys of case " + caseNumber);
  }

  public String keepKeysSeen(int caseNumber, String words) {
    return keep("keys of case " + caseNumber, words);
  }

  /** Who practised last; empty for nobody in particular. */
  public String practising() {
    return casebook.setting(PRACTISING).orElse("");
  }

  public String keepPractising(String person) {
    return keep(PRACTISING, person);
  }

  private static String simulation(int caseNumber) {
    return SIMULATED + caseNumber;
  }

  /** What is counted of a case's soak run, as it was kept. */
  public Optional<String> soak(int caseNumber) {
    return casebook.setting("soak of case " + caseNumber);
  }

  public String keepSoak(int caseNumber, String count) {
    return keep("soak of case " + caseNumber, count);
  }

  /** The folder files of a kind were last in, where it is still there. */
  public Optional<Path> folder(String kind) {
    return casebook.setting(folderOf(kind)).flatMap(Settings::path).filter(Files::isDirectory);
  }

  public String keepFolder(String kind, Path folder) {
    return keep(folderOf(kind), folder.toAbsolutePath().toString());
  }

  private static String folderOf(String kind) {
    return FOLDER + kind.toLowerCase(Locale.ROOT);
  }

  private static Optional<Path> path(String text) {
    try {
      return Optional.of(Path.of(text));
    } catch (InvalidPathException e) {
      return Optional.empty();
    }
  }

  /**
   * What is set, a line each, for whoever helps: without the shop's name, those who practise and
   * folders, which would say who it is, and without what was dealt.
   */
  public String words() {
    return casebook.settings().entrySet().stream()
        .filter(s -> !s.getKey().equals(SHOP_NAME) && !s.getKey().startsWith(FOLDER))
        .filter(s -> !s.getKey().equals(PRACTISING) && !s.getKey().startsWith(DEAL))
        .filter(s -> !s.getKey().startsWith(BoardPhotos.SETTING))
        .filter(s -> !s.getKey().startsWith(BoardPhotos.BEGUN))
        .map(s -> s.getKey() + ": " + s.getValue() + "\n")
        .collect(Collectors.joining());
  }

  private String keep(String setting, String value) {
    return switch (casebook.keepSetting(setting, value)) {
      case Outcome.Failed<String>(String why) -> why;
      case Outcome.Done<String> _ -> "";
    };
  }
}
