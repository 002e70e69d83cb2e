package raconteur.core.bench.qp8;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.logic.Lines;

/**
 * The QP-8 on a board. A bus cycle takes two clocks: addresses, selects and the read line move as
 * the clock falls, the write line falls and rises with the clock's rises in between, and a read is
 * taken as the clock falls again. The first cycle begins at the second fall after reset has gone
 * high; it fetches the start address from 0xFFFE. Interrupts are not part of the model.
 */
public final class Processor implements Component {
  /** The pins in the order it is placed with. */
  public static final List<String> PINS =
      Stream.concat(
              Stream.concat(
                  IntStream.range(0, 16).mapToObj(i -> "A" + i),
                  IntStream.range(0, 8).mapToObj(i -> "D" + i)),
              Stream.of(
                  "CLK", "/RESET", "READY", "HOLD", "/MEM", "/IO", "/RD", "/WR", "FETCH", "HLDA"))
          .toList();

  /** The pins that wake it. */
  public static final List<String> LISTENS = List.of("CLK");

  private static final int ADDRESS = 0;
  private static final int DATA = 16;
  private static final int CLOCK = 24;
  private static final int RESET = 25;
  private static final int READY = 26;
  private static final int HOLD = 27;
  private static final int MEMORY = 28;
  private static final int PORT = 29;
  private static final int READ = 30;
  private static final int WRITE = 31;
  private static final int FETCH = 32;
  private static final int HELD = 33;
  private static final int START = 0xFFFE;

  private enum Kind {
    FETCHING,
    READING,
    WRITING,
    PORT_IN,
    PORT_OUT
  }

  private enum Doing {
    START_LOW,
    START_HIGH,
    CODE,
    OPERAND,
    WORKING
  }

  private int clock = Lines.UNKNOWN;
  private boolean armed;
  private boolean running;
  private int falls;
  private boolean stopped;
  private long cycles;

  private Kind kind = Kind.FETCHING;
  private Doing doing = Doing.START_LOW;
  private Instruction instruction = Instruction.NOP;
  private int operand;
  private int operandAt;
  private int step;
  private int address;
  private int data;

  private int a;
  private int b;
  private int x;
  private int y;
  private int count;
  private int stack;
  private int program;
  private boolean zero;
  private boolean carry;

  @Override
  public void wake(Pins pins) {
    int now = pins.read(CLOCK);
    int was = clock;
    clock = now;
    if (was == Lines.HIGH && now == Lines.LOW) {
      fall(pins);
    } else if (was == Lines.LOW && now == Lines.HIGH) {
      rise(pins);
    } else if (was == Lines.UNKNOWN) {
      quiet(pins);
    }
  }

  /** How many bus cycles it has finished since power-up. */
  public long cycles() {
    return cycles;
  }

  /** Whether it has stopped for good: a halt, or a code that means nothing. */
  public boolean stopped() {
    return stopped;
  }

  /** Where it is in its program. */
  public int program() {
    return program;
  }

  private void quiet(Pins pins) {
    for (int pin : new int[] {MEMORY, PORT, READ, WRITE}) {
      pins.drive(pin, Lines.HIGH);
    }
    pins.drive(FETCH, Lines.LOW);
    pins.drive(HELD, Lines.LOW);
    pins.driveWord(ADDRESS, 16, 0);
    pins.letGo(DATA, 8);
  }

  private void fall(Pins pins) {
    if (pins.read(RESET) != Lines.HIGH) {
      armed = false;
      running = false;
      stopped = false;
      doing = Doing.START_LOW;
      request(Kind.READING, START, 0);
      quiet(pins);
      return;
    }
    if (!armed) {
      armed = true;
      return;
    }
    if (stopped) {
      return;
    }
    if (!running) {
      if (pins.read(HOLD) != Lines.LOW) {
        hold(pins);
        return;
      }
      pins.drive(HELD, Lines.LOW);
      running = true;
      falls = 0;
      begin(pins);
      return;
    }
    falls++;
    if (falls % 2 == 0 && !waiting) {
      end(pins);
    }
  }

  private boolean waiting;

  private void rise(Pins pins) {
    if (!running || stopped) {
      return;
    }
    boolean writes = kind == Kind.WRITING || kind == Kind.PORT_OUT;
    if (falls % 2 == 0) {
      if (writes) {
        pins.drive(WRITE, Lines.LOW);
      }
    } else {
      waiting = pins.read(READY) == Lines.LOW;
      if (!waiting && writes) {
        pins.drive(WRITE, Lines.HIGH);
      }
    }
  }

