package raconteur.core.finding;

import java.util.regex.Pattern;

/**
 * What is written on a board, or came with it: {@code serial 004217}. {@code serial port dead} and
 * {@code came back after a tap} begin with the same words and are no labels.
 */
final class LabelPhrase extends VerbPhrase {
  private static final int LONGEST = 60;
  private static final Pattern A_NUMBER = Pattern.compile("[^ ]*[0-9?][^ ]*( .*)?");
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
    return new LabelPhrase(kind, example, what, A_NUMBER);
  }

  static LabelPhrase ofWhatCame(String example, String what) {
    return new LabelPhrase(Bookkeeping.LabelKind.CAME, example, what, NO_WAY_OF_COMING);
  }

  /** One word behind the verb may still be on its way to a number. */
  @Override
  public boolean begins(Words words) {
    String text = words.ahead().replaceFirst("^[^ ]+ ?", "");
    return super.begins(words) && (!text.contains(" ") || accepted.matcher(text).matches());
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    if (!words.more()) {
      return new Understanding.Unfinished(what + ": type it.");
    }
    String text = words.rest();
    if (!accepted.matcher(text).matches()) {
      return new Understanding.Unfinished(what + ": say it like " + example() + ".");
    }
    if (text.length() > LONGEST) {
      throw words.refuse(what + " has at most " + LONGEST + " characters.");
    }
    return new Understanding.Understood(
        new Bookkeeping.Label(kind, text), what + ": " + text + ".");
  }
}
