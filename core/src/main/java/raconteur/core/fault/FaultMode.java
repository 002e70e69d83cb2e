package raconteur.core.fault;

/** How something is wrong, and what that does: models ask here and keep no lists of their own. */
public enum FaultMode {
  DEAD("dead", Function.LOST, Warmth.COLD, Line.OWN, Load.NONE),
  LEAKS("leaks on its rail", Function.IMPAIRED, Warmth.HOT, Line.OWN, Load.LIGHT),
  /** A load so heavy that nothing on the rail can work. */
  SHORTED("shorts its rail", Function.LOST, Warmth.HOT, Line.OWN, Load.HEAVY),
  /** Cells of a memory or ROM that no longer hold what they should. */
  BITS_LOST("loses bits", Function.LOST, Warmth.USUAL, Line.OWN, Load.NONE),
  /** An address input that is taken for one level, so that cells answer for each other. */
  ADDRESS_STUCK("address input stuck", Function.LOST, Warmth.USUAL, Line.OWN, Load.NONE),
  /** A good part of a grade or variant this board does not get on with. */
  UNSUITED("does not suit this board", Function.WHOLE, Warmth.USUAL, Line.OWN, Load.NONE),
  STUCK_LOW("output stuck low", Function.LOST, Warmth.USUAL, Line.HELD_LOW, Load.NONE),
  STUCK_HIGH("output stuck high", Function.LOST, Warmth.USUAL, Line.HELD_HIGH, Load.NONE),
  FLOATS("output floats", Function.LOST, Warmth.USUAL, Line.LET_GO, Load.NONE),
  /** An output that moves but does not reach proper levels. */
  WEAK("output weak", Function.IMPAIRED, Warmth.USUAL, Line.WEAKLY_DRIVEN, Load.NONE),
  /** An input of a gate that takes its line for low whatever it does, and leaves the line alone. */
  INPUT_LOW("input taken for low", Function.LOST, Warmth.USUAL, Line.OWN, Load.NONE),
  INPUT_HIGH("input taken for high", Function.LOST, Warmth.USUAL, Line.OWN, Load.NONE),
  OPEN("open", Function.LOST, Warmth.USUAL, Line.OWN, Load.NONE),
  SHORT("short", Function.LOST, Warmth.USUAL, Line.OWN, Load.NONE);

  /** Whether it may come and go, and with what. */
  public enum Steadiness {
    STEADY,
    BY_TOUCH,
    BY_HEAT
  }

  /** What is left of what the part is there for, tried by itself. */
  public enum Function {
    WHOLE,
    IMPAIRED,
    LOST
  }

  /** How the part feels beside its twins, board running. */
  public enum Warmth {
    COLD,
    USUAL,
    HOT
  }

  /** What becomes of a line that an output with this fault is on. */
  public enum Line {
    /** The output does what it would, right or wrong. */
    OWN,
    HELD_LOW,
    HELD_HIGH,
    LET_GO,
    WEAKLY_DRIVEN
  }

  /** What it draws from its rail beyond its share. */
  public enum Load {
    NONE,
    LIGHT,
    HEAVY
  }

  private final String words;
  private final Function function;
  private final Warmth warmth;
  private final Line line;
  private final Load load;

  FaultMode(String words, Function function, Warmth warmth, Line line, Load load) {
    this.words = words;
    this.function = function;
    this.warmth = warmth;
    this.line = line;
    this.load = load;
  }

  public String words() {
    return words;
  }

  public Function function() {
    return function;
  }

  public Warmth warmth() {
    return warmth;
  }

  public Line line() {
    return line;
  }

  public Load load() {
    return load;
  }

  public Steadiness steadiness() {
    return switch (this) {
      case OPEN -> Steadiness.BY_TOUCH;
      case WEAK, UNSUITED, BITS_LOST -> Steadiness.BY_HEAT;
      case DEAD, LEAKS, SHORTED, ADDRESS_STUCK, STUCK_LOW, STUCK_HIGH, FLOATS -> Steadiness.STEADY;
      case INPUT_LOW, INPUT_HIGH, SHORT -> Steadiness.STEADY;
    };
  }

  /** Whether it disturbs what else hangs on its lines or rails, so that taking it out helps. */
  public boolean holds() {
    return line == Line.HELD_LOW || line == Line.HELD_HIGH || load != Load.NONE;
  }
}