  private void hold(Pins pins) {
    pins.drive(HELD, Lines.HIGH);
    pins.letGo(ADDRESS, 16);
    pins.letGo(DATA, 8);
  }

  private void begin(Pins pins) {
    boolean port = kind == Kind.PORT_IN || kind == Kind.PORT_OUT;
    boolean writes = kind == Kind.WRITING || kind == Kind.PORT_OUT;
    pins.driveWord(ADDRESS, 16, address);
    pins.drive(MEMORY, port ? Lines.HIGH : Lines.LOW);
    pins.drive(PORT, port ? Lines.LOW : Lines.HIGH);
    pins.drive(READ, writes ? Lines.HIGH : Lines.LOW);
    pins.drive(FETCH, kind == Kind.FETCHING ? Lines.HIGH : Lines.LOW);
    if (writes) {
      pins.driveWord(DATA, 8, data);
    } else {
      pins.letGo(DATA, 8);
    }
  }

  private void end(Pins pins) {
    cycles++;
    boolean writes = kind == Kind.WRITING || kind == Kind.PORT_OUT;
    follow(writes ? 0 : pins.word(DATA, 8));
    if (stopped) {
      running = false;
      quiet(pins);
    } else if (pins.read(HOLD) == Lines.HIGH) {
      running = false;
      quiet(pins);
      hold(pins);
    } else {
      falls = 0;
      begin(pins);
    }
  }

  private void request(Kind what, int where, int value) {
    kind = what;
    address = where & 0xFFFF;
    data = value & 0xFF;
  }

  /** Takes what the last bus cycle read and asks for the next one. */
  private void follow(int read) {
    switch (doing) {
      case START_LOW -> {
        program = read;
        doing = Doing.START_HIGH;
        request(Kind.READING, START + 1, 0);
      }
      case START_HIGH -> {
        program |= read << 8;
        nextCode();
      }
      case CODE -> {
        instruction = Instruction.of(read);
        operand = 0;
        operandAt = 0;
        step = 0;
        program = (program + 1) & 0xFFFF;
        if (instruction.operandBytes() > 0) {
          doing = Doing.OPERAND;
          request(Kind.FETCHING, program, 0);
        } else {
          doing = Doing.WORKING;
          work(0);
        }
      }
      case OPERAND -> {
        operand |= read << (8 * operandAt++);
        program = (program + 1) & 0xFFFF;
        if (operandAt < instruction.operandBytes()) {
          request(Kind.FETCHING, program, 0);
        } else {
          doing = Doing.WORKING;
          work(0);
        }
      }
      case WORKING -> work(read);
    }
  }

  private void nextCode() {
    doing = Doing.CODE;
    request(Kind.FETCHING, program, 0);
  }

  private void jump(boolean taken) {
    if (taken) {
      program = operand;
    }
    nextCode();
  }

  private void setA(int value) {
    a = value & 0xFF;
    zero = a == 0;
    nextCode();
  }

  private void sum(int value) {
    carry = value > 0xFF || value < 0;
    setA(value);
  }

