package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.buzz.Act;
import raconteur.core.buzz.Buzzing;
import raconteur.core.netlines.NetLines;

/**
 * Buzzing a board out: what to touch next, and what the meter said kept as nets of the board. What
 * is open is remembered while the window is; nets are kept at once. Knows nothing of the toolkit.
 */
final class BuzzPresenter {
  private final BoardsPresenter boards;
  private final List<Answer> answers = new ArrayList<>();
  private Optional<Board> board = Optional.empty();

  /** The board as it was before the first answer, or as somebody changed it since. */
  private Optional<Board> base = Optional.empty();

  private Optional<Buzzing> buzzing = Optional.empty();
  private Optional<Act> act = Optional.empty();

  /**
   * What the meter said to an act.
   *
   * @param joined what beeped with the pin that was held
   * @param kept the board as that left it; empty where it changed nothing
   * @param left whether nothing was tried
   */
  private record Answer(Act act, List<PinRef> joined, Optional<Board> kept, boolean left) {}

  BuzzPresenter(BoardsPresenter boards) {
    this.boards = boards;
  }

  /** Begins with a board, or goes on where its nets were changed otherwise. */
  void look(Board now) {
    if (board.filter(b -> b.identity().id().equals(now.identity().id())).isEmpty()) {
      answers.clear();
    }
    if (board.filter(b -> sameNets(b, now)).isEmpty() || buzzing.isEmpty()) {
      board = Optional.of(now);
      base = board;
      begin();
    }
  }

  private static boolean sameNets(Board one, Board other) {
    return one.identity().equals(other.identity())
        && List.copyOf(one.nets()).equals(List.copyOf(other.nets()));
  }

  /** From the base on with all that was answered, so that what was learnt stays learnt. */
  private void begin() {
    Buzzing fresh = new Buzzing(base.orElseThrow());
    for (Answer answer : answers) {
      if (answer.left()) {
        fresh.leave(answer.act());
      } else {
        tell(fresh, answer.act(), answer.joined());
      }
    }
    buzzing = Optional.of(fresh);
    act = fresh.next();
  }

  private static void tell(Buzzing to, Act act, List<PinRef> joined) {
    switch (act) {
      case Act.Touch touch -> to.told(touch, !joined.isEmpty());
      case Act.Sweep sweep -> to.told(sweep, joined);
    }
  }

  /** What was answered, the latest first. */
  List<String> log() {
    return answers.reversed().stream().map(BuzzPresenter::said).toList();
  }

  private static String said(Answer answer) {
    String to =
        switch (answer.act()) {
          case Act.Touch touch -> touch.held() + " — " + touch.other();
          case Act.Sweep sweep -> sweep.held() + " — along " + sweep.part();
        };
    String what =
        answer.left()
            ? "not reached"
            : answer.joined().isEmpty()
                ? "silent"
                : answer.act() instanceof Act.Touch
                    ? "beeps"
                    : "beeps at "
                        + answer.joined().stream()
                            .map(PinRef::toString)
                            .collect(Collectors.joining(", "));
    return to + ": " + what;
  }

  /** What to do now; empty where nothing is likely enough, or no board is looked at. */
  Optional<Act> act() {
    return act;
  }

  /** In words for somebody with a probe in each hand. */
  String todo() {
    return act.map(
            it ->
                switch (it) {
                  case Act.Touch touch -> named(touch.held()) + "  —  " + named(touch.other());
                  case Act.Sweep sweep ->
                      named(sweep.held()) + "  —  along all pins of " + sweep.part();
                })
        .orElse(
            "Nothing is likely enough to be worth a touch: read the rest off the copper or a"
                + " drawing, and type it.");
  }

  private String named(PinRef pin) {
    return board.map(b -> b.describe(pin)).orElse(pin.toString());
  }

  /** Why, and how likely. */
  String why() {
    return act.map(it -> it.why() + "; " + likely(it.expected()) + ".").orElse("");
  }

  private static String likely(double chance) {
    long inTen = Math.round(Math.min(1, chance) * 10);
    return inTen < 1
        ? "less than one in ten beeps"
        : inTen >= 10 ? "it nearly always beeps" : inTen + " in 10 beep";
  }

  /** How far the board is known, and what a touch still buys. */
  String progress() {
    return buzzing
        .map(
            it -> {
              Buzzing.Progress so = it.progress();
              return so.joined()
                  + " of "
                  + so.pins()
                  + " pins are joined with another. Touches and sweeps here: "
                  + answers.stream().filter(a -> !a.left()).count()
                  + "; pins joined by them: "
                  + answers.stream().mapToInt(a -> a.joined().size()).sum()
                  + "."
                  + act.map(a -> " The next one is worth " + worth(a.expected()) + " pins.")
                      .orElse("");
            })
        .orElse("");
  }

  private static String worth(double expected) {
    return String.valueOf(Math.round(expected * 10) / 10.0);
  }

  /** Whether what is done now is a sweep, whose answer is the pins that beeped. */
  boolean isSweep() {
    return act.filter(Act.Sweep.class::isInstance).isPresent();
  }

