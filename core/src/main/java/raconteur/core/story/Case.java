package raconteur.core.story;

import java.util.List;

/** A whole case: its header and its entries in the order they were made. */
public record Case(CaseHeader header, List<Entry> entries) {
  public Case {
    entries = List.copyOf(entries);
  }
}
