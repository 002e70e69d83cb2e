package raconteur.core.finding;

import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Outline;

/**
 * What is written down because a later stage leans on it: it proves nothing by itself. Each is one
 * word at the beginning of a line.
 */
public sealed interface Bookkeeping extends Statement {

  /** What is written on a board or told of it. */
  enum LabelKind {
    SERIAL,
    SET,
    ASSEMBLY,
    CAME;

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * {@code serial 004217}, {@code set LF-0042}, {@code assembly QK-1040-02}, {@code came supply}.
   */
  record Label(LabelKind kind, String text) implements Bookkeeping {
    @Override
    public String line() {
      return kind.word() + " " + text;
    }
  }

  /** The date code printed on a chip: {@code date U7 8412}. */
  record DateCode(String part, int year, int week) implements Bookkeeping {
    @Override
    public String line() {
      return String.format(Locale.ROOT, "date %s %02d%02d", part, year % 100, week);
    }
  }

  /** The kind of socket found, {@code soldered} for none: {@code socket U7 single wipe}. */
  record SocketSeen(String part, String kind) implements Bookkeeping {
    @Override
    public String line() {
      return "socket " + part + " " + (kind.isEmpty() ? "soldered" : kind);
    }
  }

  /** A part that is not there though the revision has it. */
  record Missing(String part) implements Bookkeeping {
    @Override
    public String line() {
      return "missing " + part;
    }
  }

  /** A part, or its socket, that is not original; what is found there, empty for not said. */
  record Foreign(String part, String found) implements Bookkeeping {
    @Override
    public String line() {
      return ("foreign " + part + " " + found).strip();
    }
  }

  /** What is taken off when a machine is opened. */
  enum UndoneKind {
    CONNECTOR,
    WIRE,
    SCREW,
    OTHER;

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * Something undone: {@code undone connector speaker 2-way, red left to J5}.
   *
   * @param where it goes back, empty where nothing says so
   */
  record Undone(UndoneKind kind, String what, String where) implements Bookkeeping {
    @Override
    public String line() {
      return "undone " + kind.word() + " " + what + (where.isEmpty() ? "" : " to " + where);
    }
  }

  /** The n-th thing undone is back in its place: {@code refitted 3}. */
  record Refitted(int item) implements Bookkeeping {
    @Override
    public String line() {
      return "refitted " + item;
    }
  }

  /** What became of a check. */
  enum CheckState {
    DONE("done"),
    SKIPPED("skipped"),
    NOT_APPLICABLE("na");

    private final String word;

    CheckState(String word) {
      this.word = word;
    }

    public String word() {
      return word;
    }
  }

  /** A check of the board's list, by its id, with the reason where it was not done. */
  record Checked(String check, CheckState state, String reason) implements Bookkeeping {
    @Override
    public String line() {
      return ("check " + check + " " + state.word() + " " + reason).strip();
    }
  }

  /** When a picture was taken. */
  enum PictureMoment {
    BEFORE,
    AFTER,
    OTHER;

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * A picture kept with the case: {@code picture 3f2a90c1d4e5 before at 120 40 burst cell}.
   *
   * @param content the first twelve digits of the SHA-256 of its bytes
   * @param at where on the board it looks, if anywhere
   */
  record Pictured(String content, PictureMoment moment, Optional<Outline.Point> at, String caption)
      implements Bookkeeping {
    @Override
    public String line() {
      String place =
          at.map(p -> " at " + Quantities.plain(p.x()) + " " + Quantities.plain(p.y())).orElse("");
      return ("picture " + content + " " + moment.word() + place + " " + caption).strip();
    }
  }

  /** What the mended board is worth, in the shop's money: {@code value 250}. */
  record Value(double money) implements Bookkeeping {
    @Override
    public String line() {
      return "value " + Quantities.plain(money);
    }
  }

  /** What becomes of the board. */
  enum Choice {
    REPAIR,
    DONOR,
    STOP;

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** {@code decided repair}, with the reason where there is one. */
  record Decided(Choice choice, String reason) implements Bookkeeping {
    @Override
    public String line() {
      return ("decided " + choice.word() + " " + reason).strip();
    }
  }

  /**
   * The processor is given one code that does nothing, so that it counts through its addresses, or
   * runs its program again: {@code free run on}, {@code free run off}.
   */
  record FreeRun(boolean on) implements Bookkeeping {
    @Override
    public String line() {
      return on ? "free run on" : "free run off";
    }
  }

  /**
   * The supply switched.
   *
   * @param knowingly true where it was switched on although something spoke against it
   */
  record Power(boolean on, boolean knowingly) implements Bookkeeping {
    @Override
    public String line() {
      return on ? knowingly ? "power on knowingly" : "power on" : "power off";
    }
  }
}
