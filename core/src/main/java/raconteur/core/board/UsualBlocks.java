package raconteur.core.board;

import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;

/**
 * Which block a part that nobody has sorted works in, by what it drives and what drives it: what
 * makes a processor's clock is of the clock, what selects memories is of the decode, what stands
 * between two blocks is of the one it speaks to. A part takes the block most of its lines speak
 * for; a line counts the less, the more hang on it. Parts learn from each other over a few rounds.
 * The weights are judgement, no source.
 */
final class UsualBlocks {
  static final String UNSORTED = "unsorted";

  private static final int ROUNDS = 6;

  /** What drives a part tells less of it than what it drives. */
  private static final double DRIVEN_BY = 0.4;

  private static final double BY_KIND = 0.5;

  /** Lines followed from a resistor or capacitor at most. */
  private static final int MOST_GATES = 12;

  /** Longer lines are buses of the whole board and tell nothing. */
  private static final int LONGEST_LINE = 24;

  private static final Pattern DECODERS = Pattern.compile("74[A-Z]*(138|139|154|155|156|42|145)");
  private static final Pattern SELECTORS =
      Pattern.compile("74[A-Z]*(153|157|158|253|257|258|298|352|353)");
  private static final Pattern BUFFERS =
      Pattern.compile("74[A-Z]*(240|241|244|245|373|374|540|541|573|574|640|643|645|646|652)");

  /** A buffer with fewer of a processor's words is none of its bus. */
  private static final int FEWEST_WORDS = 4;

  private static final Pattern SHIFTERS = Pattern.compile("74[A-Z]*(165|166)");

  private final Map<String, Part> parts = new HashMap<>();
  private final Map<PinRef, Net> netOf = new HashMap<>();

  /** The nets of the supply, before and behind what makes the rails. */
  private final Set<String> feeds = new HashSet<>();

  private final Map<String, String> known = new HashMap<>();
  private final List<List<PinRef>> lines;
  private final Set<String> blocks;

  /** Whether every part was given its block by somebody. */
  private final boolean sortedByHand;

  private final Set<Net> words;

  private UsualBlocks(BoardContents contents) {
    blocks = new HashSet<>(contents.blocks());
    contents.nets().forEach(n -> n.path().forEach(pin -> netOf.put(pin, n)));
    contents.parts().forEach(p -> parts.put(p.designator(), p));
    sortedByHand = contents.parts().stream().noneMatch(UsualBlocks::isUnsorted);
    words = words(contents);
    contents.rails().forEach(r -> feeds.add(r.net()));
    contents.parts().stream()
        .filter(p -> p.device().isRegulator() || p.device().isSeries())
        .forEach(
            p ->
                p.pins().stream()
                    .filter(netOf::containsKey)
                    .forEach(pin -> feeds.add(netOf.get(pin).name())));
    feeds.removeIf(net -> net.equals(contents.ground()) || SupplyName.isGround(net));
    contents
        .parts()
        .forEach(
            p -> {
              if (isInlet(p)) {
                known.put(p.designator(), "power");
              } else if (isPictureMemory(p)) {
                known.put(p.designator(), "video");
              } else if (isListedElsewhere(p)) {
                UsualSymptoms.blockByWords(p).ifPresent(b -> known.put(p.designator(), b));
              } else if (isUnsorted(p)) {
                UsualSymptoms.blockByWords(p)
                    .filter(blocks::contains)
                    .ifPresent(block -> known.put(p.designator(), block));
              } else if (!isNoSupplyCapacitor(p)) {
                known.put(p.designator(), p.block());
              }
            });
    Set<String> supplies =
        contents.rails().stream().map(Rail::net).collect(Collectors.toCollection(HashSet::new));
    supplies.add(contents.ground());
    lines =
        contents.nets().stream()
            .filter(n -> !supplies.contains(n.name()) && !SupplyName.isGround(n.name()))
            .filter(n -> n.path().size() > 1 && n.path().size() <= LONGEST_LINE)
            .map(Net::path)
            .toList();
  }

  private static boolean isUnsorted(Part part) {
    return part.block().isEmpty() || part.block().equals(UNSORTED);
  }

  /** A capacitor that was put to the supply by its kind, and whose nets say otherwise. */
  private boolean isNoSupplyCapacitor(Part part) {
    return part.device().isCapacitor()
        && part.block().equals("power")
        && part.pins().stream().allMatch(netOf::containsKey)
        && part.pins().stream().noneMatch(pin -> feeds.contains(netOf.get(pin).name()));
  }

