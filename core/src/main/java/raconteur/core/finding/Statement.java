package raconteur.core.finding;

import java.util.List;
import raconteur.core.board.DamageArea;

/** Anything one bench line can say. */
public sealed interface Statement
    permits Finding,
        Bookkeeping,
        Closing,
        Statement.Removal,
        Statement.Seating,
        Statement.Remark,
        Statement.Damaged,
        Statement.PartDamaged,
        Statement.Mended,
        Statement.Found,
        Statement.Several {

  /** The line it would be typed as; reading that line again gives an equal statement. */
  String line();

  /** A part taken out of its socket. */
  record Removal(String part) implements Statement {
    @Override
    public String line() {
      return "pull " + part;
    }
  }

  /** A part put back into its socket. */
  record Seating(String part) implements Statement {
    @Override
    public String line() {
      return "seat " + part;
    }
  }

  /** Something to remember that proves nothing. */
  record Remark(String text) implements Statement {
    @Override
    public String line() {
      return "note " + text;
    }
  }

  /** A part of the board that something happened to: what lies there is suspected more. */
  record Damaged(DamageArea area) implements Statement {
    @Override
    public String line() {
      return "damage "
          + area.kind().word()
          + " "
          + Quantities.plain(area.leftMillimetres())
          + " "
          + Quantities.plain(area.topMillimetres())
          + " "
          + Quantities.plain(area.widthMillimetres())
          + " "
          + Quantities.plain(area.heightMillimetres());
    }
  }

  /** Something happened to a part, wherever it lies: it and its joints are suspected more. */
  record PartDamaged(DamageArea.Kind kind, String part) implements Statement {
    @Override
    public String line() {
      return "damage " + kind.word() + " " + part;
    }
  }

  /** Something done to the board. */
  record Mended(Mend mend) implements Statement {
    @Override
    public String line() {
      return "mended " + mend.line();
    }
  }

  /** What a fault turned out to be; this is what the odds of the revision count. */
  record Found(Conclusion conclusion) implements Statement {
    @Override
    public String line() {
      return "found " + conclusion.line();
    }
  }

  /**
   * One line that says the same of several parts or pins: weighed one by one, all of one moment.
   *
   * @param said the line as it was typed
   */
  record Several(List<Statement> parts, String said) implements Statement {
    public Several {
      parts = List.copyOf(parts);
    }

    @Override
    public String line() {
      return said;
    }
  }
}
