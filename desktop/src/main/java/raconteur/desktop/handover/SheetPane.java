package raconteur.desktop.handover;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.casebook.report.SheetHtml;
import raconteur.casebook.report.SheetPdf;
import raconteur.casebook.report.SheetPrint;
import raconteur.casebook.store.Outcome;
import raconteur.core.handover.Handover;
import raconteur.core.handover.Sheet;
import raconteur.desktop.control.SheetPage;
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
  private final SheetPage page;
  private final ScrollPane scroll;
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
    this.page = new SheetPage(presenter::picture);
    this.scroll = new ScrollPane(page);
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
    page.sayWhileEmpty("Gathering the facts of the case …");
    presenter.gather(facts -> page.show(made.apply(facts)));
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
