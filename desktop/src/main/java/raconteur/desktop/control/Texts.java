package raconteur.desktop.control;

import java.util.function.Function;
import javafx.css.Styleable;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.util.StringConverter;
import raconteur.desktop.theme.Style;

/** Labels and buttons with their style classes. */
public final class Texts {
  private Texts() {}

  /** A label that wraps. */
  public static Label label(String text, Style... styles) {
    Label label = new Label(text);
    label.setWrapText(true);
    dress(label, styles);
    return label;
  }

  /** A label of one line. */
  public static Label line(String text, Style... styles) {
    Label label = label(text, styles);
    label.setWrapText(false);
    label.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
    return label;
  }

  public static Button button(String text, Runnable action, Style... styles) {
    Button button = new Button(text);
    dress(button, styles);
    button.setMinWidth(javafx.scene.layout.Region.USE_PREF_SIZE);
    button.setOnAction(e -> action.run());
    return button;
  }

  private static void dress(Styleable what, Style... styles) {
    for (Style style : styles) {
      style.on(what);
    }
  }

  /** Shows the values of a choice box by their words. */
  public static <T> StringConverter<T> shown(Function<T, String> words) {
    return new StringConverter<>() {
      @Override
      public String toString(T value) {
        return value == null ? "" : words.apply(value);
      }

      @Override
      public T fromString(String text) {
        throw new UnsupportedOperationException("a choice is never typed");
      }
    };
  }
}
