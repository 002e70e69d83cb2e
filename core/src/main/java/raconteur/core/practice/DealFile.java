package raconteur.core.practice;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Set;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/** A {@link Deal} as text; see docs/formats/practice.md. */
public final class DealFile {
  private static final int MOST = 1_000_000;

  private DealFile() {}

  public static String write(Deal deal) {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.writeStartObject();
      out.writeStringField("person", deal.person());
      out.writeStringField("level", deal.level().words());
      out.writeStringField("lesson", deal.lesson());
      out.writeStringField("odds", deal.odds().words());
      // As text: a seed has more digits than a number of JSON is sure to keep.
      out.writeStringField("seed", Long.toString(deal.seed()));
      out.writeArrayFieldStart("faults");
      for (PlantedFault fault : deal.faults()) {
        out.writeString(fault.toString());
      }
      out.writeEndArray();
      out.writeNumberField("opening", deal.opening());
      out.writeNumberField("hints", deal.hints());
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }

  /** Reads what {@link #write} wrote for a board, or says what of it cannot be read. */
  public static Loaded<Deal> read(Board board, String text) {
    PlantedText planted = PlantedText.of(board);
    return DataFile.read(
        "the deal of this case",
        text,
        (root, issues) -> {
          root.onlyKnows(
              Set.of("person", "level", "lesson", "odds", "seed", "faults", "opening", "hints"));
          List<PlantedFault> faults = Datum.each(root.get("faults").items(), issues, planted::read);
          if (faults.isEmpty()) {
            throw root.get("faults").wrong("has none that can be read");
          }
          return new Deal(
              root.get("person").text(),
              Words.named(root.get("level"), Level.values(), Level::words),
              root.get("lesson").text(),
              Words.named(root.get("odds"), OddsShown.values(), OddsShown::words),
              seed(root.get("seed")),
              faults,
              root.get("opening").whole(0, MOST),
              root.get("hints").whole(0, MOST));
        });
  }

  private static long seed(Datum seed) {
    try {
      return Long.parseLong(seed.text());
    } catch (NumberFormatException e) {
      throw seed.wrong("is no whole number");
    }
  }
}
