package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.stock.StockItem;

/** The beginnings OWASP names for CSV injection ("CSV Injection", OWASP, from memory). */
class SpreadsheetTest {
  @ParameterizedTest
  @ValueSource(strings = {"=1+1", "+1", "-SYNC", "@SUM(A1)", "\tx", "\rx", "'=x", "''@x"})
  void aCellThatBeginsLikeAFormulaIsGuardedAndComesBack(String cell) {
    assertThat(Spreadsheet.harmless(cell)).isEqualTo("'" + cell);
    assertThat(Spreadsheet.asItWas(Spreadsheet.harmless(cell))).isEqualTo(cell);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "74LS00", "'quoted'", "a=b", "5V"})
  void anyOtherCellStaysAsItIs(String cell) {
    assertThat(Spreadsheet.harmless(cell)).isEqualTo(cell);
    assertThat(Spreadsheet.asItWas(cell)).isEqualTo(cell);
  }

  @Test
  void aStockWithFormulasComesBackAsItWas() {
    StockItem item =
        new StockItem(
            1,
            "=cmd",
            "-3",
            2,
            StockItem.State.SPARE,
            "@x",
            "'+y",
            Optional.empty(),
            Optional.empty());
    String written = StockCsv.write(List.of(item));
    assertThat(written).contains("'=cmd", "'-3", "'@x", "''+y");
    assertThat(StockCsv.read("x", written).shipped()).containsExactly(item);
  }
}
