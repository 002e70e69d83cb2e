package raconteur.desktop.memory;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.memory.MemoryBank;
import raconteur.core.memory.MemoryDiagnosis;
import raconteur.core.memory.MemoryFails;
import raconteur.core.memory.MemoryWords;
import raconteur.desktop.workshop.Workshop;

/**
 * The memories of a board and what failed in one of them. Without the toolkit; working it out runs
 * beside the window.
 */
public final class MemoryPresenter {
  private static final long LARGEST_BYTES = 16_000_000;

  private final Workshop workshop;
  private final List<MemoryBank> banks;
  private final AtomicInteger asked = new AtomicInteger();

  /**
   * What is shown.
   *
   * @param refusal why nothing is, else empty
   * @param lines for the story
   */
  record Shown(
      String refusal, List<String> sentences, List<String> lines, Optional<MemoryFails> fails) {
    Shown {
      sentences = List.copyOf(sentences);
      lines = List.copyOf(lines);
    }
  }

  public MemoryPresenter(Workshop workshop, Board board) {
    this.workshop = workshop;
    this.banks = MemoryBank.of(board);
  }

  /** The banks of the board; none where it has no memory with numbered address pins. */
  public List<MemoryBank> banks() {
    return banks;
  }

  /** A list of fails from a file, or a sentence on why not. */
  Outcome<String> read(Path file) {
    try {
      return Files.size(file) > LARGEST_BYTES
          ? new Outcome.Failed<>(file.getFileName() + " is larger than 16 MB.")
          : new Outcome.Done<>(Files.readString(file));
    } catch (CharacterCodingException e) {
      return new Outcome.Failed<>(file.getFileName() + " is no text.");
    } catch (IOException e) {
      return new Outcome.Failed<>("Cannot read " + file + ".");
    }
  }

  /** Works out what fails mean; only what was asked last is handed over, in the window's thread. */
  void work(MemoryBank bank, String fails, Consumer<Shown> then) {
    int mine = asked.incrementAndGet();
    workshop
        .files()
        .execute(
            () -> {
              Shown shown = shown(bank, fails);
              workshop
                  .window()
                  .execute(
                      () -> {
                        if (mine == asked.get()) {
                          then.accept(shown);
                        }
                      });
            });
  }

  /** A last line that is still being typed does not take away what the others say. */
  private static Shown shown(MemoryBank bank, String text) {
    return switch (MemoryFails.read("", text, bank.shape())) {
      case Loaded.Ok<MemoryFails>(MemoryFails fails) -> shown(bank, fails, "");
      case Loaded.Refused<MemoryFails> refused -> {
        Issue first = refused.issues().getFirst();
        String why = "Line " + first.line() + ": " + first.reason() + ".";
        String others = text.substring(0, text.lastIndexOf('\n') + 1);
        yield MemoryFails.read("", others, bank.shape())
                instanceof Loaded.Ok<MemoryFails>(MemoryFails fails)
            ? shown(bank, fails, why)
            : new Shown(why, List.of(), List.of(), Optional.empty());
      }
    };
  }

  private static Shown shown(MemoryBank bank, MemoryFails fails, String why) {
    MemoryDiagnosis.Result result = MemoryDiagnosis.of(fails);
    return new Shown(
        why,
        MemoryWords.of(fails, result, bank.chips(), Optional.of(bank.device())),
        why.isEmpty() ? MemoryWords.lines(fails, result, bank.chips()) : List.of(),
        Optional.of(fails));
  }
}
