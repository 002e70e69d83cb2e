package raconteur.casebook.demo;

import java.util.List;
import raconteur.casebook.exchange.StockCsv;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.StockRoom;
import raconteur.core.data.DataFile;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;

/** The invented cases that ship as {@code cases.json}. */
public final class DemoCases {
  private DemoCases() {}

  public static List<Case> shipped() {
    return DataFile.shipped(
        DemoCases.class, "cases.json", text -> CaseFiles.readMany("cases.json", text));
  }

  /** The invented stockroom that ships as {@code stock.csv}. */
  public static List<StockItem> stock() {
    return DataFile.shipped(DemoCases.class, "stock.csv", text -> StockCsv.read("stock.csv", text));
  }

  /** Fills an empty casebook with the demo's cases and stock. */
  public static void fill(Casebook casebook) {
    casebook.adopt(shipped());
    new StockRoom(casebook).addAll(stock());
  }
}
