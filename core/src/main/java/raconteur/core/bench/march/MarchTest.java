package raconteur.core.bench.march;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/**
 * A march test: elements that each walk through all addresses in one direction and do the same
 * reads and writes at every one. Written {@code any(w0); up(r0,w1); down(r1,w0)}; {@code wait}
 * leaves the memory alone for as long as it must hold what it was given.
 */
public record MarchTest(String name, List<Element> elements) {
  public static final MarchTest SCAN = of("MSCAN", "any(w0); any(r0); any(w1); any(r1)");
  public static final MarchTest MATS = of("MATS", "any(w0); any(r0,w1); any(r1)");
  public static final MarchTest MATS_PLUS = of("MATS+", "any(w0); up(r0,w1); down(r1,w0)");
  public static final MarchTest MATS_PLUS_PLUS = of("MATS++", "any(w0); up(r0,w1); down(r1,w0,r0)");
  public static final MarchTest MARCH_X = of("March X", "any(w0); up(r0,w1); down(r1,w0); any(r0)");
  public static final MarchTest MARCH_Y =
      of("March Y", "any(w0); up(r0,w1,r1); down(r1,w0,r0); any(r0)");
  public static final MarchTest MARCH_C_MINUS =
      of("March C-", "any(w0); up(r0,w1); up(r1,w0); down(r0,w1); down(r1,w0); any(r0)");
  public static final MarchTest MARCH_A =
      of("March A", "any(w0); up(r0,w1,w0,w1); up(r1,w0,w1); down(r1,w0,w1,w0); down(r0,w1,w0)");
  public static final MarchTest MARCH_G =
      of(
          "March G",
          "any(w0); up(r0,w1,r1,w0,r0,w1); up(r1,w0,w1); down(r1,w0,w1,w0); down(r0,w1,w0);"
              + " wait; any(r0,w1,r1); wait; any(r1,w0,r0)");
  public static final MarchTest MARCH_B =
      of(
          "March B",
          "any(w0); up(r0,w1,r1,w0,r0,w1); up(r1,w0,w1); down(r1,w0,w1,w0); down(r0,w1,w0)");

  public MarchTest {
    elements = List.copyOf(elements);
  }

  /** Which way an element walks. */
  public enum Direction {
    UP,
    DOWN,
    /** Either; walked upwards. */
    ANY,
    /** None: nothing is done for a while. */
    WAIT
  }

  /** One read or write; a read says what it expects. */
  public record Operation(boolean write, boolean one) {}

  /** One walk through all addresses. */
  public record Element(Direction direction, List<Operation> operations) {
    public Element {
      operations = List.copyOf(operations);
    }
  }

  /**
   * Reads a test.
   *
   * @throws IllegalArgumentException where it does not follow the notation
   */
  public static MarchTest of(String name, String text) {
    List<Element> elements = new ArrayList<>();
    for (String part : text.split(";", -1)) {
      String element = part.strip();
      if (element.equals("wait")) {
        elements.add(new Element(Direction.WAIT, List.of()));
        continue;
      }
      int open = element.indexOf('(');
      if (open < 0 || !element.endsWith(")")) {
        throw new IllegalArgumentException("an element is written up(r0,w1), not " + element);
      }
      Direction direction =
          Direction.valueOf(element.substring(0, open).strip().toUpperCase(Locale.ROOT));
      List<Operation> operations = new ArrayList<>();
      for (String word : element.substring(open + 1, element.length() - 1).split(",", -1)) {
        if (!word.strip().matches("[rw][01]")) {
          throw new IllegalArgumentException("an operation is r0, r1, w0 or w1, not " + word);
        }
        operations.add(new Operation(word.strip().charAt(0) == 'w', word.strip().charAt(1) == '1'));
      }
      elements.add(new Element(direction, operations));
    }
    return new MarchTest(name, elements);
  }

  /** How often it leaves the memory alone. */
  public int waits() {
    return (int) elements.stream().filter(e -> e.direction() == Direction.WAIT).count();
  }

  /** As {@link #of} reads it. */
  public String notation() {
    return elements.stream().map(MarchTest::written).collect(Collectors.joining("; "));
  }

  private static String written(Element element) {
    String direction = element.direction().name().toLowerCase(Locale.ROOT);
    return element.direction() == Direction.WAIT
        ? direction
        : element.operations().stream()
            .map(o -> (o.write() ? "w" : "r") + (o.one() ? "1" : "0"))
            .collect(Collectors.joining(",", direction + "(", ")"));
  }

  /** How many reads and writes it does at each address. */
  public int operationsPerAddress() {
    return elements.stream().mapToInt(e -> e.operations().size()).sum();
  }

  /** Whether some read differs from what it expects. Cost: its operations times the addresses. */
  public boolean finds(FaultyMemory memory) {
    for (Element element : elements) {
      if (element.direction() == Direction.WAIT) {
        memory.rest();
        continue;
      }
      for (int i = 0; i < memory.size(); i++) {
        int address = element.direction() == Direction.DOWN ? memory.size() - 1 - i : i;
        for (Operation operation : element.operations()) {
          if (operation.write()) {
            memory.write(address, operation.one());
          } else if (memory.read(address) != operation.one()) {
            return true;
          }
        }
      }
    }
    return false;
  }
}
