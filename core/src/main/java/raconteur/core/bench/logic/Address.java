package raconteur.core.bench.logic;

/** Which word of a memory is meant; {@link Machine#UNKNOWN_WORD} where a bit is unknown. */
sealed interface Address {
  int at(Machine m);

  /** Nets in a row. */
  record Lines(int gather) implements Address {
    @Override
    public int at(Machine m) {
      return m.gather(gather);
    }
  }

  /** A word remembered as one number. */
  record Register(int register) implements Address {
    @Override
    public int at(Machine m) {
      return m.registers[register];
    }
  }

  /** Two parts side by side. */
  record Joined(Address low, int lowBits, Address high) implements Address {
    @Override
    public int at(Machine m) {
      int below = low.at(m);
      int above = high.at(m);
      return (below | above) < 0 ? Machine.UNKNOWN_WORD : below | (above << lowBits);
    }
  }

  /** Bits that are each worked out. */
  @SuppressWarnings("ArrayRecordComponent")
  record Bits(Code[] bits) implements Address {
    @Override
    public int at(Machine m) {
      int number = 0;
      for (int i = 0; i < bits.length; i++) {
        int line = bits[i].at(m);
        if (line == raconteur.core.bench.logic.Lines.UNKNOWN) {
          return Machine.UNKNOWN_WORD;
        }
        number |= line << i;
      }
      return number;
    }
  }
}
