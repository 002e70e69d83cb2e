package raconteur.core.board;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.device.Device;

/**
 * What one revision has that its sibling has not. Reading a file of these differences on top of the
 * sibling gives the revision again. Cost: linear in both boards' parts and pins.
 *
 * @param renamed old designator to new one: the same device on the same nets under another name
 * @param gone parts of the sibling that are not there any more
 * @param parts parts that are new or changed, whole
 * @param nets nets that are new or changed, whole
 * @param netsGone nets of the sibling that are not there any more
 * @param devices devices only the revision has, or has otherwise
 * @param sections parts of the file that differ and are written whole
 */
public record BoardDifference(
    Map<String, String> renamed,
    List<String> gone,
    List<Part> parts,
    List<Net> nets,
    List<String> netsGone,
    List<Device> devices,
    boolean outline,
    boolean copper,
    Set<Section> sections,
    List<Line> lines) {
  public BoardDifference {
    renamed = Map.copyOf(renamed);
    gone = List.copyOf(gone);
    parts = List.copyOf(parts);
    nets = List.copyOf(nets);
    netsGone = List.copyOf(netsGone);
    devices = List.copyOf(devices);
    sections = Set.copyOf(sections);
    lines = List.copyOf(lines);
  }

  /** A section that is written whole where it differs. */
  public enum Section {
    RAILS("rails"),
    GROUND("ground"),
    NO_CONNECTS("unconnected pins"),
    DEAD_TEST("flash table"),
    SYMPTOMS("symptom cards"),
    USUAL_SUSPECTS("usual suspects"),
    ERROR_CODES("error codes"),
    NOTES("notes");

    private final String words;

    Section(String words) {
      this.words = words;
    }

    private Object of(BoardContents contents) {
      return switch (this) {
        case RAILS -> contents.rails();
        case GROUND -> contents.ground();
        case NO_CONNECTS -> new HashSet<>(contents.noConnects());
        case DEAD_TEST -> contents.deadTest();
        case SYMPTOMS -> contents.symptoms();
        case USUAL_SUSPECTS -> contents.usualSuspects();
        case ERROR_CODES -> contents.errorCodes();
        case NOTES -> contents.notes();
      };
    }
  }

  /** One difference, for reading: where it is and what it is. */
  public record Line(String place, String what) {}

  /** What a revision differs in from its sibling. */
  public static BoardDifference between(BoardContents sibling, BoardContents revision) {
    return new Worker(sibling, revision).difference();
  }

  public boolean none() {
    return lines.isEmpty();
  }

  private static final class Worker {
    private final BoardContents revision;
    private final Map<String, String> renamed = new LinkedHashMap<>();
    private final List<Line> lines = new ArrayList<>();
    private BoardContents before;

    Worker(BoardContents sibling, BoardContents revision) {
      this.before = sibling;
      this.revision = revision;
    }

    BoardDifference difference() {
      boolean outline =
          before.identity().widthMillimetres() != revision.identity().widthMillimetres()
              || before.identity().heightMillimetres() != revision.identity().heightMillimetres();
      boolean copper =
          before.identity().copperOrderKnown() != revision.identity().copperOrderKnown()
              || before.identity().copperCoated() != revision.identity().copperCoated();
      findRenamed();
      List<String> gone = gone();
      List<Part> parts = parts();
      List<Net> nets = new ArrayList<>();
      List<String> netsGone = new ArrayList<>();
      nets(nets, netsGone);
      Map<String, Device> known =
          before.devices().stream().collect(Collectors.toMap(Device::name, d -> d, (a, b) -> a));
      List<Device> devices =
          revision.devices().stream().filter(d -> !d.equals(known.get(d.name()))).toList();
      if (outline) {
        lines.add(new Line("outline", "another size"));
      }
      Set<Section> sections = EnumSet.noneOf(Section.class);
      for (Section section : Section.values()) {
        if (!section.of(before).equals(section.of(revision))) {
          sections.add(section);
          lines.add(new Line(section.words, "differ"));
        }
      }
      return new BoardDifference(
          renamed, gone, parts, nets, netsGone, devices, outline, copper, sections, lines);
    }

    private void findRenamed() {
      Map<String, Part> now = byName(revision.parts());
      Map<String, Part> then = byName(before.parts());
      Map<String, Map<String, String>> netsThen = netsByPart(before);
      Map<String, Map<String, String>> netsNow = netsByPart(revision);
      for (Part old : before.parts()) {
        if (now.containsKey(old.designator())) {
          continue;
        }
        for (Part candidate : revision.parts()) {
          Map<String, String> nets = netsNow.getOrDefault(candidate.designator(), Map.of());
          if (!then.containsKey(candidate.designator())
              && !renamed.containsValue(candidate.designator())
              && candidate.device().name().equals(old.device().name())
              && !nets.isEmpty()
              && nets.equals(netsThen.get(old.designator()))) {
            renamed.put(old.designator(), candidate.designator());
            lines.add(new Line(candidate.designator(), "was " + old.designator()));
            break;
          }
        }
      }
      renamed.forEach((from, to) -> before = before.renamed(from, to));
    }

    private static Map<String, Map<String, String>> netsByPart(BoardContents contents) {
      Map<String, Map<String, String>> nets = new HashMap<>();
      for (Net net : contents.nets()) {
        for (PinRef pin : net.path()) {
          nets.computeIfAbsent(pin.part(), _ -> new HashMap<>()).put(pin.number(), net.name());
        }
      }
      return nets;
    }

    private static Map<String, Part> byName(List<Part> parts) {
      Map<String, Part> map = new LinkedHashMap<>();
      parts.forEach(p -> map.put(p.designator(), p));
      return map;
    }

    private List<String> gone() {
      Map<String, Part> now = byName(revision.parts());
      List<String> gone = new ArrayList<>();
      for (Part old : before.parts()) {
        if (!now.containsKey(old.designator())) {
          gone.add(old.designator());
          lines.add(new Line(old.designator(), "gone (" + old.device().name() + ")"));
        }
      }
      gone.forEach(designator -> before = before.withoutPart(designator));
      return gone;
    }

    private List<Part> parts() {
      Map<String, Part> then = byName(before.parts());
      List<Part> changed = new ArrayList<>();
      for (Part part : revision.parts()) {
        Part old = then.get(part.designator());
        if (!same(part, old)) {
          changed.add(part);
          lines.add(new Line(part.designator(), what(Optional.ofNullable(old), part)));
        }
      }
      return changed;
    }

    private static boolean same(Part part, @org.jspecify.annotations.Nullable Part old) {
      return old != null
          && part.with(old.device()).equals(old)
          && part.device().name().equals(old.device().name());
    }

    private static String what(Optional<Part> old, Part part) {
      if (old.isEmpty()) {
        return "new (" + part.device().name() + ")";
      }
      Part before = old.get();
      if (!before.device().name().equals(part.device().name())) {
        return part.device().name() + " instead of " + before.device().name();
      }
      if (before.fitted() != part.fitted()) {
        return part.fitted() ? "fitted" : "not fitted";
      }
      if (!before.socket().equals(part.socket())) {
        return part.socketed() ? "in a " + part.socket() + " socket" : "soldered";
      }
      if (!before.place().equals(part.place()) || !before.pinsAt().equals(part.pinsAt())) {
        return "at another place";
      }
      return "changed (block or value)";
    }

    private void nets(List<Net> changed, List<String> gone) {
      Map<String, Net> then = new HashMap<>();
      before.nets().forEach(n -> then.put(n.name(), n));
      Set<String> now = new HashSet<>();
      for (Net net : revision.nets()) {
        now.add(net.name());
        Net old = then.get(net.name());
        if (!Objects.equals(old, net)) {
          changed.add(net);
          lines.add(new Line(net.name(), netWords(Optional.ofNullable(old), net)));
        }
      }
      for (Net net : before.nets()) {
        if (!now.contains(net.name())) {
          gone.add(net.name());
          lines.add(new Line(net.name(), "net gone"));
        }
      }
    }

    private static String netWords(Optional<Net> old, Net net) {
      if (old.isEmpty()) {
        return "new net of " + net.path().size() + " pins";
      }
      Set<PinRef> added = new HashSet<>(net.path());
      old.get().path().forEach(added::remove);
      Set<PinRef> lost = new HashSet<>(old.get().path());
      net.path().forEach(lost::remove);
      if (added.isEmpty() && lost.isEmpty()) {
        return net.path().equals(old.get().path())
            ? "another healthy reading"
            : "another copper order";
      }
      return (added.isEmpty() ? "" : "joins " + names(added))
          + (added.isEmpty() || lost.isEmpty() ? "" : ", ")
          + (lost.isEmpty() ? "" : "leaves " + names(lost));
    }

    private static String names(Set<PinRef> pins) {
      return pins.stream().sorted().map(PinRef::toString).collect(Collectors.joining(" "));
    }
  }
}
