package raconteur.core.inspect;

import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/** The kinds of checks there are, from {@code checks.json}, in the order of least risk. */
record CheckKinds(String origin, List<Kind> kinds) {
  CheckKinds {
    kinds = List.copyOf(kinds);
  }

  /** What a board must have for a check to be on its list. */
  enum When {
    ALWAYS,
    PLACED,
    DIRTY,
    CELLS,
    SOCKETS,
    RAILS,
    ARRAY,
    ELECTROLYTICS,
    MULTIRAIL
  }

  /** What a check is repeated for. */
  enum Per {
    BOARD,
    RAIL,
    ARRAY
  }

  /**
   * One kind.
   *
   * @param line how the bench line begins that does it, empty for none
   */
  record Kind(String id, When when, Per per, String title, String caution, String line) {}

  static CheckKinds shipped() {
    return DataFile.shipped(
        CheckKinds.class, "/raconteur/core/data/checks.json", t -> read("checks.json", t));
  }

  static Loaded<CheckKinds> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of("raconteur-checks/1", true));
          root.onlyKnows(Set.of("format", "origin", "notes", "checks"));
          return new CheckKinds(
              root.get("origin").text(),
              Datum.each(root.get("checks").items(), issues, CheckKinds::kind));
        });
  }

  private static Kind kind(Datum item) {
    item.onlyKnows(Set.of("id", "when", "per", "title", "caution", "line"));
    return new Kind(
        item.get("id").text(),
        item.get("when").oneOf(When.values()),
        item.has("per") ? item.get("per").oneOf(Per.values()) : Per.BOARD,
        item.get("title").text(),
        item.textOr("caution", ""),
        item.textOr("line", ""));
  }
}
