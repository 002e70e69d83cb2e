package raconteur.core.finding;

import java.util.Locale;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is written down while a board is mended, proven and handed over, so that the report can say
 * it. Like {@link Bookkeeping} it proves nothing by itself.
 */
public sealed interface Closing extends Statement {
  /** How a line names an item of the stock. */
  Pattern FROM_STOCK = Pattern.compile("\\bfrom stock ([0-9]{1,7})\\b");

  /** What became of a part that came out. */
  enum Fate {
    DEAD("dead box"),
    RETURNED("returned to the owner"),
    SPARE("kept as a spare"),
    DISCARDED("thrown away");

    private final String words;

    Fate(String words) {
      this.words = words;
    }

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }

    public String words() {
      return words;
    }
  }

  /** {@code fate U26 dead}: where the old part went. */
  record OldPart(String part, Fate fate) implements Closing {
    @Override
    public String line() {
      return "fate " + part + " " + fate.word();
    }
  }

  /** {@code back U26 good}: how the good board did with its own part back after a swap. */
  record GoodBoard(String part, boolean unharmed) implements Closing {
    @Override
    public String line() {
      return "back " + part + (unharmed ? " good" : " bad");
    }
  }

  /** {@code fitted U26 4116-2 from stock 14}: what was put in a place. */
  record Fitted(String part, String what) implements Closing {
    @Override
    public String line() {
      return "fitted " + part + " " + what;
    }

    /** The stock number it says it comes from, as in {@code from stock 14}; empty for none. */
    public OptionalInt stockNumber() {
      Matcher matcher = FROM_STOCK.matcher(what);
      return matcher.find()
          ? OptionalInt.of(Integer.parseInt(matcher.group(1)))
          : OptionalInt.empty();
    }
  }

  /**
   * {@code shows 1 in 12 runs}, {@code shows 1 in 3 hours}: how often a fault that comes and goes
   * was seen.
   */
  record Shows(int times, double in, boolean hours) implements Closing {
    public Shows {
      if (times < 1 || !(in > 0) || (!hours && in < times)) {
        throw new IllegalArgumentException("a fault shows at most once a run: " + times + "/" + in);
      }
    }

    @Override
    public String line() {
      return "shows " + times + " in " + Quantities.plain(in) + (hours ? " hours" : " runs");
    }
  }

  /** {@code limit no harness, ports not tested}: what is accepted as it is. */
  record Limit(String text) implements Closing {
    @Override
    public String line() {
      return "limit " + text;
    }
  }

  /** {@code advise keep dust off the memories}: what the owner should watch. */
  record Advice(String text) implements Closing {
    @Override
    public String line() {
      return "advise " + text;
    }
  }

  /** {@code hours 3.5}: time at the bench. */
  record Hours(double hours) implements Closing {
    @Override
    public String line() {
      return "hours " + Quantities.plain(hours);
    }
  }

  /** {@code cost 12 DRAM}: what a part cost, in the shop's money. */
  record Cost(double money, String what) implements Closing {
    @Override
    public String line() {
      return ("cost " + Quantities.plain(money) + " " + what).strip();
    }
  }
}
