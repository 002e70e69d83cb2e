package raconteur.core.bench.logic;

/** What one run remembers and its functions read: nodes, memories, packed words. */
final class Machine {
  static final int UNKNOWN_WORD = -1;

  final byte[] seen;
  final MemoryWords[] memories;
  final int[] registers;
  private final int[][] gatherNodes;
  private final long[] gatherAt;
  private final int[] gathered;
  private long moment = 1;

  Machine(Circuit circuit, byte[] seen) {
    this.seen = seen;
    memories = new MemoryWords[circuit.memoryWords.length];
    registers = new int[circuit.registers];
    gatherNodes = circuit.gathers;
    gatherAt = new long[gatherNodes.length];
    gathered = new int[gatherNodes.length];
  }

  /** Nets may have moved: what was gathered is no longer so. */
  void moved() {
    moment++;
  }

  /**
   * The number a group of nets makes, lowest first, read once a moment however many parts hang on
   * the same lines; {@link #UNKNOWN_WORD} where one is unknown.
   */
  int gather(int group) {
    if (gatherAt[group] == moment) {
      return gathered[group];
    }
    int number = 0;
    int unknown = 0;
    int[] nodes = gatherNodes[group];
    for (int i = 0; i < nodes.length; i++) {
      int line = seen[nodes[i]];
      unknown |= line;
      number |= (line & 1) << i;
    }
    gatherAt[group] = moment;
    gathered[group] = (unknown & Lines.UNKNOWN) == 0 ? number : UNKNOWN_WORD;
    return gathered[group];
  }
}
