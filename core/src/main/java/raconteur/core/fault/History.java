package raconteur.core.fault;

/** What closed cases have counted that bears on a revision. */
public interface History {
  /** Nothing counted yet. */
  History NONE =
      new History() {
        @Override
        public double boardsThatTell(String part) {
          return 0;
        }

        @Override
        public double boardsWithFaultAt(String part) {
          return 0;
        }

        @Override
        public String words() {
          return "0 boards of this revision";
        }
      };

  /**
   * How many boards told to the end say something about a part; siblings count as less than one.
   */
  double boardsThatTell(String part);

  /** On how many of them this part was found bad or was replaced. */
  double boardsWithFaultAt(String part);

  /** What was counted, in words. */
  String words();
}
