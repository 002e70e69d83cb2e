package raconteur.desktop.odds;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.report.BoardPdf;
import raconteur.casebook.report.OddsCsv;
import raconteur.casebook.report.SheetPrint;
import raconteur.casebook.store.OtherShops;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Picture;
import raconteur.core.board.Board;
import raconteur.core.board.SymptomCard;
import raconteur.core.data.Loaded;
import raconteur.core.handover.RevisionSheet;
import raconteur.core.handover.Sheet;
import raconteur.core.odds.ClopperPearson;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.CountsFile;
import raconteur.core.odds.Tally;
import raconteur.desktop.workshop.Photographs;
import raconteur.desktop.workshop.Workshop;

/** What the closed cases have counted, per revision. Without the toolkit. */
public final class OddsPresenter {
  private static final FileKind COUNTS = FileKind.json("counts", "raconteur-counts/");

  private final Workshop workshop;

  public OddsPresenter(Workshop workshop) {
    this.workshop = workshop;
  }

  public List<Board> boards() {
    return workshop.boards().boards();
  }

  public Tally tally(Board board) {
    return workshop.tally(board);
  }

  /** What counts for a revision, case by case. */
  public List<CountedCase> counted(Board board) {
    return workshop.counted(board);
  }

  /**
   * All that the shop knows of a revision.
   *
   * @param shares on what share of the boards each part was at fault
   */
  record Known(Board board, Map<String, Double> shares, Sheet sheet) {}

  /** Gathers it beside the window, where every story of the revision is gone through. */
  void gather(Board board, Consumer<Known> gathered) {
    workshop
        .files()
        .execute(
            () -> {
              List<CountedCase> cases = counted(board);
              Known known =
                  new Known(
                      board,
                      RevisionSheet.shares(board, cases),
                      RevisionSheet.of(board, cases, workshop.closed(board)));
              workshop.window().execute(() -> gathered.accept(known));
            });
  }

  Optional<Picture> picture(String content) {
    return workshop.casebook().picture(content);
  }

  /** Writes it as PDF beside the window, and says in one sentence how it went. */
  void write(Known known, Path file, Consumer<String> say) {
    aside(
        () ->
            WholeFile.write(file, FileKind.PDF, out -> write(known, out))
                .orElse("Written to " + file + "."),
        say);
  }

  /** Prints it beside the window, and says in one sentence how it went. */
  void print(Known known, Consumer<String> say) {
    aside(
        () ->
            switch (SheetPrint.print(known.sheet().title(), out -> write(known, out))) {
              case Outcome.Done<String>(String sentence) -> sentence;
              case Outcome.Failed<String>(String sentence) -> sentence;
            },
        say);
  }

  private void aside(Supplier<String> work, Consumer<String> say) {
    workshop
        .files()
        .execute(
            () -> {
              String said = work.get();
              workshop.window().execute(() -> say.accept(said));
            });
  }

  private void write(Known known, OutputStream out) throws IOException {
    BoardPdf.writeRevision(known.board(), known.shares(), known.sheet(), this::picture, out);
  }

  /** The title of a symptom card of a revision. */
  static String title(Board board, String card) {
    return board.symptom(card).map(SymptomCard::title).orElse(card);
  }

  /** What lies behind the drawing of a board. */
  Photographs photographs() {
    return workshop.photographs();
  }

  /** The name this shop goes by where counts are shared. */
  String shopName() {
    return workshop.settings().shopName();
  }

  /** Writes the closed cases of all revisions for another shop; one sentence on how it went. */
  String give(String shop, Path file) {
    if (shop.isBlank()) {
      return "Say first under which name your counts go out.";
    }
    String refusal = workshop.settings().keepShopName(shop.strip());
    if (!refusal.isEmpty()) {
      return refusal;
    }
    List<CountedCase> own =
        boards().stream()
            .flatMap(b -> workshop.counted(b).stream())
            .filter(c -> c.origin().isEmpty())
            .toList();
    return WholeFile.write(file, COUNTS, CountsFile.write(new CountsFile(shop.strip(), own)))
        .orElse(own.size() + " closed cases written to " + file + ", without owners and stories.");
  }

  /** Takes in what another shop gave; one sentence on how it went. */
  String take(Path file) {
    try {
      if (Files.size(file) > BoardShelf.LARGEST_BYTES) {
        return file + " is larger than 64 MB.";
      }
      String text = Files.readString(file, StandardCharsets.UTF_8);
      return switch (CountsFile.read(
          String.valueOf(file.getFileName()), text, workshop.casebook().now())) {
        case Loaded.Refused<CountsFile> refused -> "Not taken in: " + refused.summary();
        case Loaded.Ok<CountsFile>(CountsFile counts) -> merged(counts);
      };
    } catch (IOException e) {
      return file + " cannot be read as UTF-8 text; is it the file another shop gave?";
    }
  }

  private String merged(CountsFile counts) {
    Set<String> own =
        boards().stream()
            .flatMap(b -> workshop.counted(b).stream())
            .filter(c -> c.origin().isEmpty())
            .map(CountedCase::key)
            .collect(Collectors.toSet());
    return switch (new OtherShops(workshop.casebook()).merge(counts, own)) {
      case Outcome.Failed<OtherShops.Merged>(String sentence) -> sentence;
      case Outcome.Done<OtherShops.Merged>(OtherShops.Merged merged) ->
          merged.added()
              + " cases of "
              + merged.shop()
              + " count from now on; "
              + merged.known()
              + " were here already.";
    };
  }

  /** The interval of a row's share of boards. */
  public static ClopperPearson.Interval interval(Tally tally, Tally.Row row) {
    return ClopperPearson.interval(row.affected(), tally.boards(), OddsCsv.CONFIDENCE);
  }

  /** Writes a revision's counts as CSV; one sentence on how it went. */
  public String export(Tally tally, Path file) {
    return WholeFile.write(file, OddsCsv.KIND, OddsCsv.write(tally))
        .orElse("Written to " + file + ".");
  }
}
