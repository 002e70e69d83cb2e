package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.Flash;
import raconteur.core.board.Net;
import raconteur.core.board.NoConnect;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.board.SymptomCard;
import raconteur.core.board.UsualSuspect;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.Signal;
import raconteur.desktop.boards.BoardSection.Changed;
import raconteur.desktop.boards.BoardSection.Refused;

/** All tables of a board; a new one is one method and one line in {@link #ALL}. */
final class BoardSections {
  static final List<BoardSection> ALL =
      List.of(parts(), nets(), rails(), flashes(), symptoms(), suspects(), unconnected(), board());

  private static final Map<String, Signal> HEALTHY =
      Map.of("toggling", Signal.TOGGLING, "high", Signal.HIGH, "low", Signal.LOW);

  private BoardSections() {}

  /** Thrown inside a writer; becomes a refusal. */
  private static final class Refusal extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Refusal(String sentence) {
      super(sentence);
    }
  }

  private static BoardSection.Writer refusing(Function<Edit, BoardContents> writer) {
    return (contents, row, texts, library) -> {
      try {
        return new Changed(writer.apply(new Edit(contents, row, texts, library)));
      } catch (Refusal e) {
        return new Refused(String.valueOf(e.getMessage()));
      }
    };
  }

  /** One edit: what is there, which row, and what was typed. */
  private record Edit(
      BoardContents contents, Optional<Integer> row, List<String> texts, DeviceLibrary library) {
    String text(int column) {
      return texts.get(column).strip();
    }

    String needed(int column, String what) {
      if (text(column).isEmpty()) {
        throw new Refusal("Type " + what + ".");
      }
      return text(column);
    }

    double number(int column, String what, double least, double most) {
      String typed = needed(column, what);
      try {
        double value = Double.parseDouble(typed.replace(',', '.'));
        if (value >= least && value <= most) {
          return value;
        }
      } catch (NumberFormatException e) {
        // Falls through to the refusal.
      }
      throw new Refusal(
          "“"
              + typed
              + "” will not do: "
              + what
              + " is a number from "
              + plain(least)
              + " to "
              + plain(most)
              + ".");
    }

    double numberOr(int column, String what, double least, double most, double otherwise) {
      return text(column).isEmpty() ? otherwise : number(column, what, least, most);
    }

    boolean yes(int column, boolean otherwise) {
      String typed = text(column).toLowerCase(Locale.ROOT);
      if (typed.isEmpty()) {
        return otherwise;
      }
      if (!typed.equals("yes") && !typed.equals("no")) {
        throw new Refusal("“" + text(column) + "” will not do: type yes or no.");
      }
      return typed.equals("yes");
    }

    String part(int column) {
      String typed = needed(column, "a part of this board");
      if (contents.parts().stream().noneMatch(p -> p.designator().equals(typed))) {
        throw new Refusal(typed + " is not a part of this board.");
      }
      return typed;
    }

    /** The list with a value in the place of the row, or added. */
    <T> List<T> put(List<T> list, T value) {
      List<T> result = new ArrayList<>(list);
      if (row.isPresent()) {
        result.set(row.get(), value);
      } else {
        result.add(value);
      }
      return result;
    }

    <T> void onlyOnce(List<T> list, Function<T, String> key, String name, String what) {
      for (int i = 0; i < list.size(); i++) {
        if (key.apply(list.get(i)).equals(name) && !row.equals(Optional.of(i))) {
          throw new Refusal(what + " " + name + " is there already; choose it to change it.");
        }
      }
    }
  }

  private static String plain(double value) {
    return value == Math.rint(value)
        ? String.valueOf((long) value)
        : String.format(Locale.ROOT, "%.3f", value).replaceAll("0+$", "");
  }

  private static <T> List<T> without(List<T> list, int row) {
    List<T> result = new ArrayList<>(list);
    result.remove(row);
    return result;
  }

  private static BoardSection parts() {
    return new BoardSection(
        "Parts",
        List.of(
            "Designator",
            "Device",
            "Block",
            "Socket",
            "Fitted",
            "Value",
            "x mm",
            "y mm",
            "Turned",
            "Side"),
        "Socket: single wipe, dual wipe or turned pin, empty where soldered. Place: the middle of"
            + " the part from the rear left corner.",
        0,
        1,
        c -> c.parts().stream().map(BoardSections::row).toList(),
        refusing(BoardSections::part),
        (c, row) -> c.withoutPart(c.parts().get(row).designator()));
  }

  private static List<String> row(Part part) {
    boolean known = part.place().known();
    return List.of(
        part.designator(),
        part.device().name(),
        part.block(),
        part.socket(),
        part.fitted() ? "yes" : "no",
        part.value(),
        known ? plain(part.place().xMillimetres()) : "",
        known ? plain(part.place().yMillimetres()) : "",
        known ? plain(part.place().turnedDegrees()) : "",
        part.place().underside() ? "underside" : "top");
  }

  private static BoardContents part(Edit edit) {
    String designator = edit.needed(0, "a designator like U14");
    if (!designator.matches("[A-Za-z][A-Za-z0-9_-]{0,15}")) {
      throw new Refusal(
          "“"
              + designator
              + "” will not do: a designator starts with a letter and has letters and digits.");
    }
    edit.onlyOnce(edit.contents().parts(), Part::designator, designator, "Part");
    String deviceName = edit.needed(1, "a device like 74LS257");
    Device device =
        edit.library()
            .with(edit.contents().devices())
            .recognise(deviceName)
            .orElseThrow(
                () ->
                    new Refusal(
                        "No device is called "
                            + deviceName
                            + "; describe it under Devices first."));
    String block = edit.text(2).isEmpty() ? edit.contents().blocks().getLast() : edit.text(2);
    if (!edit.contents().blocks().contains(block)) {
      throw new Refusal(
          "“"
              + block
              + "” is no block of this board: "
              + String.join(", ", edit.contents().blocks())
              + ".");
    }
    boolean placed = !edit.text(6).isEmpty() || !edit.text(7).isEmpty();
    Part.Placement place =
        new Part.Placement(
            placed ? edit.number(6, "x", -2000, 2000) : 0,
            placed ? edit.number(7, "y", -2000, 2000) : 0,
            placed ? edit.numberOr(8, "the turn", -360, 360, 0) : 0,
            edit.text(9).equals("underside"),
            placed);
    BoardContents contents = edit.contents();
    Optional<Part> before = edit.row().map(r -> edit.contents().parts().get(r));
    if (before.isPresent() && !before.get().designator().equals(designator)) {
      contents = contents.renamed(before.get().designator(), designator);
    }
    for (PinRef pin : netPins(contents, designator)) {
      if (device.pin(pin.number()).isEmpty()) {
        throw new Refusal(
            "A "
                + device.name()
                + " has no pin "
                + pin.number()
                + ", which is in a net; take it out of the net first.");
      }
    }
    boolean moved = before.isEmpty() || !before.get().place().equals(place);
    Part part =
        new Part(
            designator,
            device,
            block,
            place,
            edit.text(3),
            edit.yes(4, true),
            edit.text(5),
            moved ? Map.of() : before.get().pinsAt());
    return contents.withParts(edit.put(contents.parts(), part));
  }

  private static List<PinRef> netPins(BoardContents contents, String designator) {
    return contents.nets().stream()
        .flatMap(n -> n.path().stream())
        .filter(p -> p.part().equals(designator))
        .toList();
  }

  private static BoardSection nets() {
    return new BoardSection(
        "Nets",
        List.of("Net", "Pins in copper order", "Healthy"),
        "Pins as U14.3, in the order the copper passes them. Healthy: toggling, high, low, or"
            + " empty.",
        0,
        1,
        c ->
            c.nets().stream()
                .map(
                    n ->
                        List.of(
                            n.name(),
                            n.path().stream()
                                .map(PinRef::toString)
                                .collect(Collectors.joining(" ")),
                            n.healthy().map(s -> s.name().toLowerCase(Locale.ROOT)).orElse("")))
                .toList(),
        refusing(BoardSections::net),
        (c, row) -> c.withNets(without(c.nets(), row)));
  }

  private static BoardContents net(Edit edit) {
    String name = edit.needed(0, "the net's name");
    edit.onlyOnce(edit.contents().nets(), Net::name, name, "Net");
    List<PinRef> path = new ArrayList<>();
    for (String word : edit.needed(1, "the net's pins, like U14.3 U9.5").split("[\\s,;]+", -1)) {
      PinRef pin = pin(edit, word);
      for (Net other : edit.contents().nets()) {
        boolean same =
            edit.row().map(r -> edit.contents().nets().get(r).equals(other)).orElse(false);
        if (!same && other.path().contains(pin)) {
          throw new Refusal(pin + " is in net " + other.name() + "; take it out there first.");
        }
      }
      if (path.contains(pin)) {
        throw new Refusal(pin + " stands there twice.");
      }
      path.add(pin);
    }
    String healthy = edit.text(2).toLowerCase(Locale.ROOT);
    if (!healthy.isEmpty() && !HEALTHY.containsKey(healthy)) {
      throw new Refusal(
          "“" + edit.text(2) + "” will not do: healthy is toggling, high, low, or empty.");
    }
    Net net =
        new Net(
            name,
            path,
            healthy.isEmpty() ? List.of() : List.of(HEALTHY.getOrDefault(healthy, Signal.STILL)));
    BoardContents contents = edit.contents().withNets(edit.put(edit.contents().nets(), net));
    String before = edit.row().map(r -> edit.contents().nets().get(r).name()).orElse(name);
    return contents
        .withGround(contents.ground().equals(before) ? name : contents.ground())
        .withRails(
            contents.rails().stream()
                .map(
                    r ->
                        r.net().equals(before)
                            ? new Rail(
                                r.name(),
                                name,
                                r.volts(),
                                r.tolerance(),
                                r.expectedOhms(),
                                r.amps(),
                                r.madeBy(),
                                r.from())
                            : r)
                .toList())
        .withNoConnects(
            contents.noConnects().stream().filter(n -> !path.contains(n.pin())).toList());
  }

  private static PinRef pin(Edit edit, String word) {
    try {
      PinRef pin = PinRef.parse(word);
      boolean there =
          edit.contents().parts().stream()
              .anyMatch(
                  p ->
                      p.designator().equals(pin.part())
                          && p.device().pin(pin.number()).isPresent());
      if (there) {
        return pin;
      }
    } catch (IllegalArgumentException e) {
      // Falls through to the refusal.
    }
    throw new Refusal("“" + word + "” is no pin of this board; a pin is written U14.3.");
  }

  private static BoardSection rails() {
    return new BoardSection(
        "Rails",
        List.of("Rail", "Net", "Volts", "Tolerance %", "Ohms to ground", "Amps", "Made by", "From"),
        "Ohms and amps of a good board. Made by: the parts without which it is not there.",
        1,
        6,
        c ->
            c.rails().stream()
                .map(
                    r ->
                        List.of(
                            r.name(),
                            r.net(),
                            plain(r.volts()),
                            plain(r.tolerance() * 100),
                            plain(r.expectedOhms()),
                            plain(r.amps()),
                            String.join(" ", r.madeBy()),
                            r.from()))
                .toList(),
        refusing(BoardSections::rail),
        (c, row) -> c.withRails(without(c.rails(), row)));
  }

  private static BoardContents rail(Edit edit) {
    String name = edit.needed(0, "the rail's name, like +5V");
    edit.onlyOnce(edit.contents().rails(), Rail::name, name, "Rail");
    String net = edit.text(1).isEmpty() ? name : edit.text(1);
    List<String> madeBy = new ArrayList<>();
    for (String part : edit.text(6).split("[\\s,;]+", -1)) {
      if (!part.isEmpty()) {
        if (edit.contents().parts().stream().noneMatch(p -> p.designator().equals(part))) {
          throw new Refusal(part + " is not a part of this board.");
        }
        madeBy.add(part);
      }
    }
    Rail rail =
        new Rail(
            name,
            net,
            edit.number(2, "the voltage", -1000, 1000),
            edit.numberOr(3, "the tolerance", 0, 100, 5) / 100,
            edit.number(4, "the resistance to ground", 0, 1e9),
            edit.numberOr(5, "the current", 0, 1000, 0),
            madeBy,
            edit.text(7));
    return edit.contents().withRails(edit.put(edit.contents().rails(), rail));
  }

  private static BoardSection flashes() {
    return new BoardSection(
        "Flash table",
        List.of("Count", "Part", "Means"),
        "How many flashes of the dead test accuse which part on this revision.",
        1,
        2,
        c ->
            c.deadTest().flashes().stream()
                .map(f -> List.of(String.valueOf(f.count()), f.part(), f.meaning()))
                .toList(),
        refusing(
            edit -> {
              int count = (int) edit.number(0, "the count of flashes", 1, 1000);
              List<Flash> flashes = edit.contents().deadTest().flashes();
              edit.onlyOnce(
                  flashes, f -> String.valueOf(f.count()), String.valueOf(count), "Count");
              return edit.contents()
                  .withDeadTest(
                      new Board.DeadTest(
                          edit.contents().deadTest().cartridge(),
                          edit.put(flashes, new Flash(count, edit.part(1), edit.text(2)))));
            }),
        (c, row) ->
            c.withDeadTest(
                new Board.DeadTest(
                    c.deadTest().cartridge(), without(c.deadTest().flashes(), row))));
  }

  private static BoardSection symptoms() {
    return new BoardSection(
        "Symptom cards",
        List.of("Word", "Title", "Chances by block", "Origin"),
        "Chances as: cpu 0.6, decode 0.5: how often one fault there shows as this.",
        -1,
        1,
        c ->
            c.symptoms().stream()
                .map(
                    s ->
                        List.of(
                            s.id(),
                            s.title(),
                            new TreeMap<>(s.chances())
                                .entrySet().stream()
                                    .map(e -> e.getKey() + " " + plain(e.getValue()))
                                    .collect(Collectors.joining(", ")),
                            s.origin()))
                .toList(),
        refusing(BoardSections::symptom),
        (c, row) -> c.withSymptoms(without(c.symptoms(), row)));
  }

  private static BoardContents symptom(Edit edit) {
    String word = edit.needed(0, "one word in small letters");
    if (!word.matches("[a-z][a-z-]{0,30}")) {
      throw new Refusal("“" + word + "” will not do: a symptom is one word in small letters.");
    }
    edit.onlyOnce(edit.contents().symptoms(), SymptomCard::id, word, "Card");
    Map<String, Double> chances = new LinkedHashMap<>();
    for (String item : edit.text(2).split("[,;]", -1)) {
      if (item.isBlank()) {
        continue;
      }
      String[] words = item.strip().split("\\s+", -1);
      double chance;
      try {
        chance = words.length == 2 ? Double.parseDouble(words[1]) : -1;
      } catch (NumberFormatException e) {
        chance = -1;
      }
      if (!edit.contents().blocks().contains(words[0]) || chance < 0 || chance > 1) {
        throw new Refusal(
            "“"
                + item.strip()
                + "” will not do: a chance is a block of this board and a number from 0 to 1, like"
                + " cpu 0.6.");
      }
      chances.put(words[0], chance);
    }
    return edit.contents()
        .withSymptoms(
            edit.put(
                edit.contents().symptoms(),
                new SymptomCard(
                    word,
                    edit.needed(1, "a title"),
                    chances,
                    edit.text(3).isEmpty() ? "typed in" : edit.text(3))));
  }

  private static BoardSection suspects() {
    return new BoardSection(
        "Usual suspects",
        List.of("Part", "Factor", "Origin"),
        "The factor multiplies the part's odds before anything was read.",
        0,
        2,
        c ->
            c.usualSuspects().stream()
                .map(u -> List.of(u.part(), plain(u.factor()), u.origin()))
                .toList(),
        refusing(
            edit -> {
              String part = edit.part(0);
              List<UsualSuspect> all = edit.contents().usualSuspects();
              edit.onlyOnce(all, UsualSuspect::part, part, "Part");
              return edit.contents()
                  .withUsualSuspects(
                      edit.put(
                          all,
                          new UsualSuspect(
                              part,
                              edit.number(1, "the factor", 0.01, 1000),
                              edit.needed(2, "where this is known from"))));
            }),
        (c, row) -> c.withUsualSuspects(without(c.usualSuspects(), row)));
  }

  private static BoardSection unconnected() {
    return new BoardSection(
        "Unconnected pins",
        List.of("Pin", "Why"),
        "Pins that are meant to be joined to nothing.",
        0,
        1,
        c -> c.noConnects().stream().map(n -> List.of(n.pin().toString(), n.why())).toList(),
        refusing(
            edit -> {
              PinRef pin = pin(edit, edit.needed(0, "a pin like U14.3"));
              edit.contents().nets().stream()
                  .filter(n -> n.path().contains(pin))
                  .findFirst()
                  .ifPresent(
                      n -> {
                        throw new Refusal(pin + " is in net " + n.name() + ".");
                      });
              return edit.contents()
                  .withNoConnects(
                      edit.put(
                          edit.contents().noConnects(),
                          new NoConnect(pin, edit.needed(1, "why it is joined to nothing"))));
            }),
        (c, row) -> c.withNoConnects(without(c.noConnects(), row)));
  }

  private static BoardSection board() {
    return new BoardSection(
        "Board",
        List.of(
            "Title",
            "Assembly",
            "Width mm",
            "Height mm",
            "Copper order known",
            "Copper coated",
            "Blocks in start order",
            "Ground net",
            "Cartridge connector"),
        "What the board is, how large, and which blocks it has in the order they must work.",
        -1,
        0,
        c -> {
          BoardIdentity i = c.identity();
          return List.of(
              List.of(
                  i.title(),
                  i.assembly(),
                  plain(i.widthMillimetres()),
                  plain(i.heightMillimetres()),
                  i.copperOrderKnown() ? "yes" : "no",
                  i.copperCoated() ? "yes" : "no",
                  String.join(", ", c.blocks()),
                  c.ground(),
                  c.deadTest().cartridge()));
        },
        refusing(BoardSections::identity),
        (c, row) -> c);
  }

  private static BoardContents identity(Edit edit) {
    BoardContents c = edit.contents();
    BoardIdentity i = c.identity();
    List<String> blocks = new ArrayList<>();
    for (String block : edit.needed(6, "the blocks").split("\\s*,\\s*", -1)) {
      if (!block.isBlank() && !blocks.contains(block)) {
        blocks.add(block);
      }
    }
    for (Part part : c.parts()) {
      if (!blocks.contains(part.block())) {
        throw new Refusal(
            "Block " + part.block() + " is needed: " + part.designator() + " is in it.");
      }
    }
    String ground = edit.text(7);
    if (!ground.isEmpty() && c.nets().stream().noneMatch(n -> n.name().equals(ground))) {
      throw new Refusal("Net " + ground + " is not on this board.");
    }
    String cartridge = edit.text(8).isEmpty() ? "" : edit.part(8);
    double width = edit.numberOr(2, "the width", 0, 2000, 0);
    double height = edit.numberOr(3, "the height", 0, 2000, 0);
    return c.with(
            new BoardIdentity(
                i.id(),
                i.machine(),
                i.revision(),
                edit.needed(0, "a title"),
                edit.text(1),
                width,
                height,
                edit.yes(4, false),
                edit.yes(5, true)))
        .withBlocks(blocks)
        .withGround(ground)
        .withDeadTest(new Board.DeadTest(cartridge, c.deadTest().flashes()));
  }
}
