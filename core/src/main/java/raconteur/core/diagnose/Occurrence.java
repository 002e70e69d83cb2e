package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Mend;
import raconteur.core.story.Telling.DatedMend;

/**
 * A fault with its lifetime in epochs: there from one mend until before another. A mend that may or
 * may not cure splits a fault in occurrences that exclude each other; a mend that may break
 * something adds occurrences that begin with it, and that later mends cure like any other.
 *
 * @param fault index in the catalogue
 * @param from first epoch it is there
 * @param until first epoch it is no longer there; {@link Integer#MAX_VALUE} for never
 * @param odds prior odds of exactly this
 * @param exclusive whether the same fault has other occurrences
 */
record Occurrence(int fault, int from, int until, double odds, boolean exclusive) {

  boolean during(int epoch) {
    return from <= epoch && epoch < until;
  }

  /**
   * With more mends than this the earlier ones are told in short: each splits every fault it
   * touches once more, and what a fault was like a dozen mends ago no finding asks any more.
   */
  private static final int MENDS_IN_FULL = 12;

  /** How many beginnings of one fault are kept apart from then on. */
  private static final int MOST_LASTING = 3;

  /** Every occurrence of every fault, given the mends so far. */
  static List<Occurrence> all(
      Board board, FaultCatalogue catalogue, Priors priors, List<DatedMend> mends) {
    List<Occurrence> all = new ArrayList<>();
    for (int i = 0; i < catalogue.faults().size(); i++) {
      split(catalogue.faults().get(i), i, catalogue.odds(i), board, priors.mends(), mends, all);
    }
    return all;
  }

  private static void split(
      Fault fault,
      int index,
      double odds,
      Board board,
      Priors.MendRates rates,
      List<DatedMend> mends,
      List<Occurrence> all) {
    List<Occurrence> mine = new ArrayList<>();
    List<Lasting> lasting = new ArrayList<>();
    if (odds > 0) {
      lasting.add(new Lasting(0, odds));
    }
    int inFull = mends.size() - MENDS_IN_FULL;
    for (int m = 0; m < mends.size(); m++) {
      DatedMend mend = mends.get(m);
      double cure = cureChance(fault, mend.mend(), board, rates);
      if (cure > 0) {
        for (int i = 0; i < lasting.size(); i++) {
          Lasting was = lasting.get(i);
          if (m >= inFull) {
            mine.add(new Occurrence(index, was.from(), mend.epoch(), was.odds() * cure, true));
          }
          lasting.set(i, new Lasting(was.from(), was.odds() * (1 - cure)));
        }
      }
      double broken = breakChance(fault, mend.mend(), board, rates);
      if (broken > 0) {
        lasting.add(new Lasting(mend.epoch(), broken / (1 - broken)));
      }
      while (m < inFull && lasting.size() > MOST_LASTING) {
        Lasting first = lasting.removeFirst();
        Lasting second = lasting.removeFirst();
        lasting.addFirst(new Lasting(second.from(), first.odds() + second.odds()));
      }
    }
    boolean exclusive = mine.size() + lasting.size() > 1;
    lasting.forEach(
        l -> mine.add(new Occurrence(index, l.from(), Integer.MAX_VALUE, l.odds(), exclusive)));
    all.addAll(mine);
  }

  /** A fault that no mend so far has cured, and the epoch it came with. */
  private record Lasting(int from, double odds) {}

  /** How likely a mend cures a fault. */
  static double cureChance(Fault fault, Mend mend, Board board, Priors.MendRates rates) {
    return switch (mend) {
      case Mend.OfPart(String part, Mend.PartAction action) ->
          switch (action) {
            case REPLACED -> cureByReplacing(fault.place(), part, rates);
            case RESEATED, CLEANED ->
                touches(fault, part) || isContact(fault, part, board) ? rates.contactCures() : 0;
            case REFLOWED -> touches(fault, part) ? rates.contactCures() : 0;
          };
      case Mend.OfSet set ->
          fault.place().equals(new Place.FittedSet(set.parts())) ? rates.cures() : 0;
      case Mend.Reflowed(PinRef pin) ->
          (fault.place() instanceof Place.Segment s && (s.from().equals(pin) || s.to().equals(pin)))
                  || fault.place().equals(new Place.Contact(pin))
                  || fault.place().equals(new Place.Joints(pin.part()))
              ? rates.cures()
              : 0;
      case Mend.Wired(PinRef from, PinRef to) ->
          (fault.place() instanceof Place.Segment s && bypassed(board, s, from, to))
                  || fault.place().equals(new Place.Contact(from))
                  || fault.place().equals(new Place.Contact(to))
              ? rates.cures()
              : 0;
      case Mend.Parted(PinRef one, PinRef other) ->
          fault.place() instanceof Place.Bridge b
                  && (b.one().equals(one) || b.other().equals(one))
                  && (b.one().equals(other) || b.other().equals(other))
              ? rates.cures()
              : 0;
    };
  }

  private static double cureByReplacing(Place place, String part, Priors.MendRates rates) {
    return switch (place) {
      case Place.FittedSet(List<String> set) -> set.getFirst().equals(part) ? rates.cures() : 0;
      case Place.Joints joints -> joints.part().equals(part) ? rates.contactCures() : 0;
      case Place other -> other.mendable().equals(new Place.OfPart(part)) ? rates.cures() : 0;
    };
  }

  /** A connector's own contacts. */
  private static boolean isContact(Fault fault, String part, Board board) {
    return fault.place().equals(new Place.OfPart(part))
        && board.part(part).filter(p -> p.device().isContact()).isPresent();
  }

  private static boolean touches(Fault fault, String part) {
    return fault.place().equals(new Place.Joints(part))
        || (fault.place() instanceof Place.Contact(PinRef pin) && pin.part().equals(part))
        || (fault.place() instanceof Place.Segment s
            && (s.from().part().equals(part) || s.to().part().equals(part)));
  }

  private static boolean bypassed(Board board, Place.Segment segment, PinRef from, PinRef to) {
    var path = board.net(segment.net()).orElseThrow().path();
    int a = path.indexOf(from);
    int b = path.indexOf(to);
    int cut = path.indexOf(segment.to());
    return a >= 0 && b >= 0 && Math.min(a, b) < cut && cut <= Math.max(a, b);
  }

  /** A part replaced may leave a broken joint or track at its pins, and a set may not suit. */
  private static double breakChance(Fault fault, Mend mend, Board board, Priors.MendRates rates) {
    if (fault.place() instanceof Place.FittedSet(List<String> set)) {
      return mend.equals(new Mend.OfPart(set.getFirst(), Mend.PartAction.REPLACED))
          ? rates.unsuitedSet()
          : 0;
    }
    if (mend instanceof Mend.OfPart(String part, Mend.PartAction action)
        && action == Mend.PartAction.REPLACED
        && touches(fault, part)) {
      int pins = board.part(part).orElseThrow().device().pins().size();
      return rates.opensPerPart() / (2.0 * pins);
    }
    return 0;
  }
}
