package raconteur.core.bench.qp8;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What the QP-8 can do. A and B hold 8 bits; X, Y, C (the count) and S (the stack) hold 16. A
 * repeating instruction does its work C times without being fetched again.
 */
public enum Instruction {
  NOP(0x00, 0, "nothing"),
  LDA(0x01, 1, "A = operand"),
  LDB(0x02, 1, "B = operand"),
  LDX(0x03, 2, "X = operand"),
  LDY(0x04, 2, "Y = operand"),
  LDC(0x05, 2, "C = operand"),
  LDS(0x06, 2, "S = operand"),
  GET(0x07, 0, "A = what X points to"),
  PUT(0x08, 0, "what X points to = A"),
  LOAD(0x09, 2, "A = what the operand points to"),
  STORE(0x0A, 2, "what the operand points to = A"),
  IN(0x0B, 1, "A = port"),
  OUT(0x0C, 1, "port = A"),
  INCX(0x0D, 0, "X = X + 1"),
  DECX(0x0E, 0, "X = X - 1"),
  INCY(0x0F, 0, "Y = Y + 1"),
  AB(0x10, 0, "B = A"),
  BA(0x11, 0, "A = B"),
  XH(0x12, 0, "A = high byte of X"),
  XL(0x13, 0, "A = low byte of X"),
  LX(0x14, 0, "low byte of X = A"),
  HX(0x15, 0, "high byte of X = A"),
  LY(0x16, 0, "low byte of Y = A"),
  HY(0x17, 0, "high byte of Y = A"),
  ADD(0x20, 1, "A = A + operand"),
  SUB(0x21, 1, "A = A - operand"),
  AND(0x22, 1, "A = A and operand"),
  OR(0x23, 1, "A = A or operand"),
  XOR(0x24, 1, "A = A xor operand"),
  CMP(0x25, 1, "compare A with operand"),
  SHL(0x26, 0, "A = A shifted left, carry out"),
  SHR(0x27, 0, "A = A shifted right, carry out"),
  JMP(0x30, 2, "go to operand"),
  JZ(0x31, 2, "go to operand if zero"),
  JNZ(0x32, 2, "go to operand if not zero"),
  JC(0x33, 2, "go to operand if carry"),
  JNC(0x34, 2, "go to operand if no carry"),
  LOOP(0x35, 2, "C = C - 1; go to operand unless C is 0"),
  CALL(0x36, 2, "push where it goes on, go to operand"),
  RET(0x37, 0, "go to where the stack says"),
  PUSH(0x38, 0, "push A"),
  POP(0x39, 0, "pop A"),
  FILL(0x40, 0, "C times: what X points to = A, X + 1"),
  MOVE(0x41, 0, "C times: what Y points to = what X points to, X + 1, Y + 1"),
  SUM(0x42, 0, "C times: A = A + what X points to, X + 1"),
  MUP(0x44, 0, "C times: stop unless X points to A; what X points to = B, X + 1"),
  MDN(0x45, 0, "C times: stop unless X points to A; what X points to = B, X - 1"),
  VUP(0x46, 0, "C times: stop unless X points to A, X + 1"),
  HALT(0xFF, 0, "nothing more until reset");

  private static final Map<String, Instruction> BY_WORD =
      Arrays.stream(values())
          .collect(Collectors.toUnmodifiableMap(Instruction::word, Function.identity()));
  private static final Instruction[] BY_CODE = new Instruction[256];

  static {
    for (Instruction instruction : values()) {
      BY_CODE[instruction.code] = instruction;
    }
  }

  private final int code;
  private final int operandBytes;
  private final String does;

  Instruction(int code, int operandBytes, String does) {
    this.code = code;
    this.operandBytes = operandBytes;
    this.does = does;
  }

  public int code() {
    return code;
  }

  /** How many bytes follow the code, lowest first. */
  public int operandBytes() {
    return operandBytes;
  }

  /** What it does, in words. */
  public String does() {
    return does;
  }

  /** How it is written in a program. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  static Optional<Instruction> named(String word) {
    return Optional.ofNullable(BY_WORD.get(word));
  }

  /** The instruction of a code; codes that mean nothing stop the processor. */
  static Instruction of(int code) {
    Instruction found = BY_CODE[code & 0xFF];
    return found == null ? HALT : found;
  }
}
