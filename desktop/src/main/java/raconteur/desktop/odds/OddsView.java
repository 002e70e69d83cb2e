package raconteur.desktop.odds;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputDialog;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.RecurringSets;
import raconteur.core.odds.SymptomCauses;
import raconteur.core.odds.Tally;
import raconteur.core.odds.Trend;
import raconteur.desktop.control.PaneTabs;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/**
 * What failed per revision: by position, by symptom, what fails together, over time, and all that
 * is known of it on one page.
 */
public final class OddsView extends VBox {
  private final OddsPresenter presenter;
  private final FilePicker files;
  private final ChoiceBox<Board> revision = new ChoiceBox<>();
  private final Label summary = Texts.label("");
  private final Label notice = Texts.label("", Style.FAINT);
  private final PositionsPane positions;
  private final SymptomsPane symptoms = new SymptomsPane();
  private final RowTable<RecurringSets.Recurring> together =
      new RowTable<>(
          "What fails together",
          "No parts were at fault together on two boards more often than chance makes them.");
  private final RowTable<Trend.Quarter> quarters =
      new RowTable<>("By quarter", "Nothing counted yet.");
  private final RevisionPane revisionPane;
  private final StackPane sheet = new StackPane();
  private final PaneTabs tabs =
      new PaneTabs(
          List.of("Positions", "Symptoms", "Together", "By quarter", "On one page"), this::choose);
  private final List<Node> panes;
  private Optional<Tally> tally = Optional.empty();

  /**
   * @param onCase opens a case behind a count
   */
  public OddsView(OddsPresenter presenter, IntConsumer onCase, FilePicker files) {
    this.presenter = presenter;
    this.files = files;
    this.positions = new PositionsPane(onCase, presenter.photographs());
    this.revisionPane = new RevisionPane(presenter, files, notice::setText);
    Style.VIEW.on(this);
    revision.setConverter(Texts.shown(b -> b.identity().shortName()));
    revision.setAccessibleText("Revision");
    revision
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((observed, before, board) -> show(Optional.ofNullable(board)));
    columns();
    ScrollPane scroll = new ScrollPane(symptoms);
    scroll.setFitToWidth(true);
    Style.SHEET.on(scroll);
    panes = List.of(positions, scroll, together, quarters, revisionPane);
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head = new HBox(6, Texts.line("Odds", Style.TITLE), revision, tabs);
    head.getChildren()
        .addAll(
            gap,
            Texts.button("Export as CSV …", this::export, Style.PLAIN_BUTTON),
            Texts.button("Give counts …", this::give, Style.PLAIN_BUTTON),
            Texts.button("Take counts in …", this::take, Style.PLAIN_BUTTON));
    head.setAlignment(Pos.CENTER_LEFT);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    notice.managedProperty().bind(notice.textProperty().isNotEmpty());
    getChildren().addAll(head, summary, notice, sheet);
    setOnKeyPressed(tabs::go);
    choose(0);
  }

  /** Shows one of the ways to look at the counts. */
  void choose(int index) {
    tabs.select(index);
    Node pane = panes.get(index);
    sheet.getChildren().setAll(pane);
    if (pane.equals(revisionPane)) {
      Optional.ofNullable(revision.getValue()).ifPresent(revisionPane::show);
    }
    (pane.equals(positions) ? positions.firstFocus() : pane).requestFocus();
  }

  /** Shows what symptoms turned out to be; for pictures. */
  public void showSymptoms() {
    choose(1);
  }

  private void columns() {
    together.column("Positions", 330, r -> String.join(", ", r.positions()));
    together.column("Boards", 80, r -> String.valueOf(r.boards()));
    together.column("By chance", 110, r -> String.format(Locale.ROOT, "%.2g", r.chance()));
    together.column(
        "Their boards have in common",
        420,
        r -> r.marks().isEmpty() ? "nothing that was marked" : String.join(", ", r.marks()));
    quarters.column("Quarter", 120, Trend.Quarter::name);
    quarters.column("Boards", 100, q -> String.valueOf(q.boards()));
    quarters.column("Faults", 100, q -> String.valueOf(q.faults()));
    quarters.column(
        "Faults a board",
        140,
        q -> String.format(Locale.ROOT, "%.1f", (double) q.faults() / q.boards()));
    quarters.column("Hours said", 300, q -> String.format(Locale.ROOT, "%.1f", q.hours()));
  }

  /** Counts again. */
  public void refresh() {
    Board before = revision.getValue();
    revision.getItems().setAll(presenter.boards());
    if (before == null) {
      revision.getSelectionModel().selectFirst();
    } else {
      revision.setValue(before);
    }
    show(Optional.ofNullable(revision.getValue()));
  }

  private void show(Optional<Board> board) {
    board.ifPresent(
        b -> {
          List<CountedCase> cases = presenter.counted(b);
          Tally counted = Tally.ofCounted(b, cases);
          tally = Optional.of(counted);
          if (sheet.getChildren().contains(revisionPane)) {
            revisionPane.show(b);
          }
          positions.show(b, counted);
          symptoms.show(b, SymptomCauses.of(cases));
          together.getItems().setAll(RecurringSets.of(cases));
          quarters.getItems().setAll(Trend.of(cases).quarters());
          summary.setText(
              counted.boards()
                  + " boards of this revision were told to the end"
                  + (counted.others() == 0
                      ? ""
                      : ", " + counted.others() + " of them in other shops")
                  + ". Shares stand with their 95 % interval (Clopper and Pearson); these counts"
                  + " move the odds of the next board.");
        });
  }

  private void export() {
    if (tally.isPresent()) {
      files
          .toWrite("Export the counts", "odds.csv")
          .ifPresent(file -> notice.setText(presenter.export(tally.get(), file)));
    }
  }

  private void give() {
    TextInputDialog ask = new TextInputDialog(presenter.shopName());
    ask.initOwner(getScene().getWindow());
    ask.setTitle("Give counts");
    ask.setHeaderText("Under which name do your counts go out?");
    Theme.dressDialog(ask.getDialogPane(), getScene().getWindow());
    ask.showAndWait()
        .ifPresent(
            shop ->
                files
                    .toWrite("Give counts", "counts.json")
                    .ifPresent(file -> notice.setText(presenter.give(shop, file))));
  }

  private void take() {
    files.toRead("Take counts in", "Counts", "*.json").ifPresent(this::take);
  }

  /** Takes in what another shop gave. */
  public void take(Path file) {
    notice.setText(presenter.take(file));
    refresh();
  }

  public void setDim(boolean dim) {
    positions.setDim(dim);
    symptoms.setDim(dim);
    revisionPane.setDim(dim);
  }

  public Node firstFocus() {
    return positions.firstFocus();
  }
}