  /** A plug put to the ports by its kind, through which nothing but the supply comes. */
  private boolean isInlet(Part part) {
    List<Net> wired =
        part.pins().stream().filter(netOf::containsKey).map(netOf::get).distinct().toList();
    return part.device().isContact()
        && part.block().equals("io")
        && blocks.contains("power")
        && (wired.isEmpty()
            ? UsualRails.saysSupply(part)
            : wired.size() > 1
                && wired.stream()
                    .allMatch(n -> feeds.contains(n.name()) || SupplyName.isGround(n.name())));
  }

  /**
   * A memory put to the processor's by its kind on a board nobody has sorted, that makes the
   * picture: a ROM whose words never come to a processor, as characters and colours do not, or a
   * RAM whose address comes through selectors, unless it is a dynamic one.
   */
  private boolean isPictureMemory(Part part) {
    Device device = part.device();
    boolean byKind = part.block().equals("rom") || part.block().equals("ram");
    if (!byKind || sortedByHand || !blocks.contains("video") || words.isEmpty()) {
      return false;
    }
    if (device.isRom()) {
      List<Net> out = netsOf(part, device.pins().stream().filter(p -> p.kind().drives()));
      return !out.isEmpty() && out.stream().noneMatch(words::contains);
    }
    boolean dynamic = device.pins().stream().anyMatch(p -> p.name().matches("/?RAS"));
    List<Net> addresses = netsOf(part, device.addressPins().stream());
    return device.isRam()
        && !dynamic
        && !addresses.isEmpty()
        && 2 * addresses.stream().filter(this::isSelected).count() > addresses.size();
  }

  /**
   * A memory put to the processor's by its kind on a board known by a list alone, which says that
   * it is there for the picture or for the sound; or what it says is there for the reset.
   */
  private boolean isListedElsewhere(Part part) {
    return isListedForReset(part)
        || ((part.block().equals("rom") || part.block().equals("ram"))
            && netOf.isEmpty()
            && !sortedByHand
            && UsualSymptoms.blockByWords(part)
                .filter(b -> b.equals("video") || b.equals("io"))
                .filter(blocks::contains)
                .isPresent());
  }

  /**
   * A key or a capacitor, put to the ports or the supply by its kind, that a list has for reset.
   */
  private boolean isListedForReset(Part part) {
    return netOf.isEmpty()
        && (part.device().isKey() || part.device().isCapacitor())
        && blocks.contains("reset")
        && UsualSymptoms.blockByWords(part).filter("reset"::equals).isPresent();
  }

  private List<Net> netsOf(Part part, Stream<DevicePin> pins) {
    return pins.map(p -> netOf.get(part.pin(p.number()))).filter(Objects::nonNull).toList();
  }

  private boolean isSelected(Net net) {
    return net.path().stream()
        .filter(pin -> kind(pin).drives())
        .anyMatch(pin -> SELECTORS.matcher(parts.get(pin.part()).device().name()).matches());
  }

  /** The lines of the processors' words, and those behind their transceivers and buffers. */
  private Set<Net> words(BoardContents contents) {
    Set<Net> found = new HashSet<>();
    for (Part part : contents.parts()) {
      if (part.device().isProcessor()) {
        found.addAll(
            netsOf(
                part,
                part.device().pins().stream()
                    .filter(p -> p.name().matches("(D|DB|AD|P0\\.)[0-9]{1,2}"))));
      }
    }
    Set<Net> behind = new HashSet<>();
    for (Part part : contents.parts()) {
      if (BUFFERS.matcher(part.device().name()).matches()) {
        List<Net> all =
            netsOf(
                part,
                part.device().pins().stream().filter(p -> p.kind().drives() || p.kind().reads()));
        if (all.stream().filter(found::contains).count() >= FEWEST_WORDS) {
          behind.addAll(all);
        }
      }
    }
    found.addAll(behind);
    return found;
  }

  /** The parts of a board, each in a block where anything tells it. */
  static List<Part> of(BoardContents contents) {
    UsualBlocks usual = new UsualBlocks(contents);
    Map<String, String> told = usual.told();
    return contents.parts().stream()
        .map(p -> p.inBlock(told.getOrDefault(p.designator(), p.block())))
        .toList();
  }

  private Map<String, String> told() {
    Map<String, String> told = new HashMap<>(known);
    for (int round = 0; round < ROUNDS; round++) {
      Map<String, Map<String, Double>> votes = new HashMap<>();
      parts.values().stream()
          .filter(p -> !known.containsKey(p.designator()))
          .forEach(p -> byKind(p, votes));
      for (List<PinRef> line : lines) {
        vote(line, told, votes);
      }
      Map<String, String> next = new HashMap<>(known);
      votes.forEach(
          (part, chances) ->
              chances.entrySet().stream()
                  .max(
                      Map.Entry.<String, Double>comparingByValue()
                          .thenComparing(Map.Entry.comparingByKey(Comparator.reverseOrder())))
                  .ifPresent(best -> next.put(part, best.getKey())));
      if (next.equals(told)) {
        break;
      }
      told.clear();
      told.putAll(next);
    }
    for (Part part : parts.values()) {
      if (!known.containsKey(part.designator()) && isPassive(part)) {
        behindGates(part).ifPresent(block -> told.put(part.designator(), block));
      }
    }
    return told;
  }

