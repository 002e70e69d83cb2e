package raconteur.desktop.boards;

import java.util.Arrays;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.ErrorCode;
import raconteur.core.board.Flash;
import raconteur.core.board.NoConnect;
import raconteur.core.board.PinRef;
import raconteur.core.board.UsualSuspect;

/**
 * All tables of a board, the small ones written out here; a new one is one line in {@link #ALL}.
 */
final class BoardSections {
  static final List<BoardSection> ALL =
      List.of(
          PartSection.section(),
          NetSection.section(),
          RailSection.section(),
          flashes(),
          SymptomSection.section(),
          suspects(),
          errorCodes(),
          unconnected(),
          IdentitySection.section());

  private BoardSections() {}

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
        SectionEdit.refusing(
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
                    c.deadTest().cartridge(), SectionEdit.without(c.deadTest().flashes(), row))));
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
                .map(u -> List.of(u.part(), SectionEdit.plain(u.factor()), u.origin()))
                .toList(),
        SectionEdit.refusing(
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
        (c, row) -> c.withUsualSuspects(SectionEdit.without(c.usualSuspects(), row)));
  }

  private static BoardSection errorCodes() {
    return new BoardSection(
        "Error codes",
        List.of("Code", "Means", "Parts"),
        "What the board's own firmware shows, and the parts it accuses, as: U7, U8.",
        -1,
        1,
        c ->
            c.errorCodes().stream()
                .map(e -> List.of(e.code(), e.means(), String.join(", ", e.parts())))
                .toList(),
        SectionEdit.refusing(
            edit -> {
              String code = edit.needed(0, "the code as one word");
              if (!code.matches("\\S{1,20}")) {
                throw new SectionEdit.Refusal(
                    "“" + code + "” will not do: a code is one word of at most 20 characters.");
              }
              List<ErrorCode> all = edit.contents().errorCodes();
              edit.onlyOnce(all, ErrorCode::code, code, "Code");
              List<String> parts =
                  Arrays.stream(edit.text(2).split("[,;\\s]+", -1))
                      .filter(part -> !part.isEmpty())
                      .toList();
              for (String part : parts) {
                if (edit.contents().parts().stream().noneMatch(p -> p.designator().equals(part))) {
                  throw new SectionEdit.Refusal("“" + part + "” is no part of this board.");
                }
              }
              return edit.contents()
                  .withErrorCodes(
                      edit.put(all, new ErrorCode(code, edit.needed(1, "what it means"), parts)));
            }),
        (c, row) -> c.withErrorCodes(SectionEdit.without(c.errorCodes(), row)));
  }

  private static BoardSection unconnected() {
    return new BoardSection(
        "Unconnected pins",
        List.of("Pin", "Why"),
        "Pins that are meant to be joined to nothing.",
        0,
        1,
        c -> c.noConnects().stream().map(n -> List.of(n.pin().toString(), n.why())).toList(),
        SectionEdit.refusing(
            edit -> {
              PinRef pin = edit.pin(edit.needed(0, "a pin like U14.3"));
              edit.contents().nets().stream()
                  .filter(n -> n.path().contains(pin))
                  .findFirst()
                  .ifPresent(
                      n -> {
                        throw new SectionEdit.Refusal(pin + " is in net " + n.name() + ".");
                      });
              return edit.contents()
                  .withNoConnects(
                      edit.put(
                          edit.contents().noConnects(),
                          new NoConnect(pin, edit.needed(1, "why it is joined to nothing"))));
            }),
        (c, row) -> c.withNoConnects(SectionEdit.without(c.noConnects(), row)));
  }
}
