package raconteur.desktop.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.letters.Codes;
import raconteur.core.letters.LetterDiagnosis;
import raconteur.core.letters.LetterWords;
import raconteur.core.letters.Letters;

/** The commands about what a screen shows: letters. */
@Command(
    name = "screen",
    description = "What a screen shows, explained: letters.",
    mixinStandardHelpOptions = true,
    subcommands = ScreenCommands.Wrong.class)
final class ScreenCommands extends Printing {
  private static final String FORMAT = "raconteur-letters/1";

  @Override
  public Integer call() {
    return refuse("Say what to explain: letters; './raconteur screen --help' tells more.");
  }

  /** {@code raconteur screen letters}. */
  @Command(
      name = "letters",
      description = {
        "Say which bit or address line turns the letters that should stand there into those that"
            + " do.",
        "Example: raconteur screen letters --should READY --stands RAA@Y"
      },
      mixinStandardHelpOptions = true)
  static final class Wrong extends BoardCommands.OfBoards {
    private static final long LARGEST_BYTES = 1_000_000;

    @Parameters(
        arity = "0..1",
        paramLabel = "FILE",
        description = "What should stand there, a line of three dashes, and what does.")
    private @Nullable Path file;

    @Option(names = "--should", paramLabel = "TEXT", description = "What should stand there.")
    private @Nullable String should;

    @Option(names = "--stands", paramLabel = "TEXT", description = "What does; ? for no letter.")
    private @Nullable String stands;

    @Option(
        names = "--codes",
        paramLabel = "ascii",
        description = "How letters are numbered: ascii, or six for six bits.")
    private String codes = Codes.ASCII.word();

    @Option(
        names = "--columns",
        paramLabel = "N",
        description = "Columns of the screen; 40 if not said.")
    private int columns = 40;

    @Option(names = "--board", paramLabel = "BOARD", description = "Name the chips of this board.")
    private @Nullable String boardName;

    @Option(names = "--json", description = "Print JSON.")
    private boolean json;

    @Override
    public Integer call() {
      Optional<Codes> numbered = Codes.of(codes);
      if (numbered.isEmpty()) {
        return refuse("--codes is ascii or six.");
      }
      if (columns < 1 || columns > Letters.MOST_COLUMNS) {
        return refuse("A screen has 1 to " + Letters.MOST_COLUMNS + " columns.");
      }
      Optional<Board> board = Optional.empty();
      if (boardName != null) {
        switch (board(boardName)) {
          case Loaded.Refused<Board> refused -> {
            return refuse(refused.summary());
          }
          case Loaded.Ok<Board>(Board one) -> board = Optional.of(one);
        }
      }
      String[] both;
      if (file != null) {
        try {
          if (Files.size(file) > LARGEST_BYTES) {
            return refuse(file + " is larger than 1 MB.");
          }
          both = Files.readString(file).split("(?m)^---+\\s*\\R", -1);
        } catch (IOException e) {
          return refuse(file + " cannot be read as text.");
        }
      } else {
        both = should == null || stands == null ? new String[0] : new String[] {should, stands};
      }
      if (both.length != 2) {
        return refuse(
            "Say --should and --stands, or name a file of both with a line of dashes between.");
      }
      Optional<Board> of = board;
      return switch (Letters.read(numbered.get(), columns, both[0], both[1])) {
        case Loaded.Refused<Letters> refused -> refuse(refused.issues().getFirst().reason() + ".");
        case Loaded.Ok<Letters>(Letters letters) -> {
          LetterDiagnosis.Result result = LetterDiagnosis.of(letters);
          List<String> says = LetterWords.of(result, of);
          yield print(json ? json(result, says) : String.join("\n", says) + "\n");
        }
      };
    }

    private static String json(LetterDiagnosis.Result result, List<String> says) {
      StringWriter text = new StringWriter();
      try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
        out.useDefaultPrettyPrinter();
        out.writeStartObject();
        out.writeStringField("format", FORMAT);
        out.writeNumberField("wrong", result.wrong());
        out.writeArrayFieldStart("explanations");
        for (LetterDiagnosis.Fit fit : result.fits()) {
          out.writeStartObject();
          out.writeStringField("what", LetterWords.what(fit.fault()));
          out.writeNumberField("explained", fit.explained());
          out.writeNumberField("against", fit.against());
          out.writeEndObject();
        }
        out.writeEndArray();
        out.writeArrayFieldStart("says");
        for (String sentence : says) {
          out.writeString(sentence);
        }
        out.writeEndArray();
        out.writeEndObject();
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
      return text + "\n";
    }
  }
}
