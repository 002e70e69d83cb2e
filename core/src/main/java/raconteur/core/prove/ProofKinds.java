package raconteur.core.prove;

import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/** The kinds of proofs there are, from {@code proofs.json}, in the order they are made. */
record ProofKinds(String origin, List<Kind> kinds) {
  ProofKinds {
    kinds = List.copyOf(kinds);
  }

  /** What a board or its story must have for a proof to be in its plan. */
  enum When {
    ALWAYS,
    MENDED,
    RAILS,
    SYMPTOM,
    FLASHES,
    CONNECTORS,
    KEYBOARD,
    SOUND,
    TAPE,
    CELLS
  }

  /** What a proof is repeated for. */
  enum Per {
    BOARD,
    RAIL,
    CONNECTOR
  }

  /**
   * One kind.
   *
   * @param passed a whole line that says it held, empty where there is none
   * @param failed a whole line that says it did not
   * @param line how any line begins that answers it
   */
  record Kind(
      String id,
      When when,
      Per per,
      String title,
      String caution,
      String passed,
      String failed,
      String line) {}

  static ProofKinds shipped() {
    return DataFile.shipped(
        ProofKinds.class, "/raconteur/core/data/proofs.json", t -> read("proofs.json", t));
  }

  static Loaded<ProofKinds> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of("raconteur-proofs/1", true));
          root.onlyKnows(Set.of("format", "origin", "notes", "proofs"));
          return new ProofKinds(
              root.get("origin").text(),
              Datum.each(root.get("proofs").items(), issues, ProofKinds::kind));
        });
  }

  private static Kind kind(Datum item) {
    item.onlyKnows(Set.of("id", "when", "per", "title", "caution", "passed", "failed", "line"));
    return new Kind(
        item.get("id").text(),
        item.get("when").oneOf(When.values()),
        item.has("per") ? item.get("per").oneOf(Per.values()) : Per.BOARD,
        item.get("title").text(),
        item.textOr("caution", ""),
        item.textOr("passed", ""),
        item.textOr("failed", ""),
        item.get("line").text());
  }
}
