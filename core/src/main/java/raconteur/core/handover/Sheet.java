package raconteur.core.handover;

import java.util.List;

/** A report as it is read: a title and sections, whatever it is drawn on. */
public record Sheet(String title, String subtitle, List<Section> sections) {
  public Sheet {
    sections = List.copyOf(sections);
  }

  /** A heading with what stands under it. */
  public record Section(String heading, List<Block> blocks) {
    public Section {
      blocks = List.copyOf(blocks);
    }
  }

  /** What a section holds. */
  public sealed interface Block {}

  /** Sentences. */
  public record Paragraph(String text) implements Block {}

  /** Short points, one a line. */
  public record Points(List<String> points) implements Block {
    public Points {
      points = List.copyOf(points);
    }
  }

  /**
   * Rows and columns.
   *
   * @param shares how much of the width each column takes
   */
  public record Table(List<String> columns, List<Double> shares, List<List<String>> rows)
      implements Block {
    public Table {
      columns = List.copyOf(columns);
      shares = List.copyOf(shares);
      rows = rows.stream().map(List::copyOf).toList();
      int width = columns.size();
      if (shares.size() != width || rows.stream().anyMatch(r -> r.size() != width)) {
        throw new IllegalArgumentException("every row has a cell for each of " + columns);
      }
    }
  }

  /** Pictures of the casebook, by name, with captions. */
  public record Pictures(List<Handover.Picture> pictures) implements Block {
    public Pictures {
      pictures = List.copyOf(pictures);
    }
  }
}
