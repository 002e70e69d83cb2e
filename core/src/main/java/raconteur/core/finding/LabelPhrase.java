package raconteur.core.finding;

import java.util.regex.Pattern;

/**
 * What is written on a board, or came with it: {@code serial 004217}. {@code serial port dead} and
 * {@code came back after a tap} begin with the same words and are no labels.
 */
final class LabelPhrase extends VerbPhrase {
  private static final int LONGEST = 60;
  private static final Pattern NO_FUNCTION =
      Pattern.compile(
          "(?i)(?!(?:port|ports|line|lines|link|output|input|out|in|socket|driver|comms|data|of|to"
              + "|dead|bad|ok|good|works?|working|fails?|silent)\\b).*");
  private static final Pattern NO_WAY_OF_COMING =
      Pattern.compile("(?i)(?!(?:back|on|up|alive|out|down|good|right|again)\\b).*");

  private final Bookkeeping.LabelKind kind;
  private final String what;
  private final Pattern accepted;

  private LabelPhrase(Bookkeeping.LabelKind kind, String example, String what, Pattern accepted) {
    super(kind.word(), example);
    this.kind = kind;
    this.what = what;
    this.accepted = accepted;
  }

  static LabelPhrase ofANumber(Bookkeeping.LabelKind kind, String example, String what) {
    return new LabelPhrase(kind, example, what, NO_FUNCTION);
  }

  static LabelPhrase ofWhatCame(String example, String what) {
    return new LabelPhrase(Bookkeeping.LabelKind.CAME, example, what, NO_WAY_OF_COMING);
  }

  @Override
  public boolean begins(Words words) {
    String text = words.ahead().replaceFirst("^[^ ]+ ?", "");
    return super.begins(words) && accepted.matcher(text).matches();
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    if (!words.more()) {
      return new Understanding.Unfinished(what + ": type it.");
    }
    String text = words.rest();
    if (text.length() > LONGEST) {
      throw words.refuse(what + " has at most " + LONGEST + " characters.");
    }
    return new Understanding.Understood(
        new Bookkeeping.Label(kind, text), what + ": " + text + ".");
  }
}
