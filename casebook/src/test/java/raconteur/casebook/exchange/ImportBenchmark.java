package raconteur.casebook.exchange;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

/**
 * Times the import of 2,000 parts with 20,000 pins in every format, beside merely splitting the
 * file into words. Run by {@code ./benchmark} with the heap limited to 200 MB.
 */
final class ImportBenchmark {
  private static final int PARTS = 2000;
  private static final int PINS = 10;
  private static final int ROUNDS = 7;

  private ImportBenchmark() {}

  public static void main(String[] args) {
    System.out.printf(
        Locale.ROOT,
        "Import of %,d parts and %,d pins, heap limit %d MB%n",
        PARTS,
        PARTS * PINS,
        Runtime.getRuntime().maxMemory() >> 20);
    files()
        .forEach(
            (name, text) -> {
              byte[] bytes = text.getBytes(UTF_8);
              double[] millis = new double[ROUNDS];
              double[] plain = new double[ROUNDS];
              String[] outcome = {""};
              for (int i = -2; i < ROUNDS; i++) {
                long start = System.nanoTime();
                outcome[0] = outcome(bytes);
                long middle = System.nanoTime();
                int words = new String(bytes, UTF_8).split("[\\s,;()\"]+", -1).length;
                long end = System.nanoTime();
                if (i >= 0 && words > 0) {
                  millis[i] = (middle - start) / 1e6;
                  plain[i] = (end - middle) / 1e6;
                }
              }
              Arrays.sort(millis);
              Arrays.sort(plain);
              System.out.printf(
                  Locale.ROOT,
                  "  %-24s %5.1f MB  median %4.0f ms (%4.0f to %4.0f), splitting alone %4.0f ms;"
                      + " %s%n",
                  name,
                  bytes.length / 1e6,
                  millis[ROUNDS / 2],
                  millis[0],
                  millis[ROUNDS - 1],
                  plain[ROUNDS / 2],
                  outcome[0]);
            });
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    System.out.printf(
        Locale.ROOT,
        "  memory in use afterwards %d MB%n",
        (runtime.totalMemory() - runtime.freeMemory()) >> 20);
  }

  private static String outcome(byte[] bytes) {
    return switch (BoardImport.read(
        "large",
        bytes,
        DeviceLibrary.shipped(),
        id -> new Loaded.Refused<>(java.util.List.of(new Issue(id, 0, 0, "", "no sibling"))))) {
      case Loaded.Ok<Imported> ok ->
          ok.value().board().parts().size()
              + " parts, "
              + ok.value().board().nets().size()
              + " nets, "
              + ok.value().problems().size()
              + " problems";
      case Loaded.Refused<Imported> refused -> refused.summary();
    };
  }

  private static Map<String, String> files() {
    StringBuilder csv = new StringBuilder("Net,Designator,Pin,Order,X mm,Y mm\n");
    StringBuilder brackets = new StringBuilder("(board (version 1)\n");
    StringBuilder records = new StringBuilder("P  UNITS CUST 1\n");
    StringBuilder list = new StringBuilder("Designator,Device\n");
    for (int part = 1; part <= PARTS; part++) {
      list.append("U")
          .append(part)
          .append(",74LS")
          .append(part % 2 == 0 ? "00" : "257")
          .append('\n');
      int x = 10 + part % 50 * 20;
      int y = 10 + part / 50 * 15;
      brackets.append(
          String.format(
              Locale.ROOT,
              "(footprint \"F\" (layer \"F.Cu\") (at %d %d) (property \"Reference\" \"U%d\")"
                  + " (property \"Value\" \"74LS00\")\n",
              x,
              y,
              part));
      for (int pin = 1; pin <= PINS; pin++) {
        int net = (part * 7 + pin * 13) % 5000;
        double px = pin % 5 * 2.54;
        double py = Math.floorDiv(pin, 5) * 7.62;
        csv.append(
            String.format(
                Locale.ROOT, "N%d,U%d,%d,%d,%.3f,%.3f%n", net, part, pin, part, x + px, y + py));
        brackets.append(
            String.format(
                Locale.ROOT,
                " (pad \"%d\" thru_hole circle (at %.3f %.3f) (net %d \"N%d\"))%n",
                pin,
                px,
                py,
                net,
                net));
        records.append(
            String.format(
                Locale.ROOT,
                "317N%-13d   U%-5d-%-4d D0800PA00X%+07dY%+07dX1400Y0000R000 S0%n",
                net,
                part,
                pin,
                Math.round((x + px) * 900),
                Math.round((y + py) * 1000)));
      }
      brackets.append(")\n");
    }
    Map<String, String> files = new TreeMap<>();
    files.put("net list, CSV", csv.toString());
    files.put("parts list, CSV", list.toString());
    files.put("board file in brackets", brackets.append(")").toString());
    files.put("IPC-D-356A", records.append("999\n").toString());
    return files;
  }
}
