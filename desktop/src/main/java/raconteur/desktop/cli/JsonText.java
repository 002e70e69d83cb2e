package raconteur.desktop.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;

/** One JSON object with its format's name, as commands print it. */
final class JsonText {
  private JsonText() {}

  /** Writes into an open object. */
  @FunctionalInterface
  interface Body {
    void write(JsonGenerator json) throws IOException;
  }

  static String of(String format, Body body) {
    StringWriter text = new StringWriter();
    try (JsonGenerator json = new JsonFactory().createGenerator(text)) {
      json.setPrettyPrinter(new DefaultPrettyPrinter());
      json.writeStartObject();
      json.writeStringField("format", format);
      body.write(json);
      json.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  static void strings(JsonGenerator json, String name, List<String> texts) throws IOException {
    json.writeArrayFieldStart(name);
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }

  /** An array of objects, one for each item. */
  static <T> void objects(JsonGenerator json, String name, List<T> items, Item<T> item)
      throws IOException {
    json.writeArrayFieldStart(name);
    for (T each : items) {
      json.writeStartObject();
      item.write(each);
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  /** Writes one item into its open object. */
  @FunctionalInterface
  interface Item<T> {
    void write(T item) throws IOException;
  }
}
