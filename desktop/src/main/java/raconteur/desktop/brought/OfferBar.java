package raconteur.desktop.brought;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Asks what is to be done with a file that was brought; nothing is done before. */
public final class OfferBar extends HBox {
  private final Node first;

  /**
   * A bar that asks once.
   *
   * @param chosen told what is to be done
   * @param leave called when nothing is to be done
   */
  public OfferBar(Offer offer, Consumer<Offer.Deed> chosen, Runnable leave) {
    super(12);
    Node no = Texts.button(offer.deeds().isEmpty() ? "seen" : "Nothing", leave, Style.PLAIN_BUTTON);
    FlowPane buttons = new FlowPane(8, 6);
    for (Offer.Deed deed : offer.deeds()) {
      boolean likeliest = deed == offer.deeds().getFirst();
      buttons
          .getChildren()
          .add(
              Texts.button(
                  deed.words(),
                  () -> chosen.accept(deed),
                  likeliest ? Style.MAIN_BUTTON : Style.PLAIN_BUTTON));
    }
    buttons.getChildren().add(no);
    first = buttons.getChildren().getFirst();
    setId("brought");
    HBox.setHgrow(buttons, Priority.ALWAYS);
    getChildren().addAll(Texts.label(offer.sentence(), Style.NOTICE), buttons);
    Style.NOTICE_ROW.on(this);
    setOnKeyPressed(
        e -> {
          if (Keys.LEAVE_BROUGHT.is(e)) {
            leave.run();
            e.consume();
          }
        });
  }

  /** Where typing goes: what is likeliest to be wanted. */
  public Node firstFocus() {
    return first;
  }
}
