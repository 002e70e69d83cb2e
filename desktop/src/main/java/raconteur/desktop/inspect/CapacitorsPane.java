package raconteur.desktop.inspect;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import raconteur.casebook.report.RecapCsv;
import raconteur.core.board.Part;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.capacitor.RecapKit;
import raconteur.core.judge.CapacitorFit;
import raconteur.core.judge.Verdict;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.theme.Style;

/** The capacitors of the board: measured, compared with a substitute, counted into a kit. */
final class CapacitorsPane extends TablePane {
  private final CaseDesk desk;
  private final TextField offered = new TextField();
  private final Label fits = Texts.label("", Style.FAINT);

  CapacitorsPane(CaseDesk desk, FileExport kit) {
    super(
        "Capacitors",
        new SheetTable(
            "Capacitors",
            "This board's file lists no capacitors; add them under Boards.",
            Column.words("Place", 60),
            Column.words("Printed", 230),
            Column.words("Tolerance", 100),
            Column.figures("Series, good", 96),
            Column.figures("Measured", 170),
            Column.words("Verdict", 90)));
    this.desk = desk;
    offered.setPromptText("470 uF 25 V 10x16 pitch 5 105 C");
    offered.setAccessibleText("Capacitor at hand");
    HBox.setHgrow(offered, Priority.ALWAYS);
    offered.textProperty().addListener((o, before, now) -> compare());
    table().getSelectionModel().selectedItemProperty().addListener((o, b, n) -> compare());
    fits.setMinHeight(Region.USE_PREF_SIZE);
    HBox bar =
        new HBox(
            8,
            Texts.line("Would this fit in its place?"),
            offered,
            Texts.button(
                "Kit as CSV …",
                () ->
                    kit.write(
                        host(),
                        out ->
                            out.write(
                                RecapCsv.write(RecapKit.of(desk.state().board()))
                                    .getBytes(StandardCharsets.UTF_8))),
                Style.PLAIN_BUTTON));
    bar.setAlignment(Pos.CENTER_LEFT);
    below(bar, fits);
  }

  private void compare() {
    String place = chosen();
    Optional<Part> part = desk.state().board().part(place);
    Optional<CapacitorSpec> original = part.flatMap(p -> CapacitorSpec.parse(p.value()));
    Tone.none(fits);
    if (offered.getText().isBlank()) {
      fits.setText("Type a capacitor at hand: value, voltage, diameter x height, pitch, degrees.");
    } else if (original.isEmpty()) {
      fits.setText("The parts list has no value for " + place + " to compare with.");
    } else {
      Optional<CapacitorSpec> other = CapacitorSpec.parse(offered.getText());
      if (other.isEmpty()) {
        fits.setText("Begin with its value, for example 470 uF 25 V.");
      } else {
        Verdict verdict =
            CapacitorFit.check(
                original.get(),
                other.get(),
                part.map(p -> p.device().isElectrolytic()).orElse(true));
        fits.setText(place + ": " + verdict.sentence());
        Tone.of(verdict.level()).on(fits);
      }
    }
  }

  @Override
  public void show(DeskState state) {
    RecapKit kit = RecapKit.of(state.board());
    say(
        "A whole kit is "
            + kit.total()
            + " electrolytics of "
            + kit.lines().size()
            + " kinds. Measured out of circuit, discharged; replace what measures bad, or all of"
            + " them if that is your school.");
    table().show(InspectSheets.capacitors(state.board(), state.telling()));
    compare();
  }

  @Override
  public List<Answer> answers() {
    return chosen().isEmpty()
        ? List.of()
        : List.of(
            new Answer(chosen() + " measures", chosen() + " "),
            new Answer("was replaced", "mended " + chosen() + " replaced"));
  }

  @Override
  public String doNow() {
    return chosen().isEmpty() ? "Capacitors" : "Measure " + chosen() + " out of circuit";
  }

  @Override
  public String caution() {
    return "Discharge through a resistor; a capacitor put in backwards bursts. Hot iron and fumes:"
        + " ventilate, wear glasses.";
  }
}
