package raconteur.core.photo;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.board.Outline.Point;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/** Which picture shows a side of a board, and its marks, as text; see docs/formats/photo.md. */
public final class PhotoFile {
  private static final int MOST_MARKS = 200;
  private static final double FARTHEST = 1e6;

  private PhotoFile() {}

  public static String write(BoardPhoto photo) {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.writeStartObject();
      out.writeStringField("picture", photo.picture());
      out.writeStringField("side", photo.underside() ? "underside" : "top");
      out.writeArrayFieldStart("marks");
      for (PhotoMark mark : photo.marks()) {
        out.writeStartObject();
        out.writeStringField("what", mark.what());
        point(out, "pixel", mark.pixel());
        point(out, "at mm", mark.onBoard());
        out.writeEndObject();
      }
      out.writeEndArray();
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }

  private static void point(JsonGenerator out, String name, Point at) throws IOException {
    out.writeArrayFieldStart(name);
    out.writeNumber(at.x());
    out.writeNumber(at.y());
    out.writeEndArray();
  }

  /** Reads what {@link #write} wrote, or says where it cannot be. */
  public static Loaded<BoardPhoto> read(String name, String text) {
    return DataFile.read(
        name,
        text,
        (root, issues) -> {
          root.onlyKnows(Set.of("picture", "side", "marks"));
          List<Datum> marks = root.get("marks").items();
          if (marks.size() > MOST_MARKS) {
            throw root.get("marks").wrong("has more than " + MOST_MARKS + " marks");
          }
          return new BoardPhoto(
              root.get("picture").text(),
              root.get("side").oneOf(Map.of("top", false, "underside", true)),
              Datum.each(marks, issues, PhotoFile::mark));
        });
  }

  private static PhotoMark mark(Datum mark) {
    mark.onlyKnows(Set.of("what", "pixel", "at mm"));
    return new PhotoMark(
        mark.get("what").text(), point(mark.get("pixel")), point(mark.get("at mm")));
  }

  private static Point point(Datum pair) {
    List<Datum> items = pair.items();
    if (items.size() != 2) {
      throw pair.wrong("is no point: two numbers are");
    }
    return new Point(
        items.get(0).between(-FARTHEST, FARTHEST), items.get(1).between(-FARTHEST, FARTHEST));
  }
}
