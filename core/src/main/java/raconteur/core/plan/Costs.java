package raconteur.core.plan;

import java.util.HashMap;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/** Minutes and risks of mends and of moving about, from {@code minutes.json}. */
public final class Costs {
  private final String origin;
  private final Map<String, Double> single;
  private final NavigableMap<Integer, Double> desolder;
  private final NavigableMap<Integer, Double> solderSocket;

  private Costs(
      String origin,
      Map<String, Double> single,
      NavigableMap<Integer, Double> desolder,
      NavigableMap<Integer, Double> solderSocket) {
    this.origin = origin;
    this.single = single;
    this.desolder = desolder;
    this.solderSocket = solderSocket;
  }

  /** The numbers that ship with the application. */
  public static Costs shipped() {
    return DataFile.shipped(
        Costs.class, "/raconteur/core/data/minutes.json", t -> read("minutes.json", t));
  }

  /** Reads a minutes file. */
  public static Loaded<Costs> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> costs(root));
  }

  private static Costs costs(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-minutes/2", true));
    Map<String, Double> single = new HashMap<>();
    for (String name :
        new String[] {
          "power or turn",
          "seat",
          "wire",
          "part bridge",
          "damaged track",
          "check",
          "patience",
          "patience halves",
          "power into a short",
          "limited supply"
        }) {
      single.put(name, root.get(name).between(0, 1000));
    }
    single.put("reflow row", root.has("reflow row") ? root.get("reflow row").between(0, 1000) : 3);
    Datum damage = root.get("damage per desoldered pin");
    single.put("coated", damage.get("coated").between(0, 1));
    single.put("uncoated", damage.get("uncoated").between(0, 1));
    return new Costs(
        root.get("origin").text(),
        single,
        bySize(root.get("desolder")),
        bySize(root.get("solder socket")));
  }

  /** Largest pin count to minutes. */
  private static NavigableMap<Integer, Double> bySize(Datum table) {
    NavigableMap<Integer, Double> bySize = new TreeMap<>();
    table
        .entries()
        .forEach(
            (size, minutes) -> {
              if (!size.matches("[0-9]{1,3}")) {
                throw minutes.wrong("a number of pins is expected as the name here");
              }
              bySize.put(Integer.parseInt(size), minutes.between(0, 1000));
            });
    return bySize;
  }

  public String origin() {
    return origin;
  }

  /** Minutes, or a share, by its name in the file. */
  public double single(String name) {
    Double minutes = single.get(name);
    if (minutes == null) {
      throw new IllegalStateException("minutes.json has no " + name);
    }
    return minutes;
  }

  /** Minutes to get a part off the board: out of its socket, or desoldered. */
  public double takeOut(Part part) {
    return part.socketed() ? single("seat") : size(desolder, part);
  }

  /** Minutes to get a part or its successor in: pressed, or a socket soldered first. */
  public double putIn(Part part) {
    return part.socketed() ? single("seat") : size(solderSocket, part) + single("seat");
  }

  private static double size(NavigableMap<Integer, Double> table, Part part) {
    var entry = table.ceilingEntry(part.device().pins().size());
    return entry == null ? table.lastEntry().getValue() : entry.getValue();
  }

  /** What desoldering is expected to cost in damaged tracks, in minutes. */
  public double riskOfTakingOut(Board board, Part part) {
    if (part.socketed()) {
      return 0;
    }
    double perPin = single(board.identity().copperCoated() ? "coated" : "uncoated");
    return perPin * part.device().pins().size() * single("damaged track");
  }
}