  /** One step of an instruction; what has no bus cycle of its own ends in the next fetch. */
  private void work(int read) {
    int at = step++;
    switch (instruction) {
      case NOP -> nextCode();
      case LDA -> setA(operand);
      case LDB -> {
        b = operand;
        nextCode();
      }
      case LDX -> {
        x = operand;
        nextCode();
      }
      case LDY -> {
        y = operand;
        nextCode();
      }
      case LDC -> {
        count = operand;
        nextCode();
      }
      case LDS -> {
        stack = operand;
        nextCode();
      }
      case GET -> fetched(at, Kind.READING, x, read);
      case LOAD -> fetched(at, Kind.READING, operand, read);
      case IN -> fetched(at, Kind.PORT_IN, operand, read);
      case PUT -> stored(at, Kind.WRITING, x);
      case STORE -> stored(at, Kind.WRITING, operand);
      case OUT -> stored(at, Kind.PORT_OUT, operand);
      case INCX -> pointX(x + 1);
      case DECX -> pointX(x - 1);
      case INCY -> {
        y = (y + 1) & 0xFFFF;
        nextCode();
      }
      case AB -> {
        b = a;
        nextCode();
      }
      case BA -> setA(b);
      case XH -> setA(x >> 8);
      case XL -> setA(x);
      case LX -> pointX((x & 0xFF00) | a);
      case HX -> pointX((x & 0xFF) | (a << 8));
      case LY -> {
        y = (y & 0xFF00) | a;
        nextCode();
      }
      case HY -> {
        y = (y & 0xFF) | (a << 8);
        nextCode();
      }
      case ADD -> sum(a + operand);
      case SUB -> sum(a - operand);
      case AND -> setA(a & operand);
      case OR -> setA(a | operand);
      case XOR -> setA(a ^ operand);
      case CMP -> {
        zero = a == operand;
        carry = a < operand;
        nextCode();
      }
      case SHL -> sum(a << 1);
      case SHR -> {
        carry = (a & 1) == 1;
        setA(a >> 1);
      }
      case JMP -> jump(true);
      case JZ -> jump(zero);
      case JNZ -> jump(!zero);
      case JC -> jump(carry);
      case JNC -> jump(!carry);
      case LOOP -> {
        count = (count - 1) & 0xFFFF;
        jump(count != 0);
      }
      case CALL -> call(at);
      case RET -> back(at, read);
      case PUSH -> {
        stack = at == 0 ? (stack - 1) & 0xFFFF : stack;
        stored(at, Kind.WRITING, stack);
      }
      case POP -> {
        stack = at == 1 ? (stack + 1) & 0xFFFF : stack;
        fetched(at, Kind.READING, stack, read);
      }
      case FILL -> fill(at);
      case MOVE -> move(at, read);
      case SUM -> addUp(at, read);
      case MUP -> march(at, read, 1);
      case MDN -> march(at, read, -1);
      case VUP -> verify(at, read);
      case HALT -> stopped = true;
    }
  }

  private void pointX(int value) {
    x = value & 0xFFFF;
    zero = x == 0;
    nextCode();
  }

  private void fetched(int at, Kind what, int where, int read) {
    if (at == 0) {
      request(what, where, 0);
    } else {
      setA(read);
    }
  }

  private void stored(int at, Kind what, int where) {
    if (at == 0) {
      request(what, where, a);
    } else {
      nextCode();
    }
  }

  private void call(int at) {
    if (at < 2) {
      stack = (stack - 1) & 0xFFFF;
      request(Kind.WRITING, stack, at == 0 ? program >> 8 : program);
    } else {
      jump(true);
    }
  }

  private void back(int at, int read) {
    if (at == 1) {
      operand = read;
    }
    if (at < 2) {
      request(Kind.READING, stack, 0);
      stack = (stack + 1) & 0xFFFF;
    } else {
      operand |= read << 8;
      jump(true);
    }
  }

  /** One place of a repeating instruction is done. */
  private void stepOn(int direction) {
    x = (x + direction) & 0xFFFF;
    count = (count - 1) & 0xFFFF;
  }

  /** Goes on at X, or ends a walk that found no difference. */
  private void walkOn() {
    if (count == 0) {
      zero = true;
      nextCode();
    } else {
      request(Kind.READING, x, 0);
    }
  }

  private void fill(int at) {
    if (at > 0) {
      stepOn(1);
    }
    if (count == 0) {
      nextCode();
    } else {
      request(Kind.WRITING, x, a);
    }
  }

  private void move(int at, int read) {
    if (at > 0 && at % 2 == 1) {
      request(Kind.WRITING, y, read);
      stepOn(1);
      y = (y + 1) & 0xFFFF;
    } else if (count == 0) {
      nextCode();
    } else {
      request(Kind.READING, x, 0);
    }
  }

  private void addUp(int at, int read) {
    if (at > 0) {
      a = (a + read) & 0xFF;
      stepOn(1);
    }
    if (count == 0) {
      setA(a);
    } else {
      request(Kind.READING, x, 0);
    }
  }

  /** A difference ends it with the bits that differ in A and X where it is. */
  private boolean differs(int read) {
    if (read == a) {
      return false;
    }
    setA(read ^ a);
    return true;
  }

  private void march(int at, int read, int direction) {
    if (at % 2 == 1) {
      if (!differs(read)) {
        request(Kind.WRITING, x, b);
      }
      return;
    }
    if (at > 0) {
      stepOn(direction);
    }
    walkOn();
  }

  private void verify(int at, int read) {
    if (at > 0) {
      if (differs(read)) {
        return;
      }
      stepOn(1);
    }
    walkOn();
  }
}
