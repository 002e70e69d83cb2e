package raconteur.casebook.demo;

import java.util.List;
import raconteur.casebook.store.Casebook;
import raconteur.core.data.DataFile;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;

/** The invented cases that ship as {@code cases.json}. */
public final class DemoCases {
  private DemoCases() {}

  public static List<Case> shipped() {
    return DataFile.shipped(
        DemoCases.class, "cases.json", text -> CaseFiles.readMany("cases.json", text));
  }

  /** Fills an empty casebook with the demo's cases. */
  public static void fill(Casebook casebook) {
    casebook.adopt(shipped());
  }
}
