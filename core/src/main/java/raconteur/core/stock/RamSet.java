package raconteur.core.stock;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DeviceFacts;
import raconteur.core.device.DevicePin;

/**
 * One set of memories for a board: one type, one speed mark, one organisation throughout a bank,
 * and the banks filled in the board's order.
 *
 * @param banks bank by bank in the order they are filled, each with what goes into its positions
 * @param refusals what speaks against other sets, each one sentence
 */
public record RamSet(List<Filled> banks, List<String> refusals) {
  public RamSet {
    banks = List.copyOf(banks);
    refusals = List.copyOf(refusals);
  }

  /** Memories of one kind at hand. */
  public record Lot(String device, String grade, int count) {}

  /**
   * A bank with what goes into it.
   *
   * @param chosen empty where nothing at hand fills it
   */
  public record Filled(List<String> positions, Optional<Lot> chosen) {
    public Filled {
      positions = List.copyOf(positions);
    }
  }

  /** Whether every bank is filled. */
  public boolean whole() {
    return banks.stream().allMatch(b -> b.chosen().isPresent());
  }

  /**
   * The banks of a board: memories of one device that share their column strobes or selects, in the
   * order of their designators.
   */
  public static List<List<Part>> banks(Board board) {
    Map<String, List<Part>> banks = new LinkedHashMap<>();
    for (Part part : board.parts()) {
      if (part.fitted() && part.device().isRam()) {
        banks
            .computeIfAbsent(
                part.device().name() + " " + selects(board, part), _ -> new ArrayList<>())
            .add(part);
      }
    }
    return banks.values().stream().filter(b -> b.size() > 1).toList();
  }

  private static String selects(Board board, Part part) {
    StringBuilder nets = new StringBuilder(part.block());
    for (DevicePin pin : part.device().pins()) {
      boolean selects =
          pin.name().equals("/CAS") || PinRole.of(part.device(), pin).kind() == PinRole.Kind.SELECT;
      if (selects) {
        PinRef at = part.pin(pin.number());
        nets.append(' ').append(board.netOf(at).map(Net::name).orElse(""));
      }
    }
    return nets.toString();
  }

  /**
   * Chooses from what is at hand, the slowest that is quick enough first so that quick ones stay
   * for boards that need them.
   *
   * @param neededNanos what the board needs, where that is known
   * @param oneSpeed whether all banks have to be alike, as where they answer in one access
   */
  public static RamSet choose(
      Board board, List<Lot> atHand, OptionalInt neededNanos, boolean oneSpeed) {
    return new Worker(board, atHand, neededNanos).choose(oneSpeed);
  }

  private static final class Worker {
    private final Board board;
    private final OptionalInt neededNanos;
    private final Map<String, Integer> left = new TreeMap<>();
    private final List<Lot> lots;
    private final List<String> refusals = new ArrayList<>();

    Worker(Board board, List<Lot> atHand, OptionalInt neededNanos) {
      this.board = board;
      this.neededNanos = neededNanos;
      this.lots = atHand.stream().filter(l -> l.count() > 0).toList();
      lots.forEach(l -> left.merge(key(l), l.count(), Integer::sum));
    }

    private static String key(Lot lot) {
      return lot.device() + lot.grade();
    }

    RamSet choose(boolean oneSpeed) {
      List<Filled> filled = new ArrayList<>();
      List<List<Part>> banks = banks(board);
      for (List<Part> bank : banks) {
        int wanted =
            oneSpeed
                ? banks.stream()
                    .filter(b -> b.getFirst().device().equals(bank.getFirst().device()))
                    .mapToInt(List::size)
                    .sum()
                : bank.size();
        filled.add(
            new Filled(bank.stream().map(Part::designator).toList(), lotFor(bank, wanted, filled)));
      }
      return new RamSet(filled, refusals);
    }

    private Optional<Lot> lotFor(List<Part> bank, int wanted, List<Filled> before) {
      Part first = bank.getFirst();
      String device = first.device().name();
      Optional<Lot> same =
          before.stream()
              .flatMap(f -> f.chosen().stream())
              .filter(l -> l.device().equals(device) && left.get(key(l)) >= bank.size())
              .findFirst();
      Optional<Lot> chosen =
          same.or(
              () ->
                  lots.stream()
                      .filter(l -> l.device().equals(device) && quickEnough(first, l))
                      .filter(l -> left.get(key(l)) >= wanted)
                      .max(
                          Comparator.comparingInt(l -> nanos(first, l).orElse(Integer.MAX_VALUE))));
      chosen.ifPresentOrElse(
          l -> left.merge(key(l), -bank.size(), Integer::sum), () -> refuse(bank, wanted));
      return chosen;
    }

    private OptionalInt nanos(Part part, Lot lot) {
      return part.device().facts().grades().stream()
          .filter(g -> g.mark().equals(lot.grade()))
          .mapToInt(DeviceFacts.Grade::nanos)
          .findFirst();
    }

    private boolean quickEnough(Part part, Lot lot) {
      OptionalInt nanos = nanos(part, lot);
      return neededNanos.isEmpty()
          || (nanos.isPresent() && nanos.getAsInt() <= neededNanos.getAsInt());
    }

    private void refuse(List<Part> bank, int wanted) {
      Part first = bank.getFirst();
      List<Lot> own = lots.stream().filter(l -> l.device().equals(first.device().name())).toList();
      int together = own.stream().mapToInt(l -> left.get(key(l))).sum();
      if (together < wanted) {
        refusals.add(
            wanted + " × " + first.device().name() + " are wanted and " + together + " are there.");
        return;
      }
      List<String> words = new ArrayList<>();
      int quickest = Integer.MAX_VALUE;
      int slowest = 0;
      for (Lot lot : own) {
        int nanos = nanos(first, lot).orElse(0);
        words.add(left.get(key(lot)) + " × " + lot.grade() + " (" + nanos + " ns)");
        quickest = Math.min(quickest, nanos);
        slowest = Math.max(slowest, nanos);
      }
      String need =
          neededNanos.isPresent() && slowest > neededNanos.getAsInt()
              ? " and the board reads after " + neededNanos.getAsInt() + " ns"
              : "";
      refusals.add(
          "Only mixed: "
              + String.join(", ", words)
              + ". In one bank the slowest answers "
              + (slowest - quickest)
              + " ns after the quickest"
              + need
              + ", so bits of one word come apart: one mark throughout.");
    }
  }
}
