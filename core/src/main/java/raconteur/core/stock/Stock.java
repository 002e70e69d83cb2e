package raconteur.core.stock;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.fault.History;

/** Everything in the stockroom, and what can be worked out from it. */
public record Stock(List<StockItem> items) {
  /** Sockets are kept under this word and their pin count. */
  public static final String SOCKET = "socket ";

  public Stock {
    items = List.copyOf(items);
  }

  /** What comes of taking something: the item as it is then, or a sentence why not. */
  public sealed interface Taken {
    record Done(StockItem left) implements Taken {}

    record Refused(String sentence) implements Taken {}
  }

  public Optional<StockItem> item(int number) {
    return items.stream().filter(i -> i.number() == number).findFirst();
  }

  /**
   * Takes one for a case.
   *
   * @param anyway takes a crossed part, or another customer's, all the same
   */
  public Taken take(int number, int forCase, boolean anyway) {
    Optional<StockItem> item = item(number);
    if (item.isEmpty()) {
      return new Taken.Refused("There is no stock item " + number + ".");
    }
    StockItem it = item.get();
    if (it.count() == 0) {
      return new Taken.Refused(it.name() + " has run out: count it again or order.");
    }
    boolean others =
        it.state() == StockItem.State.CUSTOMERS
            && it.forCase().filter(c -> c != forCase).isPresent();
    String against =
        switch (it.state()) {
          case CROSSED -> it.name() + " is in the dead box: it is known bad.";
          case ORDERED -> it.name() + " is on order and not here yet.";
          case CUSTOMERS ->
              others ? it.name() + " belongs to the owner of case " + it.forCase().get() + "." : "";
          case SPARE, DONOR -> "";
        };
    if (!against.isEmpty() && (!anyway || it.state() == StockItem.State.ORDERED)) {
      return new Taken.Refused(
          against
              + (it.state() == StockItem.State.ORDERED
                  ? " Say that it has come first."
                  : " Take another, or take it knowingly."));
    }
    return new Taken.Done(it.counted(it.count() - 1));
  }

  /** How many sockets there are, by pins. */
  public Map<Integer, Integer> sockets() {
    Map<Integer, Integer> sockets = new TreeMap<>();
    for (StockItem item : items) {
      String pins = item.kind().startsWith(SOCKET) ? item.kind().substring(SOCKET.length()) : "";
      if (pins.matches("[0-9]{1,3}") && item.state().usable()) {
        sockets.merge(Integer.parseInt(pins), item.count(), Integer::sum);
      }
    }
    return sockets;
  }

  /** Usable memories, for sets. */
  public List<RamSet.Lot> lots() {
    Map<String, RamSet.Lot> lots = new TreeMap<>();
    for (StockItem item : items) {
      if (item.state().usable() && item.count() > 0) {
        lots.merge(
            item.name(),
            new RamSet.Lot(item.kind(), item.grade(), item.count()),
            (a, b) -> new RamSet.Lot(a.device(), a.grade(), a.count() + b.count()));
      }
    }
    return List.copyOf(lots.values());
  }

  /** How many of a device can be used now. */
  public int usable(String kind) {
    return items.stream()
        .filter(i -> i.kind().equals(kind) && i.state().usable())
        .mapToInt(StockItem::count)
        .sum();
  }

  /** A device the boards on the shelf will probably want more of than there are. */
  public record Low(String device, double expected, int there, int ordered) {}

  /** A board on the shelf with what its revision has counted. */
  public record Waiting(Board board, History history) {}

  /**
   * What to order: devices of which the boards on the shelf are expected to need more than there
   * are, by what their revisions counted. Rare needs, under {@code least}, are passed over.
   */
  public List<Low> low(List<Waiting> boards, double least) {
    Map<String, Double> expected = new HashMap<>();
    for (Waiting waiting : boards) {
      for (Part part : waiting.board().parts()) {
        double tell = waiting.history().boardsThatTell(part.designator());
        if (part.fitted() && tell > 0) {
          expected.merge(
              part.device().name(),
              waiting.history().boardsWithFaultAt(part.designator()) / tell,
              Double::sum);
        }
      }
    }
    List<Low> low = new ArrayList<>();
    expected.forEach(
        (device, wanted) -> {
          int there = usable(device);
          if (wanted >= least && wanted > there) {
            int ordered =
                items.stream()
                    .filter(i -> i.kind().equals(device))
                    .filter(i -> i.state() == StockItem.State.ORDERED)
                    .mapToInt(StockItem::count)
                    .sum();
            low.add(new Low(device, wanted, there, ordered));
          }
        });
    low.sort(
        Comparator.comparingDouble((Low l) -> l.there() - l.expected()).thenComparing(Low::device));
    return low;
  }
}
