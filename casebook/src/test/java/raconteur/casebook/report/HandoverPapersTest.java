package raconteur.casebook.report;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.handover.Handover;
import raconteur.core.handover.OwnerSheet;
import raconteur.core.handover.TechnicalSheet;
import raconteur.core.mend.WirePlan;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.CountsFile;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;

/** Reports of a finished case, read back from what was written. */
class HandoverPapersTest {
  private final Board board = BoardShelf.readShipped("quillon-kittiwake-b").shipped();
  private final Advisor advisor = new Advisor(board, History.NONE, 1);

  private Handover facts(Case finished) {
    return Handover.of(finished, board, before -> advisor.advise(before).diagnosis());
  }

  private Handover facts(int lines) {
    List<Entry> entries = new ArrayList<>(DemoCases.shipped().get(3).entries());
    for (int i = 0; i < lines; i++) {
      entries.add(
          new Entry.Line(
              entries.size() + 1, entries.getLast().at(), "limit <b>thing</b> & \"Ω\" " + i));
    }
    CaseHeader header =
        new CaseHeader(
            4, board.identity().id(), "A & B <i>", "", Instant.EPOCH, CaseState.GONE_HOME);
    return facts(new Case(header, entries));
  }

  private static String text(ByteArrayOutputStream pdf) throws IOException {
    try (PDDocument document = Loader.loadPDF(pdf.toByteArray())) {
      return new PDFTextStripper().getText(document);
    }
  }

  @Test
  void thePdfSaysWhatTheSheetSaysOnAsManyPagesAsItTakes() throws IOException {
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    SheetPdf.write(TechnicalSheet.of(facts(70)), _ -> Optional.empty(), pdf);
    assertThat(text(pdf))
        .contains("U13", "leaky", "58 ohm", "340 ohm", "pull U13 92 ohm", "ohm\" 69")
        .contains("page 3 of 3");
  }

  @Test
  void nothingOfTheStoryIsTakenForMarkup() {
    String html = SheetHtml.write(OwnerSheet.of(facts(1)), _ -> Optional.empty());
    assertThat(html)
        .contains("A &amp; B &lt;i&gt;", "&lt;b&gt;thing&lt;/b&gt; &amp; &quot;Ω&quot; 0")
        .doesNotContain("<b>thing")
        .endsWith("</html>\n");
  }

  @Test
  void theExportsFollowTheirSchemas() throws IOException {
    follows("handover.schema.json", HandoverJson.write(facts(1)));
    List<CountedCase> counted = CountedCase.of(board, DemoCases.shipped());
    follows("counts.schema.json", CountsFile.write(new CountsFile("Ferry Street", counted)));
    assertThat(HandoverJson.csv(facts(0)))
        .contains("4,quillon-kittiwake-b,7,", "U13,U13,QM-11,leaky,replaced");
  }

  private static void follows(String schema, String json) throws IOException {
    var published =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("..", "docs", "formats", schema)));
    assertThat(published.validate(json, InputFormat.JSON)).isEmpty();
  }

  @Test
  void aReportWithoutFindingsIsStillAReport() throws IOException {
    CaseHeader header =
        new CaseHeader(9, board.identity().id(), "", "", Instant.EPOCH, CaseState.WAITING);
    Handover empty = facts(new Case(header, List.of()));
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    SheetPdf.write(OwnerSheet.of(empty), _ -> Optional.empty(), pdf);
    assertThat(text(pdf)).contains("Nothing was said.", "Nothing was mended.");
  }

  @Test
  void theWirePlanIsDrawnOnTheUndersideWithWhatToMeasure() throws IOException {
    var net = board.net("BA0").orElseThrow().path();
    WirePlan plan = WirePlan.of(board, List.of(new Place.Segment("BA0", net.get(3), net.get(4))));
    ByteArrayOutputStream pdf = new ByteArrayOutputStream();
    BoardPdf.writeWires(board, plan, pdf);
    PinRef from = plan.wires().getFirst().from();
    assertThat(text(pdf))
        .contains(
            "underside, seen when the board is turned over", from + " (", "To measure", "joined");
  }
}
