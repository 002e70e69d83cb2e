package raconteur.core.bench.logic;

/** A tabulated function looked up afresh; an unknown input makes it unknown where it matters. */
@SuppressWarnings("ArrayRecordComponent")
record TableCode(int[] nodes, byte[] table) implements Code {
  @Override
  public int at(Machine m) {
    return at(m.seen, 0, 0);
  }

  /** Tries both ways at every unknown input. */
  private int at(byte[] seen, int from, int index) {
    for (int i = from; i < nodes.length; i++) {
      int line = seen[nodes[i]];
      if (line == Lines.UNKNOWN) {
        int low = at(seen, i + 1, index);
        return low == at(seen, i + 1, index | 1 << i) ? low : Lines.UNKNOWN;
      }
      index |= line << i;
    }
    return table[index];
  }
}
