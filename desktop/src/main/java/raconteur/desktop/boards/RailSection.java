package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Rail;

/** The supply rails with what a good board measures. */
final class RailSection {
  private RailSection() {}

  static BoardSection section() {
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
                            SectionEdit.plain(r.volts()),
                            SectionEdit.plain(r.tolerance() * 100),
                            SectionEdit.plain(r.expectedOhms()),
                            SectionEdit.plain(r.amps()),
                            String.join(" ", r.madeBy()),
                            r.from()))
                .toList(),
        SectionEdit.refusing(RailSection::rail),
        (c, row) -> c.withRails(SectionEdit.without(c.rails(), row)));
  }

  private static BoardContents rail(SectionEdit edit) {
    String name = edit.needed(0, "the rail's name, like +5V");
    edit.onlyOnce(edit.contents().rails(), Rail::name, name, "Rail");
    String net = edit.text(1).isEmpty() ? name : edit.text(1);
    List<String> madeBy = new ArrayList<>();
    for (String part : edit.text(6).split("[\\s,;]+", -1)) {
      if (!part.isEmpty()) {
        if (edit.contents().parts().stream().noneMatch(p -> p.designator().equals(part))) {
          throw new SectionEdit.Refusal(part + " is not a part of this board.");
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
}
