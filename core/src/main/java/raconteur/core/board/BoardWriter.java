package raconteur.core.board;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import com.fasterxml.jackson.core.util.Separators;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;

/** Writes board files: whole, or as the difference to a sibling. */
public final class BoardWriter {
  private final JsonGenerator out;

  private BoardWriter(JsonGenerator out) {
    this.out = out;
  }

  /** Something that writes into an open object. */
  @FunctionalInterface
  private interface Body {
    void write() throws IOException;
  }

  /** Writes one item of a list. */
  @FunctionalInterface
  private interface ItemWriter<T> {
    void write(T item) throws IOException;
  }

  /** A whole board, whatever it derives from. */
  public static String write(BoardContents contents) {
    return text(writer -> writer.whole(contents));
  }

  /** A revision as its difference to the sibling it derives from. */
  public static String writeDerived(BoardContents contents, BoardContents sibling) {
    return text(
        writer -> writer.derived(BoardDifference.between(sibling, contents), contents, sibling));
  }

  /** One use of a writer. */
  @FunctionalInterface
  private interface Use {
    void write(BoardWriter writer) throws IOException;
  }

  private static String text(Use use) {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(
          new DefaultPrettyPrinter(
              Separators.createDefaultInstance()
                  .withObjectFieldValueSpacing(Separators.Spacing.AFTER)));
      use.write(new BoardWriter(json));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  private void object(Body body) throws IOException {
    out.writeStartObject();
    body.write();
    out.writeEndObject();
  }

  private <T> void list(String name, List<T> items, ItemWriter<T> writer) throws IOException {
    if (!items.isEmpty()) {
      always(name, items, writer);
    }
  }

  private <T> void always(String name, List<T> items, ItemWriter<T> writer) throws IOException {
    out.writeArrayFieldStart(name);
    for (T item : items) {
      writer.write(item);
    }
    out.writeEndArray();
  }

  private void text(String name, String value) throws IOException {
    if (!value.isEmpty()) {
      out.writeStringField(name, value);
    }
  }

  private void number(String name, double value) throws IOException {
    out.writeFieldName(name);
    number(value);
  }

  private void number(double value) throws IOException {
    if (value == Math.rint(value) && Math.abs(value) < 1e15) {
      out.writeNumber((long) value);
    } else {
      out.writeNumber(value);
    }
  }

  private void whole(BoardContents c) throws IOException {
    object(
        () -> {
          identity(c.identity());
          outline(c.identity());
          copper(c.identity());
          list("devices", c.devices(), this::device);
          always("blocks", c.blocks(), out::writeString);
          always("parts", c.parts(), this::part);
          list("rails", c.rails(), this::rail);
          text("ground", c.ground());
          list("nets", c.nets(), this::net);
          list("no connect", c.noConnects(), this::noConnect);
          if (!c.deadTest().flashes().isEmpty() || !c.deadTest().cartridge().isEmpty()) {
            deadTest(c.deadTest());
          }
          list("symptoms", c.symptoms(), this::symptom);
          list("usual suspects", c.usualSuspects(), this::usualSuspect);
          list("error codes", c.errorCodes(), this::errorCode);
          text("notes", c.notes());
        });
  }

  private void derived(BoardDifference difference, BoardContents c, BoardContents sibling)
      throws IOException {
    object(
        () -> {
          identity(c.identity());
          out.writeStringField("derived from", sibling.identity().id());
          if (difference.outline()) {
            outline(c.identity());
          }
          if (difference.copper()) {
            copper(c.identity());
          }
          if (!difference.renamed().isEmpty()) {
            out.writeObjectFieldStart("renamed");
            for (var entry : new TreeMap<>(difference.renamed()).entrySet()) {
              out.writeStringField(entry.getKey(), entry.getValue());
            }
            out.writeEndObject();
          }
          list("gone", difference.gone(), out::writeString);
          list("devices", difference.devices(), this::device);
          if (!c.blocks().equals(sibling.blocks())) {
            always("blocks", c.blocks(), out::writeString);
          }
          list("parts", difference.parts(), this::part);
          list("nets gone", difference.netsGone(), out::writeString);
          list("nets", difference.nets(), this::net);
          for (BoardDifference.Section section : difference.sections()) {
            switch (section) {
              case RAILS -> always("rails", c.rails(), this::rail);
              case GROUND -> out.writeStringField("ground", c.ground());
              case NO_CONNECTS -> always("no connect", c.noConnects(), this::noConnect);
              case DEAD_TEST -> deadTest(c.deadTest());
              case SYMPTOMS -> always("symptoms", c.symptoms(), this::symptom);
              case USUAL_SUSPECTS ->
                  always("usual suspects", c.usualSuspects(), this::usualSuspect);
              case ERROR_CODES -> always("error codes", c.errorCodes(), this::errorCode);
              case NOTES -> out.writeStringField("notes", c.notes());
            }
          }
        });
  }

  private void identity(BoardIdentity identity) throws IOException {
    out.writeStringField("format", "raconteur-board/1");
    out.writeStringField("id", identity.id());
    out.writeStringField("machine", identity.machine());
    out.writeStringField("revision", identity.revision());
    out.writeStringField("title", identity.title());
    text("assembly", identity.assembly());
  }

  private void outline(BoardIdentity identity) throws IOException {
    if (identity.widthMillimetres() > 0) {
      out.writeObjectFieldStart("outline");
      number("width mm", identity.widthMillimetres());
      number("height mm", identity.heightMillimetres());
      out.writeEndObject();
    }
  }

  private void copper(BoardIdentity identity) throws IOException {
    out.writeObjectFieldStart("copper");
    out.writeBooleanField("order known", identity.copperOrderKnown());
    out.writeBooleanField("coated", identity.copperCoated());
    out.writeEndObject();
  }

  private void device(Device device) throws IOException {
    DeviceFiles.write(device, out);
  }

  private void part(Part part) throws IOException {
    object(
        () -> {
          out.writeStringField("part", part.designator());
          out.writeStringField("device", part.device().name());
          out.writeStringField("block", part.block());
          if (part.place().known()) {
            out.writeFieldName("at mm");
            point(new Outline.Point(part.place().xMillimetres(), part.place().yMillimetres()));
            if (part.place().turnedDegrees() != 0) {
              number("turned", part.place().turnedDegrees());
            }
          }
          if (part.place().underside()) {
            out.writeStringField("side", "underside");
          }
          text("socket", part.socket());
          if (!part.fitted()) {
            out.writeBooleanField("fitted", false);
          }
          text("value", part.value());
          text("for", part.purpose());
          if (!part.pinsAt().isEmpty()) {
            out.writeObjectFieldStart("pins mm");
            for (var entry : new TreeMap<>(part.pinsAt()).entrySet()) {
              out.writeFieldName(entry.getKey());
              point(entry.getValue());
            }
            out.writeEndObject();
          }
        });
  }

  private void point(Outline.Point at) throws IOException {
    out.writeStartArray();
    number(at.x());
    number(at.y());
    out.writeEndArray();
  }

  private void rail(Rail rail) throws IOException {
    object(
        () -> {
          out.writeStringField("rail", rail.name());
          out.writeStringField("net", rail.net());
          number("volts", rail.volts());
          number("tolerance percent", Math.round(rail.tolerance() * 1e8) / 1e6);
          number("expected ohms", rail.expectedOhms());
          if (rail.amps() != 0) {
            number("amps", rail.amps());
          }
          list("made by", rail.madeBy(), out::writeString);
          text("from", rail.from());
        });
  }

  private void net(Net net) throws IOException {
    object(
        () -> {
          out.writeStringField("net", net.name());
          always("path", net.path(), pin -> out.writeString(pin.toString()));
          if (net.healthy().isPresent()) {
            out.writeStringField("healthy", net.healthy().get().name().toLowerCase(Locale.ROOT));
          }
        });
  }

  private void noConnect(NoConnect noConnect) throws IOException {
    object(
        () -> {
          out.writeStringField("pin", noConnect.pin().toString());
          out.writeStringField("why", noConnect.why());
        });
  }

  private void deadTest(Board.DeadTest deadTest) throws IOException {
    out.writeObjectFieldStart("dead test");
    text("cartridge", deadTest.cartridge());
    always(
        "flashes",
        deadTest.flashes(),
        flash ->
            object(
                () -> {
                  out.writeNumberField("count", flash.count());
                  out.writeStringField("part", flash.part());
                  text("means", flash.meaning());
                }));
    out.writeEndObject();
  }

  private void symptom(SymptomCard card) throws IOException {
    object(
        () -> {
          out.writeStringField("symptom", card.id());
          out.writeStringField("title", card.title());
          out.writeObjectFieldStart("chances");
          for (Map.Entry<String, Double> entry : new TreeMap<>(card.chances()).entrySet()) {
            number(entry.getKey(), entry.getValue());
          }
          out.writeEndObject();
          out.writeStringField("origin", card.origin());
        });
  }

  private void errorCode(ErrorCode error) throws IOException {
    object(
        () -> {
          out.writeStringField("code", error.code());
          out.writeStringField("means", error.means());
          list("parts", error.parts(), out::writeString);
        });
  }

  private void usualSuspect(UsualSuspect suspect) throws IOException {
    object(
        () -> {
          out.writeStringField("part", suspect.part());
          number("factor", suspect.factor());
          out.writeStringField("origin", suspect.origin());
        });
  }
}
