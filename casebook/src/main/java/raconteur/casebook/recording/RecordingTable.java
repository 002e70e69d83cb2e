package raconteur.casebook.recording;

import java.util.List;

/**
 * How the rows of a recording as CSV are to be read.
 *
 * @param skipped lines before the first row of samples
 * @param columns those that are lines
 * @param passedOver what stands there and is no line, a sentence each with the reason
 * @param remarks what whoever reads the file should know of how it is read
 */
record RecordingTable(
    char delimiter,
    int skipped,
    TimeAxis time,
    List<TableColumn> columns,
    List<String> passedOver,
    List<String> remarks) {

  RecordingTable {
    columns = List.copyOf(columns);
    passedOver = List.copyOf(passedOver);
    remarks = List.copyOf(remarks);
  }

  /** What is wrong with a table, for whoever chose the file. */
  static final class Strange extends Exception {
    private static final long serialVersionUID = 1;

    Strange(String reason) {
      super(reason);
    }
  }
}
