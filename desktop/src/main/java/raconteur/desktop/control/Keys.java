package raconteur.desktop.control;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/**
 * Every command that has a key: the key, where it holds, and what it does. Labels, hints, the help
 * page and the handlers all ask here, so that no label can name another key than the one that
 * works; a test refuses one key with two meanings at one place.
 */
@SuppressWarnings("ImmutableEnumChecker") // lists of key combinations, which never change
public enum Keys {
  SHELF(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT1)),
  ARRIVE(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT2)),
  INSPECT(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT3)),
  POWER(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT4)),
  TRACE(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT5)),
  MEND(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT6)),
  PROVE(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT7)),
  HAND_OVER(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT8)),
  ODDS(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT9)),
  STOCKROOM(Where.EVERYWHERE, Keys.VIEWS, ctrl(KeyCode.DIGIT0)),
  BOARDS(Where.EVERYWHERE, "Boards", ctrl(KeyCode.B)),
  DEVICES(Where.EVERYWHERE, "Devices", ctrl(KeyCode.D)),
  PRACTICE(Where.EVERYWHERE, "Practice", ctrl(KeyCode.P)),
  TAKE_IN(Where.EVERYWHERE, "take a board in", ctrl(KeyCode.N)),
  SEARCH(
      Where.EVERYWHERE,
      "search all stories",
      new KeyCodeCombination(KeyCode.F, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN)),
  HELP(Where.EVERYWHERE, "the manual, keys, bench lines", plain(KeyCode.F1)),
  DIM(Where.EVERYWHERE, "dim workshop, or light", plain(KeyCode.F10)),
  LEAD(Where.EVERYWHERE, "with a first board: where its next step is done", ctrl(KeyCode.J)),
  PREFERENCES(Where.EVERYWHERE, "preferences", ctrl(KeyCode.COMMA)),

  OUTCOME_1(Where.CASE, Keys.OUTCOMES, plain(KeyCode.F2)),
  OUTCOME_2(Where.CASE, Keys.OUTCOMES, plain(KeyCode.F3)),
  OUTCOME_3(Where.CASE, Keys.OUTCOMES, plain(KeyCode.F4)),
  OUTCOME_4(Where.CASE, Keys.OUTCOMES, plain(KeyCode.F5)),
  OUTCOME_5(Where.CASE, Keys.OUTCOMES, plain(KeyCode.F6)),
  ARMS_LENGTH(Where.CASE, "arm's length: for two metres, and back", plain(KeyCode.F8)),
  TO_BENCH_LINE(Where.CASE, "back to the bench line", plain(KeyCode.ESCAPE)),
  COMPLETE(Where.BENCH_LINE, "take the first word offered", plain(KeyCode.TAB)),
  STRIKE(Where.STORY, "strike the chosen line", plain(KeyCode.DELETE), plain(KeyCode.BACK_SPACE)),
  SAY_AGAIN(
      Where.STORY, "the chosen line into the bench line: again, or amended", plain(KeyCode.ENTER)),

  NEXT_STEP(Where.TRACE, "another step", plain(KeyCode.F7)),
  DECLINE(Where.TRACE, "the step cannot be made, or was unclear", shift(KeyCode.F7)),
  STOP_WORKING(Where.TRACE, "stop working it out: show what was weighed so far", shift(KeyCode.F8)),
  LINES_OF(Where.TRACE, "of the story, the lines of the chosen part, or all", ctrl(KeyCode.L)),
  SWAP(Where.TRACE, "try the chosen suspect by swapping", plain(KeyCode.F12)),
  PROBE(Where.SIMULATED, "a pin to probe", plain(KeyCode.F11)),
  INSTRUMENTS(Where.SIMULATED, "let the instruments take the step's reading", shift(KeyCode.F11)),

  NEXT_PANE(Where.PANES, "the next pane", plain(KeyCode.F7)),
  PANE_BEFORE(Where.PANES, "the pane before", shift(KeyCode.F7)),

  TURN_OVER(Where.MAP, "turn the board over", plain(KeyCode.F9)),
  PHOTOGRAPH(Where.MAP, "the photograph behind it: dimmed, as it is, not shown", shift(KeyCode.F9)),
  MAP_LEFT(Where.MAP, Keys.MOVE, plain(KeyCode.LEFT)),
  MAP_UP(Where.MAP, Keys.MOVE, plain(KeyCode.UP)),
  MAP_RIGHT(Where.MAP, Keys.MOVE, plain(KeyCode.RIGHT)),
  MAP_DOWN(Where.MAP, Keys.MOVE, plain(KeyCode.DOWN)),
  ZOOM_IN(
      Where.MAP,
      "closer",
      plain(KeyCode.PLUS),
      plain(KeyCode.ADD),
      plain(KeyCode.EQUALS),
      shift(KeyCode.EQUALS),
      shift(KeyCode.PLUS)),
  ZOOM_OUT(Where.MAP, "further away", plain(KeyCode.MINUS), plain(KeyCode.SUBTRACT)),
  WHOLE_BOARD(
      Where.MAP, "all of it", plain(KeyCode.DIGIT0), plain(KeyCode.NUMPAD0), plain(KeyCode.HOME)),

  GLANCE_BACK(Where.GLANCE, "the line before", plain(KeyCode.LEFT)),
  GLANCE_ON(Where.GLANCE, "the next line", plain(KeyCode.RIGHT)),
  GLANCE_FIRST(Where.GLANCE, "the first line", plain(KeyCode.HOME)),
  GLANCE_LAST(Where.GLANCE, "the last line", plain(KeyCode.END)),

  FIND(Where.BOARDS, "find a part, pin, net or device", ctrl(KeyCode.F)),
  UNDO(Where.BOARDS, "take the last change back", ctrl(KeyCode.Z)),
  TAKE_NETS(Where.BOARDS, "take the typed nets", plain(KeyCode.ENTER)),
  BUZZ_JOINED(Where.BUZZING, "the meter beeps", plain(KeyCode.F2)),
  BUZZ_OPEN(Where.BUZZING, "it stays silent", plain(KeyCode.F3)),
  BUZZ_LEAVE(Where.BUZZING, "cannot be reached: the next one", plain(KeyCode.F4)),
  BUZZ_BACK(Where.BUZZING, "take the last answer back", plain(KeyCode.F5)),
  LEAVE_IMPORT(Where.IMPORT, "leave what is being read in", plain(KeyCode.ESCAPE)),

  LEAVE_BROUGHT(Where.BROUGHT, "leave the file that was brought", plain(KeyCode.ESCAPE)),

  SET_POINT(Where.PHOTOGRAPH, "set it here", plain(KeyCode.SPACE)),
  FINE_LEFT(Where.PHOTOGRAPH, Keys.FINE, shift(KeyCode.LEFT)),
  FINE_UP(Where.PHOTOGRAPH, Keys.FINE, shift(KeyCode.UP)),
  FINE_RIGHT(Where.PHOTOGRAPH, Keys.FINE, shift(KeyCode.RIGHT)),
  FINE_DOWN(Where.PHOTOGRAPH, Keys.FINE, shift(KeyCode.DOWN)),
  NEXT_MARK(Where.PHOTOGRAPH, "on to the next mark", plain(KeyCode.ENTER)),
  NEXT_IN_ROW(Where.PHOTOGRAPH, "one more of the row", ctrl(KeyCode.R)),
  LEAVE_PHOTOGRAPH(Where.PHOTOGRAPH, "leave the photograph", plain(KeyCode.ESCAPE)),

  CLOSE_MANUAL(Where.MANUAL, "close it", plain(KeyCode.ESCAPE)),
  OPEN(Where.LISTS, "open the chosen row, keep what was typed", plain(KeyCode.ENTER)),
  NEXT_FIELD(Where.FIELDS, "on to the next field", plain(KeyCode.TAB)),
  FIELD_BEFORE(Where.FIELDS, "back to the field before", shift(KeyCode.TAB)),
  TO_FOUND(Where.SEARCH, "to what was found", plain(KeyCode.DOWN));

  private static final String VIEWS = "the views, in the order of the bar";
  private static final String OUTCOMES = "what the next step, or the pane, showed";
  private static final String FINE = "move the mark or the cross by a hair";
  private static final String MOVE = "move the map";

  /** The outcomes of a step or a pane, in order. */
  private static final List<Keys> OUTCOME_KEYS =
      List.of(OUTCOME_1, OUTCOME_2, OUTCOME_3, OUTCOME_4, OUTCOME_5);

  private final Where where;
  private final String words;
  private final List<KeyCodeCombination> combinations;

  Keys(Where where, String words, KeyCodeCombination... combinations) {
    this.where = where;
    this.words = words;
    this.combinations = List.of(combinations);
  }

  private static KeyCodeCombination plain(KeyCode code) {
    return new KeyCodeCombination(code);
  }

  private static KeyCodeCombination shift(KeyCode code) {
    return new KeyCodeCombination(code, KeyCombination.SHIFT_DOWN);
  }

  private static KeyCodeCombination ctrl(KeyCode code) {
    return new KeyCodeCombination(code, KeyCombination.SHORTCUT_DOWN);
  }

  /** Where a key holds; a place within another has that one's keys too. */
  public enum Where {
    EVERYWHERE("Everywhere"),
    CASE("On a case", EVERYWHERE),
    TRACE("On Trace", CASE),
    SIMULATED("On a simulated board", TRACE),
    STAGE("On the other stages", CASE),
    BOARDS("In Boards", EVERYWHERE),
    BUZZING("Buzzing nets out", BOARDS),
    IMPORT("Reading a file in", BOARDS),
    ODDS("In Odds", EVERYWHERE),
    PRACTICE("In Practice", EVERYWHERE),
    PANES("Where there are panes", STAGE, ODDS, PRACTICE),
    BENCH_LINE("In the bench line", TRACE, STAGE),
    STORY("In the story", TRACE, STAGE),
    MAP("On the map", TRACE, STAGE, BOARDS),
    GLANCE("On the case at a glance", STAGE),
    PHOTOGRAPH("On a photograph", EVERYWHERE),
    BROUGHT("At a file that was brought", EVERYWHERE),
    SEARCH("In the search", EVERYWHERE),
    MANUAL("In the manual", EVERYWHERE),
    FIELDS("In fields of many lines", BOARDS),
    LISTS("In lists and fields", EVERYWHERE);

    private final String words;
    private final List<Where> within;

    Where(String words, Where... within) {
      this.words = words;
      this.within = List.of(within);
    }

    public String words() {
      return words;
    }

    private Set<Where> around() {
      Set<Where> around = EnumSet.of(this);
      within.forEach(w -> around.addAll(w.around()));
      return around;
    }

    /** Whether there is a place where the keys of both hold. */
    public boolean meets(Where other) {
      return around().contains(other) || other.around().contains(this);
    }
  }

  /** A line of the help page: keys, and what they do. */
  public record Line(String keys, String words) {}

  /** The lines of the help page about a place; keys in a row that do one thing share a line. */
  public static List<Line> lines(Where where) {
    List<List<Keys>> runs = new ArrayList<>();
    for (Keys key : values()) {
      if (key.where != where) {
        continue;
      }
      if (!runs.isEmpty() && runs.getLast().getLast().words.equals(key.words)) {
        runs.getLast().add(key);
      } else {
        runs.add(new ArrayList<>(List.of(key)));
      }
    }
    return runs.stream().map(run -> new Line(named(run), run.getFirst().words)).toList();
  }

  private static String named(List<Keys> run) {
    return run.size() > 4
        ? run.getFirst().label() + " … " + run.getLast().label()
        : run.stream().map(Keys::label).collect(Collectors.joining(" "));
  }

  /** The place of the outcome a key stands for, from 0; −1 where it stands for none. */
  public static int outcome(KeyEvent event) {
    for (int i = 0; i < OUTCOME_KEYS.size(); i++) {
      if (OUTCOME_KEYS.get(i).is(event)) {
        return i;
      }
    }
    return -1;
  }

  /** The keys of outcomes, the first first. */
  public static List<Keys> outcomes() {
    return OUTCOME_KEYS;
  }

  public boolean is(KeyEvent event) {
    return combinations.stream().anyMatch(c -> c.match(event));
  }

  public Where where() {
    return where;
  }

  /** What it does. */
  public String words() {
    return words;
  }

  /** All keys that mean it; the first is the one that is named. */
  public List<KeyCodeCombination> combinations() {
    return combinations;
  }

  /** The key's name, as printed on it: {@code F7}, {@code Shift+F7}, {@code Ctrl+N}. */
  public String label() {
    KeyCodeCombination named = combinations.getFirst();
    String platform = named.getDisplayText();
    // The key itself may be called +.
    String code = platform.substring(platform.lastIndexOf('+', platform.length() - 2) + 1);
    return platform.substring(0, platform.length() - code.length())
        + switch (named.getCode()) {
          case ENTER -> "Enter";
          case TAB -> "Tab";
          case ESCAPE -> "Esc";
          case DELETE -> "Delete";
          case PLUS -> "+";
          case MINUS -> "−";
          default -> code;
        };
  }

  /** A label that names the key and then what the button does. */
  public String on(String text) {
    return cap() + " " + text;
  }

  /** The key's name where room is short. */
  public String cap() {
    return label().replace("Shift+", "⇧");
  }

  /** The press of it, for whatever works the window without hands. */
  public KeyEvent pressed() {
    KeyCodeCombination named = combinations.getFirst();
    return new KeyEvent(
        KeyEvent.KEY_PRESSED,
        "",
        "",
        named.getCode(),
        named.getShift() == KeyCombination.ModifierValue.DOWN,
        named.getShortcut() == KeyCombination.ModifierValue.DOWN,
        false,
        false);
  }

  /** Those whose keys meet another's at one place: none, or a key means two things. */
  static List<String> doubleMeanings() {
    List<String> doubled = new ArrayList<>();
    for (Keys one : values()) {
      for (Keys other : values()) {
        boolean shared = one.combinations.stream().anyMatch(c -> other.combinations.contains(c));
        if (one.compareTo(other) < 0 && shared && one.where.meets(other.where)) {
          doubled.add(one.label() + " means " + one + " and " + other);
        }
      }
    }
    return doubled;
  }
}
