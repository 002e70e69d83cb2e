package raconteur.core.fault;

/** What closed cases of a revision have counted. */
public interface History {
  /** Nothing counted yet. */
  History NONE =
      new History() {
        @Override
        public int boards() {
          return 0;
        }

        @Override
        public int boardsWithFaultAt(String part) {
          return 0;
        }
      };

  /** How many boards of the revision were told to the end. */
  int boards();

  /** On how many of them this part was found bad or was replaced. */
  int boardsWithFaultAt(String part);
}
