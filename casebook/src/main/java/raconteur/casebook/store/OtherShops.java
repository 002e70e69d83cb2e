package raconteur.casebook.store;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jdbi.v3.core.Handle;
import raconteur.core.data.Loaded;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.CountsFile;

/** Counts that other shops gave, case by case, with their origin. */
public final class OtherShops {
  private final Casebook casebook;

  /**
   * What a merge did.
   *
   * @param added cases that are new here
   * @param known cases that were here already, this shop's own or given before
   */
  public record Merged(String shop, int added, int known) {}

  public OtherShops(Casebook casebook) {
    this.casebook = casebook;
  }

  /**
   * Takes counts in: all or none. Cases that are known already are passed over.
   *
   * @param own the keys of this shop's own closed cases
   */
  public Outcome<Merged> merge(CountsFile file, Set<String> own) {
    return casebook.writing(h -> insert(h, file, own), "These counts cannot be kept.");
  }

  static Merged insert(Handle handle, CountsFile file, Set<String> own) {
    int added = 0;
    for (CountedCase one : file.cases()) {
      if (!own.contains(one.key())) {
        added +=
            handle
                .createUpdate(
                    "INSERT INTO others (case_key, shop, board_id, counted)"
                        + " VALUES (:key, :shop, :board, :counted)"
                        + " ON CONFLICT (case_key) DO NOTHING")
                .bind("key", one.key())
                .bind("shop", file.shop())
                .bind("board", one.boardId())
                .bind("counted", CountsFile.write(new CountsFile(file.shop(), List.of(one))))
                .execute();
      }
    }
    return new Merged(file.shop(), added, file.cases().size() - added);
  }

  /** All that other shops gave, one file a shop, as they gave it. */
  List<CountsFile> all() {
    Map<String, List<CountedCase>> shops = new TreeMap<>();
    casebook
        .reading(
            h ->
                h.createQuery("SELECT counted FROM others ORDER BY case_key")
                    .mapTo(String.class)
                    .list())
        .forEach(
            text -> {
              if (CountsFile.read("casebook", text, Instant.MAX)
                  instanceof Loaded.Ok<CountsFile>(var read)) {
                shops.computeIfAbsent(read.shop(), s -> new ArrayList<>()).addAll(read.cases());
              }
            });
    return shops.entrySet().stream().map(e -> new CountsFile(e.getKey(), e.getValue())).toList();
  }

  /** What other shops counted of a revision. */
  public List<CountedCase> of(String boardId) {
    List<String> texts =
        casebook.reading(
            h ->
                h.createQuery(
                        "SELECT counted FROM others WHERE board_id = :board ORDER BY case_key")
                    .bind("board", boardId)
                    .mapTo(String.class)
                    .list());
    List<CountedCase> cases = new ArrayList<>();
    for (String text : texts) {
      if (CountsFile.read("casebook", text, Instant.MAX)
          instanceof Loaded.Ok<CountsFile>(var read)) {
        cases.addAll(read.cases());
      }
    }
    return cases;
  }
}
