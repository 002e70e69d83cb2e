package raconteur.core.story;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/** Reads and writes cases in the open format of docs/formats/case.md. */
public final class CaseFiles {
  private static final String FORMAT = "raconteur-case/1";
  private static final String COLLECTION = "raconteur-cases/1";

  private CaseFiles() {}

  /** Reads a file that holds one case. */
  public static Loaded<Case> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of(FORMAT, true));
          root.onlyKnows(
              Set.of(
                  "format", "number", "board", "owner", "complaint", "opened", "state", "entries"));
          return oneCase(root, issues);
        });
  }

  /** Reads a file that holds several cases. */
  public static Loaded<List<Case>> readMany(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of(COLLECTION, true));
          Set<Integer> numbers = new HashSet<>();
          return Datum.each(
              root.get("cases").items(),
              issues,
              item -> {
                Case read = oneCase(item, issues);
                if (!numbers.add(read.header().number())) {
                  throw item.get("number").wrong("this number stands there twice");
                }
                return read;
              });
        });
  }

  private static Case oneCase(Datum root, List<Issue> issues) {
    CaseHeader header =
        new CaseHeader(
            root.get("number").whole(1, 10_000_000),
            root.get("board").text(),
            root.textOr("owner", ""),
            root.textOr("complaint", ""),
            time(root.get("opened")),
            root.has("state") ? root.get("state").oneOf(CaseState.byWords()) : CaseState.ON_BENCH);
    List<Entry> entries = Datum.each(root.get("entries").items(), issues, CaseFiles::entry);
    return new Case(header, number(entries, issues, root));
  }

  /** Numbers the entries in their order and checks that strikes point backwards. */
  private static List<Entry> number(List<Entry> entries, List<Issue> issues, Datum root) {
    List<Entry> numbered = new ArrayList<>();
    for (Entry entry : entries) {
      int number = numbered.size() + 1;
      numbered.add(
          switch (entry) {
            case Entry.Line line -> new Entry.Line(number, line.at(), line.line());
            case Entry.Strike strike -> {
              if (strike.struck() >= number) {
                issues.add(
                    root.get("entries")
                        .wrong("entry " + number + " strikes a line that does not stand before it")
                        .issue());
              }
              yield new Entry.Strike(number, strike.at(), strike.struck(), strike.why());
            }
          });
    }
    return numbered;
  }

  /** An entry not numbered yet. */
  private static Entry entry(Datum item) {
    item.onlyKnows(Set.of("at", "line", "strike", "why"));
    Instant at = time(item.get("at"));
    if (item.has("strike")) {
      return new Entry.Strike(
          0, at, item.get("strike").whole(1, 1_000_000), item.textOr("why", ""));
    }
    return new Entry.Line(0, at, item.get("line").text());
  }

  private static Instant time(Datum item) {
    try {
      return Instant.parse(item.text());
    } catch (DateTimeException e) {
      throw item.wrong("a time is written 2026-11-03T19:20:00Z");
    }
  }

  /** Writes one case; reading it again gives an equal case. */
  public static String write(Case written) {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      CaseHeader header = written.header();
      json.writeStartObject();
      json.writeStringField("format", FORMAT);
      json.writeNumberField("number", header.number());
      json.writeStringField("board", header.boardId());
      json.writeStringField("owner", header.owner());
      json.writeStringField("complaint", header.complaint());
      json.writeStringField("opened", header.opened().toString());
      json.writeStringField("state", header.state().words());
      json.writeArrayFieldStart("entries");
      for (Entry entry : written.entries()) {
        json.writeStartObject();
        json.writeStringField("at", entry.at().toString());
        switch (entry) {
          case Entry.Line line -> json.writeStringField("line", line.line());
          case Entry.Strike strike -> {
            json.writeNumberField("strike", strike.struck());
            json.writeStringField("why", strike.why());
          }
        }
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }
}
