package raconteur.desktop.keys;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.keys.KeyChecks;
import raconteur.core.keys.KeyDiagnosis;
import raconteur.core.keys.KeyLines;
import raconteur.core.keys.KeyMatrix;
import raconteur.core.keys.KeyMatrixText;
import raconteur.core.keys.KeyState;
import raconteur.core.keys.KeysSeen;
import raconteur.desktop.workshop.Workshop;

/**
 * The keyboard of one case: its matrix, what its keys do, what that comes to. What was ticked is
 * kept with the case at once. Without the toolkit; weighing runs beside the window.
 */
public final class KeysPresenter {
  private static final int MOST_CHECKS = 8;
  private static final long LARGEST = 1_000_000;

  /** What a key is clicked through; untried comes before the first and after the last. */
  private static final List<KeyState> ROUND =
      List.of(KeyState.DEAD, KeyState.DOUBTFUL, KeyState.GHOST, KeyState.ALWAYS, KeyState.WORKS);

  private final Workshop workshop;
  private final Board board;
  private final int caseNumber;
  private final AtomicInteger asked = new AtomicInteger();
  private Optional<KeyMatrix> matrix;
  private KeysSeen seen = KeysSeen.NOTHING;

  /**
   * What is shown.
   *
   * @param sentences what explains it, then what to look at
   * @param lines for the story
   */
  record Shown(List<String> sentences, List<String> lines) {
    static final Shown NOTHING = new Shown(List.of(), List.of());

    Shown {
      sentences = List.copyOf(sentences);
      lines = List.copyOf(lines);
    }
  }

  public KeysPresenter(Workshop workshop, Board board, int caseNumber) {
    this.workshop = workshop;
    this.board = board;
    this.caseNumber = caseNumber;
    this.matrix =
        workshop
            .settings()
            .keyboard(board.identity().id())
            .flatMap(text -> parsed(KeyMatrixText.read("kept", text)))
            .or(() -> KeyMatrixText.of(board));
    matrix.ifPresent(
        m ->
            workshop
                .settings()
                .keysSeen(caseNumber)
                .ifPresent(
                    words -> {
                      if (KeysSeen.read(m, words) instanceof KeysSeen.Ok(KeysSeen kept)) {
                        seen = kept;
                      }
                    }));
  }

  private static Optional<KeyMatrix> parsed(Loaded<KeyMatrix> loaded) {
    return loaded instanceof Loaded.Ok<KeyMatrix>(KeyMatrix m) ? Optional.of(m) : Optional.empty();
  }

  /** The keyboard's matrix; empty until one is read. */
  Optional<KeyMatrix> matrix() {
    return matrix;
  }

  /** What a key was seen to do; empty for untried. */
  Optional<KeyState> state(KeyMatrix.Key key) {
    return Optional.ofNullable(seen.states().get(key));
  }

  String words() {
    return matrix.map(seen::words).orElse("");
  }

  /** Reads a matrix for this board and keeps it; a sentence where that failed, else empty. */
  String read(Path file) {
    String text;
    try {
      if (Files.size(file) > LARGEST) {
        return file.getFileName() + " is too large for a table of keys.";
      }
      text = Files.readString(file);
    } catch (CharacterCodingException e) {
      return file.getFileName() + " is no text; a table of keys is expected.";
    } catch (IOException e) {
      return "Cannot read " + file + ".";
    }
    return switch (KeyMatrixText.read(String.valueOf(file.getFileName()), text)) {
      case Loaded.Refused<KeyMatrix> refused -> refused.summary();
      case Loaded.Ok<KeyMatrix>(KeyMatrix read) -> {
        matrix = Optional.of(read);
        seen = KeysSeen.NOTHING;
        yield workshop.settings().keepKeyboard(board.identity().id(), text);
      }
    };
  }

  /** Has a key do the next thing of the round; a sentence where it could not be kept. */
  String turn(KeyMatrix.Key key) {
    int now = state(key).map(ROUND::indexOf).orElse(-1);
    Optional<KeyState> next =
        now + 1 < ROUND.size() ? Optional.of(ROUND.get(now + 1)) : Optional.empty();
    return keep(seen.with(key, next));
  }

  /** Takes words such as {@code dead Q W; works rest}; a sentence where they say nothing. */
  String say(String words) {
    if (matrix.isEmpty()) {
      return "There is no keyboard yet: read its table first.";
    }
    return switch (KeysSeen.read(matrix.get(), words)) {
      case KeysSeen.Refused(String why) -> why;
      case KeysSeen.Ok(KeysSeen read) -> keep(read);
    };
  }

  private String keep(KeysSeen next) {
    seen = next;
    return workshop.settings().keepKeysSeen(caseNumber, words());
  }

  /** Weighs what was seen beside the window; only what was asked last is handed over. */
  void work(Consumer<Shown> then) {
    int mine = asked.incrementAndGet();
    if (matrix.isEmpty() || seen.states().isEmpty()) {
      then.accept(Shown.NOTHING);
      return;
    }
    KeyMatrix keyboard = matrix.get();
    KeysSeen shown = seen;
    workshop
        .instruments()
        .execute(
            () -> {
              if (mine != asked.get()) {
                return;
              }
              KeyDiagnosis diagnosis = KeyDiagnosis.of(keyboard, shown);
              Shown told =
                  new Shown(
                      sentences(keyboard, diagnosis), KeyLines.of(keyboard, shown, diagnosis));
              workshop
                  .window()
                  .execute(
                      () -> {
                        if (mine == asked.get()) {
                          then.accept(told);
                        }
                      });
            });
  }

  private static List<String> sentences(KeyMatrix matrix, KeyDiagnosis diagnosis) {
    List<String> said = new ArrayList<>();
    said.add("What explains it");
    for (KeyDiagnosis.Explanation set : diagnosis.sets()) {
      said.add(
          String.format(
              Locale.ROOT,
              "%.1f %%  %s",
              set.probability() * 100,
              set.faults().isEmpty() ? "keys by themselves" : String.join("; ", set.faults())));
    }
    List<KeyChecks.Check> checks = KeyChecks.of(matrix, diagnosis);
    if (!checks.isEmpty()) {
      said.add("What to look at, first things first");
    }
    checks.stream()
        .limit(MOST_CHECKS)
        .forEach(
            c ->
                said.add(
                    String.format(
                        Locale.ROOT,
                        "%.0f min%s, finds it at %.0f %%: %s",
                        c.minutes(),
                        c.opened() ? " with the keyboard open" : "",
                        c.probability() * 100,
                        c.words())));
    return said;
  }
}