  private static boolean isPassive(Part part) {
    return part.device().isResistor() || part.device().isCapacitor();
  }

  /**
   * What a resistor or capacitor in front of gates is for: the processor's clock or reset, where
   * the gates behind its lines come to that; other gates of the same package may do something else.
   */
  private Optional<String> behindGates(Part passive) {
    Set<PinRef> seen = new HashSet<>(passive.pins());
    Deque<PinRef> open = new ArrayDeque<>(passive.pins());
    for (int step = 0; step < MOST_GATES && !open.isEmpty(); step++) {
      PinRef at = open.poll();
      Net net = netOf.get(at);
      if (net == null || feeds.contains(net.name()) || SupplyName.isGround(net.name())) {
        continue;
      }
      for (PinRef pin : net.path()) {
        Part part = parts.get(pin.part());
        if (part == null || !kind(pin).reads() || !seen.add(pin)) {
          continue;
        }
        String meant = part.device().isProcessor() ? meant(pin, Map.of(pin.part(), "")) : "";
        if (!meant.isEmpty() && blocks.contains(meant)) {
          return Optional.of(meant);
        }
        String name = part.device().pin(pin.number()).map(DevicePin::name).orElse("");
        part.device().gates().stream()
            .filter(gate -> gate.inputs().contains(name))
            .flatMap(gate -> part.device().pinNamed(gate.output()).stream())
            .map(output -> part.pin(output.number()))
            .filter(seen::add)
            .forEach(open::add);
      }
    }
    return Optional.empty();
  }

  private void byKind(Part part, Map<String, Map<String, Double>> votes) {
    String name = part.device().name();
    if (DECODERS.matcher(name).matches()) {
      add(votes, part.designator(), "decode", BY_KIND);
    }
    if (SHIFTERS.matcher(name).matches()) {
      add(votes, part.designator(), "video", BY_KIND);
    }
  }

  private void vote(
      List<PinRef> line, Map<String, String> told, Map<String, Map<String, Double>> votes) {
    List<PinRef> speaking =
        line.stream().filter(p -> known.containsKey(p.part()) || isSorter(p)).toList();
    double each = 1.0 / (line.size() - 1);
    for (PinRef pin : line) {
      Part part = parts.get(pin.part());
      if (known.containsKey(pin.part()) || part == null) {
        continue;
      }
      PinKind kind = kind(pin);
      for (PinRef other : speaking) {
        if (other.part().equals(pin.part()) || !told.containsKey(other.part())) {
          continue;
        }
        boolean drivesIt = kind.drives() && kind(other).reads();
        if (drivesIt) {
          add(votes, pin.part(), meant(other, told), each);
        } else if (kind.reads() || kind == PinKind.PASSIVE) {
          add(votes, pin.part(), told.get(other.part()), DRIVEN_BY * each);
        }
      }
    }
  }

  /** Passive parts follow; they speak for nobody. */
  private boolean isSorter(PinRef pin) {
    Part part = parts.get(pin.part());
    return part != null && part.device().pins().stream().anyMatch(p -> p.kind().drives());
  }

  /** What driving a pin is the work of. */
  private String meant(PinRef pin, Map<String, String> told) {
    Device device = parts.get(pin.part()).device();
    String name = device.pin(pin.number()).map(DevicePin::name).orElse("");
    if (device.isProcessor() && PinRole.RESET.fits(name)) {
      return "reset";
    }
    if (device.isProcessor() && PinRole.CLOCK.fits(name)) {
      return "clock";
    }
    boolean selected = device.isRam() || device.isRom() || told.get(pin.part()).equals("io");
    return selected && PinRole.SELECT.fits(name) ? "decode" : told.get(pin.part());
  }

  private PinKind kind(PinRef pin) {
    return parts.containsKey(pin.part())
        ? parts.get(pin.part()).device().pin(pin.number()).map(DevicePin::kind).orElse(PinKind.NONE)
        : PinKind.NONE;
  }

  private void add(
      Map<String, Map<String, Double>> votes, String part, String block, double weight) {
    if (blocks.contains(block) && !block.equals(UNSORTED)) {
      votes.computeIfAbsent(part, _ -> new HashMap<>()).merge(block, weight, Double::sum);
    }
  }
}
