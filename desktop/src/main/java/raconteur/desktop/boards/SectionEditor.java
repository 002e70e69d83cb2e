package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.collections.transformation.FilteredList;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.board.BoardContents;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** One table of a board with the form that changes its rows. */
final class SectionEditor extends VBox {
  private static final int FILTER_FROM = 12;

  /** More columns do not fit beside the map; the form shows the rest. */
  private static final int MOST_COLUMNS = 5;

  private final BoardSection section;
  private final Actions actions;
  private final RowTable<Row> table;
  private final ObservableList<Row> rows = FXCollections.observableArrayList();
  private final FilteredList<Row> shown = new FilteredList<>(rows);
  private final TextField filter = new TextField();
  private final List<TextField> fields = new ArrayList<>();
  private final Label notice = Texts.label("", Style.FAINT);

  /** A row with its place in the table of the board. */
  private record Row(int at, List<String> texts) {}

  /** What the editor asks for. */
  interface Actions {
    Optional<String> apply(BoardSection section, Optional<Integer> row, List<String> texts);

    Optional<String> remove(BoardSection section, int row);

    void goTo(String place);
  }

  SectionEditor(BoardSection section, Actions actions) {
    this.section = section;
    this.actions = actions;
    setSpacing(6);
    table = new RowTable<>(section.name(), "Nothing here yet: fill in the form and add it.");
    for (int i = 0; i < Math.min(MOST_COLUMNS, section.headings().size()); i++) {
      int column = i;
      boolean roomy = section.headings().size() < MOST_COLUMNS;
      double width = i == section.wideColumn() ? (roomy ? 220 : 96) : i == 0 ? 108 : 80;
      table.column(section.headings().get(i), width, row -> row.texts().get(column));
    }
    table.setItems(shown);
    table
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((o, before, row) -> chosen(Optional.ofNullable(row)));
    table.setMinHeight(150);
    VBox.setVgrow(table, Priority.ALWAYS);
    filter.setPromptText("show only rows with …");
    filter.setAccessibleText("Filter of " + section.name());
    filter.textProperty().addListener((o, before, now) -> shown.setPredicate(r -> matches(r, now)));
    filter.managedProperty().bind(filter.visibleProperty());
    var keep = Texts.button("Change the row", () -> apply(true), Style.MAIN_BUTTON);
    var add = Texts.button("Add as a new row", () -> apply(false), Style.PLAIN_BUTTON);
    var remove = Texts.button("Take the row away", this::remove, Style.PLAIN_BUTTON);
    keep.setId("change-row");
    add.setId("add-row");
    remove.setId("remove-row");
    boolean single = section.name().equals("Board");
    FlowPane buttons = new FlowPane(8, 6, keep);
    if (!single) {
      buttons.getChildren().addAll(add, remove);
    }
    Label help = Texts.label(section.help(), Style.FAINT);
    help.setMinHeight(USE_PREF_SIZE);
    table.setVisible(!single);
    table.managedProperty().bind(table.visibleProperty());
    getChildren().addAll(filter, table, form(), help, buttons, notice);
  }

  private static boolean matches(Row row, String wanted) {
    String plain = wanted.strip().toLowerCase(java.util.Locale.ROOT);
    return plain.isEmpty()
        || row.texts().stream().anyMatch(t -> t.toLowerCase(java.util.Locale.ROOT).contains(plain));
  }

  private GridPane form() {
    GridPane form = new GridPane(8, 4);
    boolean single = section.name().equals("Board");
    int columns = section.headings().size() > 4 && !single ? 2 : 1;
    for (int i = 0; i < section.headings().size(); i++) {
      TextField field = new TextField();
      field.setId("field-" + i);
      field.setOnAction(e -> apply(table.chosen().isPresent()));
      Label name = Texts.line(section.headings().get(i), Style.FAINT);
      name.setLabelFor(field);
      fields.add(field);
      form.add(name, i % columns * 2, i / columns);
      form.add(field, i % columns * 2 + 1, i / columns);
      GridPane.setHgrow(field, Priority.ALWAYS);
    }
    return form;
  }

  /** Shows a board's rows, keeping the choice. */
  void show(BoardContents contents) {
    List<List<String>> texts = section.reader().rows(contents);
    int before = table.chosen().map(Row::at).orElse(-1);
    List<Row> all = new ArrayList<>();
    for (int i = 0; i < texts.size(); i++) {
      all.add(new Row(i, texts.get(i)));
    }
    if (!rows.equals(all)) {
      rows.setAll(all);
    }
    filter.setVisible(all.size() > FILTER_FROM);
    if (before >= 0 && before < all.size()) {
      table.getSelectionModel().select(all.get(before));
    } else if (section.name().equals("Board")) {
      table.getSelectionModel().selectFirst();
    }
  }

  /** Chooses the row about a place, if there is one. */
  void choosePlace(String place) {
    filter.clear();
    rows.stream()
        .filter(
            r -> section.placeColumn() >= 0 && r.texts().get(section.placeColumn()).equals(place))
        .findFirst()
        .ifPresent(
            row -> {
              table.getSelectionModel().select(row);
              table.scrollTo(row);
            });
  }

  private void chosen(Optional<Row> row) {
    row.ifPresent(
        r -> {
          for (int i = 0; i < fields.size(); i++) {
            fields.get(i).setText(r.texts().get(i));
          }
          if (section.placeColumn() >= 0) {
            actions.goTo(r.texts().get(section.placeColumn()));
          }
        });
  }

  private void apply(boolean change) {
    Optional<Integer> row = change ? table.chosen().map(Row::at) : Optional.empty();
    if (change && row.isEmpty()) {
      notice.setText("Choose a row to change, or add it as a new one.");
      return;
    }
    tell(actions.apply(section, row, fields.stream().map(TextField::getText).toList()), "Kept.");
  }

  private void remove() {
    table
        .chosen()
        .ifPresentOrElse(
            row ->
                tell(
                    actions.remove(section, row.at()),
                    "Taken away; " + Keys.UNDO.on("brings it back.")),
            () -> notice.setText("Choose the row to take away."));
  }

  private void tell(Optional<String> refusal, String done) {
    notice.setText(refusal.orElse(done));
    (refusal.isPresent() ? Style.NOTICE : Style.FAINT)
        .only(notice, Set.of(Style.NOTICE, Style.FAINT));
  }
}
