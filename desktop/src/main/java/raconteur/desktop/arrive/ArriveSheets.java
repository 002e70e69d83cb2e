package raconteur.desktop.arrive;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import raconteur.casebook.store.StorySearch;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Bookkeeping.LabelKind;
import raconteur.core.intake.PartsFound;
import raconteur.core.intake.SetMatch;
import raconteur.core.intake.TakingApart;
import raconteur.core.judge.Verdict;
import raconteur.core.story.Case;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.workshop.Workshop;

/** What the panes of Arrive show, without the toolkit. */
final class ArriveSheets {
  private static final int LINES_LOOKED_UP = 10_000;

  private ArriveSheets() {}

  /** What is written down of the board, and what is still to be asked. */
  static List<SheetRow> board(DeskState state, Verdict set) {
    List<SheetRow> rows = new ArrayList<>();
    var identity = state.board().identity();
    rows.add(fact("number", "Number", String.valueOf(state.header().number())));
    rows.add(fact("revision", "Board and revision", identity.title()));
    rows.add(label(state, LabelKind.ASSEMBLY, "Assembly", assemblyNote(state)));
    rows.add(fact("owner", "Owner", state.header().owner()));
    rows.add(fact("complaint", "Owner says", state.header().complaint()));
    rows.add(label(state, LabelKind.SERIAL, "Serial number", ""));
    SheetRow setRow = label(state, LabelKind.SET, "Set number", set.sentence());
    rows.add(
        new SheetRow(
            setRow.key(),
            setRow.cells(),
            set.level() == Verdict.Level.UNJUDGED ? setRow.tone() : Tone.of(set.level()),
            setRow.line()));
    rows.add(label(state, LabelKind.CAME, "Came with it", ""));
    return rows;
  }

  private static SheetRow fact(String key, String what, String value) {
    return new SheetRow(key, List.of(what, value, ""), Tone.PLAIN, "");
  }

  private static String assemblyNote(DeskState state) {
    String printed = state.board().identity().assembly();
    if (printed.isEmpty()) {
      return "";
    }
    return SetMatch.label(state.telling(), LabelKind.ASSEMBLY)
        .map(
            found ->
                found.equalsIgnoreCase(printed)
                    ? "as this revision has it"
                    : "this revision has " + printed + ": is it another one?")
        .orElse("this revision has " + printed);
  }

  private static SheetRow label(DeskState state, LabelKind kind, String what, String note) {
    Optional<String> found = SetMatch.label(state.telling(), kind);
    boolean unlike = note.endsWith("?");
    Tone tone = found.isEmpty() ? Tone.FAINT : unlike ? Tone.BAD : Tone.PLAIN;
    return new SheetRow(
        kind.word(), List.of(what, found.orElse("not noted"), note), tone, kind.word() + " ");
  }

  /** The set number beside those of the other boards that came in. */
  static Verdict set(DeskState state, Workshop workshop) {
    List<SetMatch.Member> others = new ArrayList<>();
    Set<Integer> labelled =
        new StorySearch(workshop.casebook()).cases(LabelKind.SET.word(), LINES_LOOKED_UP);
    for (Case one : workshop.casebook().stories(header -> labelled.contains(header.number()))) {
      workshop
          .boards()
          .find(one.header().boardId())
          .ifPresent(
              board ->
                  others.add(
                      new SetMatch.Member(
                          one.header(), board.identity().machine(), setNumber(one.entries()))));
    }
    return SetMatch.check(
        new SetMatch.Member(
            state.header(),
            state.board().identity().machine(),
            SetMatch.label(state.telling(), LabelKind.SET).orElse("")),
        others);
  }

  /** The set number in a story, found without understanding all of it; empty for none. */
  static String setNumber(List<Entry> entries) {
    String beginning = LabelKind.SET.word() + " ";
    Set<Integer> struck = new HashSet<>();
    for (Entry entry : entries) {
      if (entry instanceof Entry.Strike strike) {
        struck.add(strike.struck());
      }
    }
    String found = "";
    for (Entry entry : entries) {
      if (entry instanceof Entry.Line line
          && line.line().startsWith(beginning)
          && !struck.contains(line.number())) {
        found = line.line().substring(beginning.length());
      }
    }
    return found;
  }

  /** Chips with their sockets and dates, and what is not as the list says. */
  static List<SheetRow> parts(PartsFound found) {
    return found.rows().stream()
        .map(
            row ->
                new SheetRow(
                    row.part().designator(),
                    List.of(
                        row.part().designator(),
                        row.part().device().name(),
                        row.socket(),
                        row.date(),
                        String.join("; ", row.notes())),
                    row.notes().isEmpty() ? Tone.PLAIN : Tone.DOUBTFUL,
                    "date " + row.part().designator() + " "))
        .toList();
  }

  /** What was undone, last first: the order in which it goes back. */
  static List<SheetRow> apart(TakingApart apart) {
    return apart.items().reversed().stream()
        .map(
            item ->
                new SheetRow(
                    String.valueOf(item.number()),
                    List.of(
                        String.valueOf(item.number()),
                        item.undone().kind().word(),
                        item.undone().what(),
                        item.unmarked() ? "nothing says where" : item.undone().where(),
                        item.off() ? "off" : "back"),
                    item.off() ? item.unmarked() ? Tone.BAD : Tone.PLAIN : Tone.FAINT,
                    item.off() ? "refitted " + item.number() : ""))
        .toList();
  }

  /** Pictures with the same words under them, before and after side by side. */
  record Shots(String caption, List<Bookkeeping.Pictured> pictures) {
    Shots {
      pictures = List.copyOf(pictures);
    }
  }

  static List<Shots> pictures(Telling telling) {
    java.util.Map<String, List<Bookkeeping.Pictured>> byCaption = new java.util.LinkedHashMap<>();
    for (Bookkeeping.Pictured picture : telling.said(Bookkeeping.Pictured.class)) {
      byCaption.computeIfAbsent(picture.caption(), c -> new ArrayList<>()).add(picture);
    }
    return byCaption.entrySet().stream()
        .map(
            e ->
                new Shots(
                    e.getKey(),
                    e.getValue().stream()
                        .sorted(java.util.Comparator.comparing(Bookkeeping.Pictured::moment))
                        .toList()))
        .toList();
  }
}