  /** The pins the probes stand on, for the map. */
  List<PinRef> pins() {
    return act.map(
            it ->
                switch (it) {
                  case Act.Touch touch -> List.of(touch.held(), touch.other());
                  case Act.Sweep sweep -> List.of(sweep.held());
                })
        .orElse(List.of());
  }

  /** The part that is gone along; empty at a touch. */
  String swept() {
    return act.orElse(null) instanceof Act.Sweep sweep ? sweep.part() : "";
  }

  /** The meter beeped at a touch; empty where that is kept, else why not. */
  Optional<String> joined() {
    if (act.orElse(null) instanceof Act.Touch touch) {
      return keep(touch, List.of(touch.other()));
    }
    return isSweep()
        ? Optional.of("Say which pins of it beeped, for example 3, or 3 7.")
        : Optional.empty();
  }

  /** It stayed silent, along all of a sweep. */
  Optional<String> open() {
    return act.flatMap(a -> keep(a, List.of()));
  }

  /** Nobody can reach it: the next one. */
  void leave() {
    act.ifPresent(
        a -> {
          answers.add(new Answer(a, List.of(), Optional.empty(), true));
          buzzing.ifPresent(b -> b.leave(a));
          act = buzzing.flatMap(Buzzing::next);
        });
  }

  /**
   * What beeped along a sweep.
   *
   * @param typed pin numbers or names of the part that was swept
   */
  Optional<String> beeped(String typed) {
    if (!(act.orElse(null) instanceof Act.Sweep sweep)) {
      return Optional.empty();
    }
    List<PinRef> pins = new ArrayList<>();
    var part = board.flatMap(b -> b.part(sweep.part())).orElseThrow();
    for (String word : typed.strip().split("[\\s,]+", -1)) {
      Optional<PinRef> pin =
          part.device().pins().stream()
              .filter(p -> p.number().equalsIgnoreCase(word) || p.name().equalsIgnoreCase(word))
              .findFirst()
              .map(p -> part.pin(p.number()));
      if (pin.isEmpty()) {
        return Optional.of(
            "“"
                + word
                + "” is no pin of "
                + sweep.part()
                + ": its pins are 1 to "
                + part.device().pins().size()
                + ".");
      }
      pins.add(pin.get());
    }
    return keep(sweep, pins);
  }

  private Optional<String> keep(Act now, List<PinRef> joined) {
    boolean changes = !joined.isEmpty();
    if (changes) {
      Optional<String> refusal = keepNets(now.held(), joined);
      if (refusal.isPresent()) {
        return refusal;
      }
    }
    Buzzing on = buzzing.orElseThrow();
    tell(on, now, joined);
    board = boards.chosen();
    answers.add(new Answer(now, joined, changes ? board : Optional.empty(), false));
    act = on.next();
    return Optional.empty();
  }

  private Optional<String> keepNets(PinRef held, Collection<PinRef> joined) {
    Board now = boards.chosen().orElseThrow();
    List<String> lines = new ArrayList<>();
    String first = now.writtenNetOf(held).map(Net::name).orElse("");
    List<PinRef> loose = new ArrayList<>();
    for (PinRef pin : joined) {
      String other = now.writtenNetOf(pin).map(Net::name).orElse("");
      if (!first.isEmpty() && !other.isEmpty() && !first.equals(other)) {
        lines.add(first + " = " + other);
      } else if (first.isEmpty() || other.isEmpty()) {
        loose.add(pin);
      }
    }
    if (!loose.isEmpty()) {
      boolean named =
          !first.isEmpty() || loose.stream().anyMatch(p -> now.writtenNetOf(p).isPresent());
      String pins = held + " " + String.join(" ", loose.stream().map(PinRef::toString).toList());
      String bySupply = buzzing.orElseThrow().line(held, loose);
      // A supply's name goes to the first net of it: whether this one is the same nobody measured.
      boolean taken = now.net(bySupply.replaceFirst(":.*", "")).isPresent();
      lines.addFirst(named || taken ? pins : bySupply);
    }
    if (lines.isEmpty()) {
      return Optional.empty();
    }
    NetLines.Read read = boards.tryNets(String.join("\n", lines));
    return read.problems().isEmpty()
        ? boards.keepNets(read)
        : Optional.of(read.problems().getFirst().says());
  }

  /** Takes the last answer back, and what it did to the board; empty where there is none. */
  Optional<String> back() {
    if (answers.isEmpty()) {
      return Optional.of("Nothing has been answered here yet.");
    }
    Answer last = answers.getLast();
    boolean asLeft = last.kept().map(Board::contents).equals(boards.chosen().map(Board::contents));
    if (last.kept().isPresent() && !asLeft) {
      return Optional.of("The board was changed since that answer: take that back first.");
    }
    if (last.kept().isPresent()) {
      boards.undo();
    }
    answers.removeLast();
    board = boards.chosen();
    begin();
    act = Optional.of(last.act());
    return Optional.empty();
  }
}
