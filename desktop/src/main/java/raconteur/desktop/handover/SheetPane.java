package raconteur.desktop.handover;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.casebook.report.SheetHtml;
import raconteur.casebook.report.SheetPdf;
import raconteur.casebook.report.SheetPrint;
import raconteur.casebook.store.Outcome;
import raconteur.core.handover.Handover;
import raconteur.core.handover.Sheet;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.theme.Style;

/** A sheet as it will be printed. */
final class SheetPane extends StagePane {
  private final HandoverPresenter presenter;
  private final Function<Handover, Sheet> made;
  private final VBox page = new VBox(4);
  private final ScrollPane scroll = new ScrollPane(page);
  private final VBox node = new VBox(8);

  /**
   * @param made makes the sheet from the facts
   */
  SheetPane(
      String name,
      HandoverPresenter presenter,
      Function<Handover, Sheet> made,
      FileExport pdf,
      FileExport html) {
    super(name);
    this.presenter = presenter;
    this.made = made;
    Style.PAPER_PAGE.on(page);
    scroll.setFitToWidth(true);
    Style.SHEET.on(scroll);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    HBox bar =
        new HBox(
            8,
            Texts.button("PDF …", () -> pdf(pdf), Style.MAIN_BUTTON),
            Texts.button("HTML …", () -> html(html), Style.PLAIN_BUTTON),
            Texts.button("Print", this::print, Style.PLAIN_BUTTON));
    bar.setAlignment(Pos.CENTER_LEFT);
    node.getChildren().addAll(scroll, bar);
  }

  /** Does something with the facts, or says that they are not there yet. */
  private void withFacts(Consumer<Handover> act) {
    presenter
        .facts()
        .ifPresentOrElse(
            act, () -> host().say("The facts are still being gathered: a moment.", false));
  }

  private void pdf(FileExport export) {
    withFacts(
        f -> export.write(host(), out -> SheetPdf.write(made.apply(f), presenter::picture, out)));
  }

  private void html(FileExport export) {
    withFacts(
        f ->
            export.write(
                host(),
                out ->
                    out.write(
                        SheetHtml.write(made.apply(f), presenter::picture)
                            .getBytes(StandardCharsets.UTF_8))));
  }

  private void print() {
    withFacts(
        f -> {
          Outcome<String> printed = SheetPrint.print(made.apply(f), presenter::picture);
          switch (printed) {
            case Outcome.Done<String>(String sentence) -> host().say(sentence, true);
            case Outcome.Failed<String>(String sentence) -> host().say(sentence, false);
          }
        });
  }

  @Override
  public void show(DeskState state) {
    if (page.getChildren().isEmpty()) {
      page.getChildren().setAll(Texts.label("Gathering the facts of the case …", Style.FAINT));
    }
    presenter.gather(facts -> draw(made.apply(facts)));
  }

  private void draw(Sheet sheet) {
    page.getChildren()
        .setAll(
            Texts.label(sheet.title(), Style.TITLE), Texts.label(sheet.subtitle(), Style.FAINT));
    for (Sheet.Section section : sheet.sections()) {
      page.getChildren().add(Texts.label(section.heading(), Style.HEADING, Style.PAPER_HEADING));
      section.blocks().forEach(b -> page.getChildren().add(block(b)));
    }
  }

  private Node block(Sheet.Block block) {
    return switch (block) {
      case Sheet.Paragraph(String text) -> Texts.label(text);
      case Sheet.Points(List<String> points) -> {
        VBox list = new VBox(2);
        for (String point : points) {
          HBox row = new HBox(8, Texts.line("–", Style.FAINT), Texts.label(point));
          list.getChildren().add(row);
        }
        yield list;
      }
      case Sheet.Table table -> grid(table);
      case Sheet.Pictures shown -> pictures(shown);
    };
  }

  private static GridPane grid(Sheet.Table table) {
    GridPane grid = new GridPane(10, 3);
    for (double share : table.shares()) {
      ColumnConstraints column = new ColumnConstraints();
      column.setPercentWidth(share * 100);
      grid.getColumnConstraints().add(column);
    }
    for (int c = 0; c < table.columns().size(); c++) {
      grid.add(Texts.label(table.columns().get(c), Style.FAINT), c, 0);
    }
    for (int r = 0; r < table.rows().size(); r++) {
      for (int c = 0; c < table.columns().size(); c++) {
        Label cell = Texts.label(table.rows().get(r).get(c));
        cell.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
        GridPane.setValignment(cell, javafx.geometry.VPos.TOP);
        grid.add(cell, c, r + 1);
      }
    }
    return grid;
  }

  private FlowPane pictures(Sheet.Pictures shown) {
    FlowPane flow = new FlowPane(12, 8);
    for (Handover.Picture one : shown.pictures()) {
      presenter
          .picture(one.content())
          .ifPresent(
              found -> {
                ImageView view =
                    new ImageView(new Image(new ByteArrayInputStream(found.thumbnail())));
                view.setFitWidth(200);
                view.setPreserveRatio(true);
                String words = one.moment().word() + " " + one.caption();
                view.setAccessibleText(words);
                flow.getChildren().add(new VBox(2, view, Texts.label(words, Style.FAINT)));
              });
    }
    return flow;
  }

  @Override
  public List<Answer> answers() {
    return List.of(
        new Answer("advice", "advise "),
        new Answer("a limit", "limit "),
        new Answer("hours", "hours "),
        new Answer("cost", "cost "));
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return scroll;
  }

  @Override
  public String doNow() {
    return "Read the sheet through before it goes out";
  }
}
