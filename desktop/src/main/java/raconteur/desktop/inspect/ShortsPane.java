package raconteur.desktop.inspect;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.ChoiceBox;
import javafx.scene.layout.HBox;
import raconteur.core.board.Part;
import raconteur.core.continuity.ShortFinder;
import raconteur.core.finding.Finding;
import raconteur.core.plan.Costs;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** Which part holds two nets together, and the neighbouring pins of a chip. */
final class ShortsPane extends TablePane {
  private final Costs costs = Costs.shipped();
  private final ChoiceBox<String> part = new ChoiceBox<>();
  private final SheetTable removals =
      new SheetTable(
          "Removals",
          "No short is logged. Where two pins that should be apart read joined, the order of"
              + " removals stands here.",
          Column.words("Turn", 90),
          Column.words("Part", 60),
          Column.words("Device", 100),
          Column.words("How", 80),
          Column.figures("Minutes", 70),
          Column.words("Then", 260));
  private int followed;

  ShortsPane(CaseDesk desk) {
    super(
        "Shorts",
        new SheetTable(
            "Neighbouring pins",
            "Choose a chip.",
            Column.words("Neighbours", 380),
            Column.words("On a good board", 120),
            Column.words("Read", 90)));
    desk.state().board().parts().stream()
        .filter(p -> p.device().pins().size() > 3)
        .map(Part::designator)
        .forEach(part.getItems()::add);
    part.setAccessibleText("Chip");
    desk.state().board().parts().stream()
        .filter(p -> p.device().isRam())
        .map(Part::designator)
        .findFirst()
        .ifPresentOrElse(part::setValue, () -> part.getSelectionModel().selectFirst());
    part.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> {
              show(desk.state());
              host().answersChanged();
            });
    removals.setMinHeight(140);
    removals.setPrefHeight(150);
    removals.setOnBegin(line -> host().begin(line));
    HBox choose = new HBox(8, Texts.line("Neighbouring pins of"), part);
    choose.setAlignment(Pos.CENTER_LEFT);
    above(removals, choose);
  }

  /** The chip that was measured last is the one to go on with. */
  private void follow(DeskState state) {
    List<Finding.Continuity> read = state.telling().said(Finding.Continuity.class);
    if (read.size() != followed) {
      followed = read.size();
      Optional.of(read)
          .filter(r -> !r.isEmpty())
          .map(r -> r.getLast().one().part())
          .filter(part.getItems()::contains)
          .ifPresent(part::setValue);
    }
  }

  @Override
  public void show(DeskState state) {
    follow(state);
    Optional<InspectSheets.Shorted> nets =
        InspectSheets.shorted(state.board(), state.telling()).stream().findFirst();
    if (nets.isEmpty()) {
      say("Read neighbouring pins and pins to rails. A short found is chased by removals.");
      removals.show(List.of());
    } else {
      ShortFinder.Plan order = InspectSheets.removals(state, nets.get(), costs);
      say(
          nets.get().one()
              + " and "
              + nets.get().other()
              + " are joined. "
              + (order.groups().isEmpty()
                  ? "No part has both: it is a bridge, or under a part that is out."
                  : String.format(
                      Locale.ROOT,
                      "Take these off in turn, about %.0f minutes until it is known:",
                      order.expectedMinutes())));
      removals.show(
          InspectSheets.removals(
              order, state.telling().condition().asFound(state.board()), nets.get()));
    }
    table()
        .show(
            InspectSheets.pins(
                state.board(), state.telling(), Optional.ofNullable(part.getValue()).orElse("")));
  }

  @Override
  public List<Answer> answers() {
    return table()
        .chosen()
        .map(SheetRow::line)
        .map(
            line ->
                List.of(new Answer("joined", line + "joined"), new Answer("open", line + "open")))
        .orElse(List.of());
  }

  @Override
  public String doNow() {
    return table().chosen().map(r -> "Leads on " + r.cells().getFirst()).orElse("Shorts");
  }

  @Override
  public String caution() {
    return "Power off.";
  }
}
