package raconteur.core.bench.part;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.qp8.Processor;

/** The devices that are programmed here because the notation cannot hold them. */
public final class Customs {
  private static final Map<String, Custom> KNOWN =
      Map.of(
          "QP-8", new Custom(Processor.PINS, Processor.LISTENS, Processor::new),
          "QM-12", new Custom(VideoSequencer.PINS, VideoSequencer.LISTENS, VideoSequencer::new),
          "QM-14", new Custom(InputOutput.PINS, InputOutput.LISTENS, InputOutput::new));

  /**
   * A programmed device.
   *
   * @param pins the names of its pins in the order its component numbers them
   * @param listens those that wake it
   */
  public record Custom(
      List<String> pins, List<String> listens, Supplier<? extends Component> maker) {}

  private Customs() {}

  /** The programmed device of this name. */
  public static Optional<Custom> of(String device) {
    return Optional.ofNullable(KNOWN.get(device));
  }
}
