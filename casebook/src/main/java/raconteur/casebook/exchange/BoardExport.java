package raconteur.casebook.exchange;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import raconteur.casebook.files.FileKind;
import raconteur.core.board.Board;
import raconteur.core.board.BoardWriter;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.netlines.NetLinesWriter;

/** Writes a board for other programs. */
public final class BoardExport {
  private BoardExport() {}

  /** What can be written. */
  public enum Format {
    PACK("board pack", "board.json"),
    PARTS("parts list", "csv"),
    NETS("net list", "csv"),
    TYPED_NETS("nets as they are typed", "nets"),
    BARE_BOARD_TEST("IPC-D-356A", "ipc");

    private final String words;
    private final String extension;

    Format(String words, String extension) {
      this.words = words;
      this.extension = extension;
    }

    /** What may be written over by it. */
    public FileKind kind() {
      return switch (this) {
        case PACK -> FileKind.json("board", "raconteur-board/");
        case PARTS -> FileKind.table("parts list of ours", "Designator,");
        case NETS -> FileKind.table("net list of ours", "Net,");
        case TYPED_NETS -> FileKind.beginning("file of typed nets", "# raconteur-nets/");
        case BARE_BOARD_TEST -> FileKind.beginning("IPC-D-356A file of ours", "C  Raconteur");
      };
    }

    public String words() {
      return words;
    }

    public String extension() {
      return extension;
    }
  }

  /** The text of the file, or why it cannot be written. */
  public record Exported(String text, Optional<String> refusal) {}

  public static Exported write(Board board, Format format) {
    return switch (format) {
      case PACK -> fine(BoardWriter.write(board.contents()));
      case PARTS -> fine(parts(board));
      case NETS -> board.nets().isEmpty() ? NO_NETS : fine(nets(board));
      case TYPED_NETS ->
          board.nets().isEmpty() ? NO_NETS : fine(NetLinesWriter.write(board.contents()));
      case BARE_BOARD_TEST -> {
        BareBoardRecords.Written written = BareBoardRecords.write(board);
        yield new Exported(written.text(), written.refusal());
      }
    };
  }

  private static final Exported NO_NETS =
      new Exported("", Optional.of("This board has no nets to write."));

  private static Exported fine(String text) {
    return new Exported(text, Optional.empty());
  }

  private static String parts(Board board) {
    return table(
        List.of(
            "Designator",
            "Device",
            "Value",
            "Block",
            "Socket",
            "Fitted",
            "X mm",
            "Y mm",
            "Rotation",
            "Side",
            "Remarks"),
        board.parts().stream().map(BoardExport::row).toList());
  }

  private static List<String> row(Part part) {
    boolean known = part.place().known();
    return List.of(
        part.designator(),
        part.device().name(),
        part.value(),
        part.block(),
        part.socket(),
        part.fitted() ? "yes" : "no",
        known ? number(part.place().xMillimetres()) : "",
        known ? number(part.place().yMillimetres()) : "",
        known ? number(part.place().turnedDegrees()) : "",
        part.place().underside() ? "underside" : "top",
        part.purpose());
  }

  private static String nets(Board board) {
    List<List<String>> rows = new java.util.ArrayList<>();
    for (Net net : board.contents().nets()) {
      int order = 0;
      for (PinRef pin : net.path()) {
        order++;
        Part part = board.part(pin.part()).orElseThrow();
        boolean known = part.place().known();
        Point at = known ? Outline.pinOnBoard(part, pin.number()) : new Point(0, 0);
        rows.add(
            List.of(
                net.name(),
                pin.part(),
                pin.number(),
                String.valueOf(order),
                known ? number(at.x()) : "",
                known ? number(at.y()) : ""));
      }
    }
    return table(List.of("Net", "Designator", "Pin", "Order", "X mm", "Y mm"), rows);
  }

  private static String number(double value) {
    return String.format(Locale.ROOT, "%.3f", value).replaceAll("\\.?0+$", "");
  }

  private static String table(List<String> header, List<List<String>> rows) {
    StringBuilder text = new StringBuilder();
    try (CSVPrinter printer =
        new CSVPrinter(text, CSVFormat.DEFAULT.builder().setRecordSeparator('\n').get())) {
      printer.printRecord(header);
      for (List<String> row : rows) {
        printer.printRecord(row.stream().map(Spreadsheet::harmless).toList());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }
}
