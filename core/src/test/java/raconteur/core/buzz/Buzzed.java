package raconteur.core.buzz;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/**
 * A board whose nets are hidden, buzzed out with a meter that never errs.
 *
 * @param pins that are on a net with another
 * @param joins pins less nets: no fewer touches can find every net
 * @param touchesByShare touches, a sweep counted as one, until that share of the joins was known,
 *     in per cent
 * @param found joins that were known when nothing more was proposed
 * @param touches in all
 * @param wrong pins that were put together and are not
 */
record Buzzed(
    int pins,
    int joins,
    Map<Integer, Double> touchesByShare,
    int found,
    double touches,
    int wrong) {

  /** The share of the joins that was known after so many touches a pin. */
  double share(double touchesPerPin) {
    return touchesByShare.entrySet().stream()
            .filter(e -> e.getValue() <= touchesPerPin * pins)
            .mapToInt(Map.Entry::getKey)
            .max()
            .orElse(0)
        / 100.0;
  }

  /** The pins of each net that has two and more. */
  private static List<List<PinRef>> nets(Board board) {
    return board.nets().stream()
        .map(
            net ->
                net.path().stream()
                    .filter(p -> board.part(p.part()).filter(Part::fitted).isPresent())
                    .distinct()
                    .toList())
        .filter(path -> path.size() > 1)
        .toList();
  }

  /**
   * The same by the plain way: each pin, part by part, against one pin of every net found so far,
   * the largest first, until it beeps.
   */
  static double plainShare(Board board, double touchesPerPin) {
    List<List<PinRef>> nets = nets(board);
    Map<PinRef, Integer> truth = new HashMap<>();
    for (int net = 0; net < nets.size(); net++) {
      for (PinRef pin : nets.get(net)) {
        truth.put(pin, net);
      }
    }
    Map<Integer, Integer> sizes = new HashMap<>();
    int joins = nets.stream().mapToInt(net -> net.size() - 1).sum();
    double most = touchesPerPin * truth.size();
    double touches = 0;
    int found = 0;
    for (Part part : board.parts()) {
      for (PinRef pin : part.pins()) {
        Integer net = truth.get(pin);
        if (net == null) {
          continue;
        }
        int larger =
            (int)
                sizes.entrySet().stream()
                    .filter(e -> e.getValue() > sizes.getOrDefault(net, 0))
                    .count();
        touches += sizes.containsKey(net) ? larger + 1 : sizes.size();
        if (touches > most) {
          return (double) found / joins;
        }
        found += sizes.containsKey(net) ? 1 : 0;
        sizes.merge(net, 1, Integer::sum);
      }
    }
    return (double) found / joins;
  }

  /**
   * @param touchesPerPin where it ends, at the latest
   */
  static Buzzed play(Board board, Board hidden, double touchesPerPin) {
    Map<PinRef, String> truth = new HashMap<>();
    int pins = 0;
    int joins = 0;
    for (List<PinRef> net : nets(board)) {
      net.forEach(p -> truth.put(p, net.getFirst().toString()));
      pins += net.size();
      joins += net.size() - 1;
    }
    Buzzing buzzing = new Buzzing(hidden);
    Map<Integer, Double> byShare = new TreeMap<>();
    Optional<Act> next = buzzing.next();
    while (next.isPresent() && buzzing.touches() < touchesPerPin * pins) {
      switch (next.get()) {
        case Act.Touch touch ->
            buzzing.told(
                touch,
                truth.containsKey(touch.held())
                    && truth.get(touch.held()).equals(truth.get(touch.other())));
        case Act.Sweep sweep ->
            buzzing.told(
                sweep,
                board.part(sweep.part()).orElseThrow().pins().stream()
                    .filter(p -> !p.equals(sweep.held()))
                    .filter(
                        p -> truth.containsKey(p) && truth.get(p).equals(truth.get(sweep.held())))
                    .toList());
      }
      int share = 100 * buzzing.settled() / joins;
      byShare.putIfAbsent(share, buzzing.touches());
      next = buzzing.next();
    }
    int wrong =
        (int)
            buzzing.nets().stream()
                .filter(
                    net -> net.stream().map(p -> truth.getOrDefault(p, "")).distinct().count() > 1)
                .count();
    return new Buzzed(pins, joins, byShare, buzzing.settled(), buzzing.touches(), wrong);
  }
}
