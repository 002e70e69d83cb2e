package raconteur.desktop.prove;

import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import raconteur.core.prove.ProvingPlan;
import raconteur.desktop.control.Texts;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.theme.Style;

/**
 * How far a board is proven, a mark a proof in the order they are shown: by shape as well as by
 * colour. A mark leads to its proof; by keys the table does.
 */
final class ProofStrip extends HBox {
  private final Consumer<String> onChosen;

  /**
   * @param onChosen is told the id of a proof that was clicked
   */
  ProofStrip(Consumer<String> onChosen) {
    super(2);
    this.onChosen = onChosen;
    setAlignment(Pos.CENTER_LEFT);
    setId("proof-strip");
  }

  void show(List<ProvingPlan.Proof> proofs) {
    getChildren().clear();
    for (ProvingPlan.Proof proof : proofs) {
      Label mark = Texts.line(sign(proof.standing()), Style.PROOF);
      ProofsPane.tone(proof.standing()).on(mark);
      mark.setTooltip(new Tooltip(proof.title() + ": " + proof.standing().words()));
      mark.setMaxWidth(Double.MAX_VALUE);
      mark.setAlignment(Pos.CENTER);
      mark.setOnMouseClicked(e -> onChosen.accept(proof.id()));
      HBox.setHgrow(mark, Priority.ALWAYS);
      getChildren().add(mark);
    }
    setAccessibleText(words(proofs));
    Label counts = Texts.line("  " + words(proofs));
    Tone.PLAIN.on(counts);
    getChildren().add(counts);
  }

  private static String sign(ProvingPlan.Standing standing) {
    return switch (standing) {
      case HELD -> "✓";
      case OPEN -> "○";
      case BEGUN -> "◐";
      case SKIPPED -> "–";
      case FAILED -> "✗";
    };
  }

  /** {@code held 9 · open 7 · not shown 1}; what there is none of is left out. */
  static String words(List<ProvingPlan.Proof> proofs) {
    return Arrays.stream(ORDER)
        .map(
            standing ->
                standing.words()
                    + " "
                    + proofs.stream().filter(p -> p.standing() == standing).count())
        .filter(words -> !words.endsWith(" 0"))
        .collect(Collectors.joining(" · "));
  }

  private static final ProvingPlan.Standing[] ORDER = {
    ProvingPlan.Standing.FAILED,
    ProvingPlan.Standing.HELD,
    ProvingPlan.Standing.BEGUN,
    ProvingPlan.Standing.OPEN,
    ProvingPlan.Standing.SKIPPED
  };
}
