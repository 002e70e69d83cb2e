package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import java.util.function.IntUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DeviceRunTest {

  /**
   * Function tables of The TTL Data Book for Design Engineers (Texas Instruments, 2nd ed. 1981), of
   * its ALS/AS and HC successors for 299, 590, 595, 670, and of the RCA COS/MOS data book for the
   * 4000 series, from memory. Pin names; {@code >} goes to the next row; after {@code ->} what is
   * then seen.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "74LS02 | 1A=0 1B=0 | 1Y=1",
        "74LS05 | 1A=0 2A=1 | 1Y=z 2Y=0",
        "74LS20 | 1A=1 1B=1 1C=1 1D=1 2A=0 | 1Y=0 2Y=1",
        "74LS30 | A=1 B=1 C=1 D=1 E=1 F=1 G=1 H=0 | Y=1",
        "74LS51 | 1A=0 1D=1 1E=1 1F=1 2A=0 2C=1 2D=0 | 1Y=0 2Y=1",
        "74LS83 | A4=1 A3=0 A2=0 A1=1 B4=0 B3=1 B2=1 B1=1 C0=1 | C4=1 S4=0 S3=0 S2=0 S1=1",
        "74LS85 | A3=1 B3=0 IA>B=0 IA=B=0 IA<B=1 | A>B=1 A<B=0 A=B=0",
        "74LS42 | D=0 C=1 B=0 A=1 | Y5=0 Y4=1 Y9=1",
        "74LS42 | D=1 C=1 B=0 A=1 | Y0=1 Y5=1 Y9=1",
        "74LS138 | G1=1 /G2A=0 /G2B=0 C=1 B=1 A=0 | Y6=0 Y7=1 Y0=1",
        "74LS138 | G1=0 /G2A=0 /G2B=0 C=1 B=1 A=0 | Y6=1",
        "74LS147 | /I1=1 /I2=1 /I3=1 /I4=1 /I5=0 /I6=1 /I7=0 /I8=1 /I9=1 | /D=1 /C=0 /B=0 /A=0",
        "74LS147 | /I1=1 /I2=1 /I3=1 /I4=1 /I5=1 /I6=1 /I7=1 /I8=1 /I9=1 | /D=1 /C=1 /B=1 /A=1",
        "74LS148 | /EI=0 /I0=0 /I1=0 /I2=1 /I3=1 /I4=1 /I5=0 /I6=1 /I7=1 | /A2=0 /A1=1 /A0=0 /GS=0"
            + " /EO=1",
        "74LS148 | /EI=0 /I0=1 /I1=1 /I2=1 /I3=1 /I4=1 /I5=1 /I6=1 /I7=1 | /A2=1 /A1=1 /A0=1"
            + " /GS=1 /EO=0",
        "74LS148 | /EI=1 /I0=0 | /A2=1 /A1=1 /A0=1 /GS=1 /EO=1",
        "74LS151 | /G=0 C=1 B=0 A=1 D5=1 D4=0 | Y=1 W=0",
        "74LS151 | /G=1 C=1 B=0 A=1 D5=1 | Y=0 W=1",
        "74LS251 | /G=1 C=1 B=0 A=1 D5=1 | Y=z W=z",
        "74LS155 | 1C=1 /1G=0 /2C=0 /2G=0 B=1 A=0 | 1Y2=0 1Y1=1 2Y2=0 2Y3=1",
        "74LS158 | /G=1 S=0 1A=0 | 1Y=1",
        "74LS258 | /OE=0 S=1 1B=1 2B=0 | 1Y=0 2Y=1",
        "74LS280 | A=1 B=1 C=1 D=0 E=0 F=0 G=0 H=0 I=0 | EVEN=0 ODD=1",
        "74LS688 | /G=0 P0=0 P1=0 P2=0 P3=0 P4=0 P5=0 P6=0 P7=1 Q0=0 Q1=0 Q2=0 Q3=0 Q4=0 Q5=0"
            + " Q6=0 Q7=1 | /P=Q=0",
        "74LS682 | P0=0 P1=0 P2=0 P3=0 P4=0 P5=0 P6=0 P7=1 Q0=1 Q1=1 Q2=1 Q3=1 Q4=1 Q5=1 Q6=1"
            + " Q7=0 | /P=Q=1 /P>Q=0",
        "74LS125 | /1OE=1 1A=0 /2OE=0 2A=1 | 1Y=z 2Y=1",
        "74LS126 | 1OE=0 1A=0 2OE=1 2A=1 | 1Y=z 2Y=1",
        "74LS241 | /1G=1 1A1=1 2G=1 2A1=1 | 1Y1=z 2Y1=1",
        "74LS245 | /G=0 DIR=1 A1=1 A2=0 | B1=1 B2=0",
        "74LS245 | /G=0 DIR=0 B1=1 B2=0 | A1=1 A2=0",
        "74LS640 | /G=0 DIR=1 A1=1 | B1=0",
        "74LS74 | /1CLR=1 /1PR=1 1CLK=0 1D=1 > 1CLK=1 > 1D=0 | 1Q=1 /1Q=0",
        "74LS74 | /1CLR=0 /1PR=0 | 1Q=1 /1Q=1",
        "74LS112 | /1CLR=0 /1PR=1 1CLK=1 1J=1 1K=1 > /1CLR=1 > 1CLK=0 | 1Q=1 /1Q=0",
        "74LS112 | /1CLR=0 /1PR=1 1CLK=0 1J=1 1K=1 > /1CLR=1 > 1CLK=1 | 1Q=0",
        "74LS109 | /1CLR=0 /1PR=1 1CLK=0 1J=1 /1K=0 > /1CLR=1 > 1CLK=1 | 1Q=1",
        "74LS109 | /1CLR=0 /1PR=1 1CLK=0 1J=0 /1K=1 > /1CLR=1 > 1CLK=1 | 1Q=0",
        "74LS107 | /1CLR=0 1CLK=1 1J=1 1K=0 > /1CLR=1 > 1CLK=0 > 1CLK=1 1J=0 1K=1 > 1CLK=0 |"
            + " 1Q=0",
        "74LS175 | /CLR=0 CLK=0 > /CLR=1 4D=1 > CLK=1 | 4Q=1 /4Q=0 1Q=x",
        "74LS273 | /CLR=1 CLK=0 8D=1 > CLK=1 > 8D=0 | 8Q=1",
        "74LS377 | /G=1 CLK=0 1D=1 > CLK=1 | 1Q=x",
        "74LS373 | /OC=0 LE=1 1D=1 > LE=0 > 1D=0 | 1Q=1",
        "74LS373 | /OC=1 LE=1 1D=1 | 1Q=z",
        "74LS563 | /OC=0 LE=1 1D=1 | 1Q=0",
        "74LS173 | CLR=1 M=0 N=0 CLK=0 /G1=0 /G2=0 1D=1 > CLR=0 > CLK=1 > N=1 | 1Q=z",
        "74LS173 | CLR=1 M=0 N=0 CLK=0 /G1=0 /G2=1 1D=1 > CLR=0 > CLK=1 | 1Q=0",
        "74LS259 | /CLR=0 /G=1 > /CLR=1 A=1 B=1 C=0 D=1 > /G=0 > /G=1 > A=0 D=0 | Q3=1 Q2=0",
        "74LS259 | /CLR=0 /G=0 A=1 B=1 C=0 D=1 | Q3=1 Q2=0 Q0=0",
        "74LS279 | /1S1=1 /1S2=0 /1R=1 > /1S2=1 | 1Q=1",
        "74LS279 | /2S=0 /2R=0 | 2Q=1",
        "74LS298 | WS=1 CLK=1 A1=0 A2=1 > CLK=0 | QA=1",
        "74LS399 | WS=0 CLK=0 A1=1 A2=0 > CLK=1 | QA=1",
        "74LS194 | /CLR=0 CLK=0 > /CLR=1 S1=1 S0=1 A=1 B=0 C=0 D=0 > CLK=1 > CLK=0 S1=0 SR=0 >"
            + " CLK=1 | QA=0 QB=1 QC=0",
        "74LS194 | /CLR=0 CLK=0 > /CLR=1 S1=1 S0=0 SL=1 > CLK=1 | QD=1 QC=0",
        "74LS195 | /CLR=0 CLK=0 > /CLR=1 SH/LD=1 J=1 /K=0 > CLK=1 > CLK=0 > CLK=1 | QA=0 QB=1",
        "74LS165 | SH/LD=0 A=1 B=0 C=0 D=0 E=0 F=0 G=1 H=0 CLK=0 INH=0 SER=0 > SH/LD=1 > CLK=1 |"
            + " QH=1 /QH=0",
        "74LS165 | SH/LD=0 A=0 B=0 C=0 D=0 E=0 F=0 G=1 H=0 CLK=0 INH=1 SER=0 > SH/LD=1 > CLK=1 |"
            + " QH=0",
        "74LS164 | /CLR=0 CLK=0 A=1 B=1 > /CLR=1 > CLK=1 > CLK=0 B=0 > CLK=1 | QA=0 QB=1 QC=0",
        "74LS299 | /CLR=0 CLK=0 S0=0 S1=0 /G1=0 /G2=0 > /CLR=1 S0=1 SR=1 > CLK=1 | A/QA=1 QA'=1"
            + " H/QH=0",
        "74LS299 | S0=1 S1=1 /CLR=1 CLK=0 H/QH=1 A/QA=0 /G1=0 /G2=0 > CLK=1 | QH'=1 QA'=0",
        "74LS595 | /SRCLR=0 SRCK=0 RCK=0 /G=0 > /SRCLR=1 SER=1 > SRCK=1 > RCK=1 | QA=1 QB=0 QH'=0",
        "74LS595 | /SRCLR=0 SRCK=0 RCK=0 /G=0 > /SRCLR=1 SER=1 > SRCK=1 RCK=1 | QA=0",
        "74LS670 | /GR=0 /GW=0 WB=1 WA=0 D1=1 D2=0 D3=1 D4=0 > /GW=1 RB=1 RA=0 | Q1=1 Q2=0 Q3=1"
            + " Q4=0",
        "74LS189 | A0=1 A1=0 A2=0 A3=0 /S=0 /W=0 D1=1 D2=0 D3=0 D4=0 > /W=1 | /Q1=0 /Q2=1",
        "74LS189 | A0=1 A1=0 A2=0 A3=0 /S=0 /W=0 D1=1 D2=0 D3=0 D4=0 | /Q1=z",
        "74LS93 | R01=1 R02=1 CKA=1 CKB=1 > R01=0 > CKA=0 | QA=1 QB=0",
        "74LS90 | R91=1 R92=1 R01=1 R02=1 | QA=1 QB=0 QC=0 QD=1",
        "74LS161 | /CLR=0 CLK=0 /LOAD=0 A=0 B=1 C=1 D=1 ENP=1 ENT=1 > /CLR=1 > CLK=1 > CLK=0"
            + " /LOAD=1 > CLK=1 | QA=1 QB=1 QC=1 QD=1 RCO=1",
        "74LS163 | /CLR=1 CLK=0 /LOAD=0 A=1 B=0 C=0 D=0 ENP=1 ENT=1 > CLK=1 > CLK=0 /CLR=0 | QA=1",
        "74LS169 | CLK=0 /LOAD=0 A=0 B=0 C=0 D=0 /ENP=0 /ENT=0 U/D=0 > CLK=1 > CLK=0 /LOAD=1 |"
            + " /RCO=0 QA=0",
        "74LS191 | /LOAD=0 A=1 B=1 C=1 D=1 /CTEN=0 D/U=0 CLK=1 > /LOAD=1 | MAX/MIN=1 /RCO=1",
        "74LS191 | /LOAD=0 A=1 B=1 C=1 D=1 /CTEN=0 D/U=0 CLK=0 > /LOAD=1 | MAX/MIN=1 /RCO=0",
        "74LS193 | CLR=1 UP=1 DOWN=1 /LOAD=1 > CLR=0 > DOWN=0 | /BO=0 /CO=1 QA=0",
        "74LS193 | CLR=1 UP=1 DOWN=1 /LOAD=1 > CLR=0 > DOWN=0 > DOWN=1 | QA=1 QD=1",
        "74LS590 | /CCLR=0 CCK=0 RCK=0 /G=0 /CCKEN=0 > /CCLR=1 > CCK=1 > RCK=1 | QA=1 QB=0 /RCO=1",
        "4013 | 1S=1 1R=1 | 1Q=1 /1Q=1",
        "4017 | RST=1 CLK=0 INH=0 > RST=0 > CLK=1 | Q1=1 Q0=0 CO=1",
        "4066 | 1E=1 1Y=1 2E=0 2Y=1 | 1Z=1 2Z=z",
        "4051 | INH=0 C=1 B=0 A=1 Y5=0 | Z=0 Y4=z",
        "82S123 | /CE=1 | O1=z",
        "1489 | 1A=1 | 1Y=0"
      })
  void aDeviceDoesWhatItsFunctionTableSays(String name, String steps, String seen) {
    Device device = DeviceLibrary.shipped().find(name).orElseThrow();
    Map<String, Level> shown = play(device, steps);
    for (String word : seen.strip().split(" ", -1)) {
      assertThat(shown.get(number(device, pinName(word)))).as(word).isEqualTo(level(word));
    }
  }

  private static Map<String, Level> play(Device device, String steps) {
    DeviceRun run = new DeviceRun(device);
    Map<String, Level> row = new LinkedHashMap<>();
    Map<String, Level> shown = Map.of();
    for (String step : steps.strip().split(" > ", -1)) {
      for (String word : step.strip().split(" ", -1)) {
        row.put(number(device, pinName(word)), level(word));
      }
      shown = run.apply(row);
    }
    return shown;
  }

  private static String pinName(String word) {
    return word.substring(0, word.length() - 2);
  }

  private static Level level(String word) {
    return Level.parse(word.substring(word.length() - 1)).orElseThrow();
  }

  private static String number(Device device, String pinName) {
    return device.pinNamed(pinName).orElseThrow(() -> new AssertionError(pinName)).number();
  }

  private static void set(Device device, Map<String, Level> row, String pin, boolean high) {
    row.put(number(device, pin), Level.of(high));
  }

  private static int word(Device device, Map<String, Level> shown, String... highestFirst) {
    int value = 0;
    for (String pin : highestFirst) {
      Level level = shown.get(number(device, pin));
      assertThat(level.known()).as(pin).isTrue();
      value = value * 2 + (level == Level.HIGH ? 1 : 0);
    }
    return value;
  }

  /** The function select table of the data book for active-high data, M low, no carry and carry. */
  @Test
  void theArithmeticUnitAgreesWithItsFunctionSelectTable() {
    Device alu = DeviceLibrary.shipped().find("74LS181").orElseThrow();
    for (int s = 0; s < 16; s++) {
      for (int a = 0; a < 16; a++) {
        for (int b = 0; b < 16; b++) {
          for (int mode = 0; mode < 4; mode++) {
            boolean logic = mode > 1;
            boolean carryIn = mode % 2 == 1;
            Map<String, Level> row = new HashMap<>();
            for (int i = 0; i < 4; i++) {
              set(alu, row, "A" + i, (a >> i & 1) == 1);
              set(alu, row, "B" + i, (b >> i & 1) == 1);
              set(alu, row, "S" + i, (s >> i & 1) == 1);
            }
            set(alu, row, "M", logic);
            set(alu, row, "Cn", !carryIn);
            int expected = logic ? logic(s, a, b) : arithmetic(s, a, b) + (carryIn ? 1 : 0);
            assertThat(word(alu, new DeviceRun(alu).apply(row), "F3", "F2", "F1", "F0"))
                .as("S=%d A=%d B=%d logic=%s carry=%s", s, a, b, logic, carryIn)
                .isEqualTo(expected & 15);
          }
        }
      }
    }
  }

  private static int logic(int s, int a, int b) {
    return switch (s) {
      case 0 -> ~a;
      case 1 -> ~(a | b);
      case 2 -> ~a & b;
      case 3 -> 0;
      case 4 -> ~(a & b);
      case 5 -> ~b;
      case 6 -> a ^ b;
      case 7 -> a & ~b;
      case 8 -> ~a | b;
      case 9 -> ~(a ^ b);
      case 10 -> b;
      case 11 -> a & b;
      case 12 -> -1;
      case 13 -> a | ~b;
      case 14 -> a | b;
      default -> a;
    };
  }

  private static int arithmetic(int s, int a, int b) {
    int notB = ~b & 15;
    return switch (s) {
      case 0 -> a;
      case 1 -> a | b;
      case 2 -> a | notB;
      case 3 -> -1;
      case 4 -> a + (a & notB);
      case 5 -> (a | b) + (a & notB);
      case 6 -> a - b - 1;
      case 7 -> (a & notB) - 1;
      case 8 -> a + (a & b);
      case 9 -> a + b;
      case 10 -> (a | notB) + (a & b);
      case 11 -> (a & b) - 1;
      case 12 -> a + a;
      case 13 -> (a | b) + a;
      case 14 -> (a | notB) + a;
      default -> a - 1;
    };
  }

  @Test
  void theMagnitudeComparatorCascadesAsItsTableSays() {
    Device d = DeviceLibrary.shipped().find("74LS85").orElseThrow();
    for (int v = 0; v < 1 << 11; v++) {
      int a = v & 15;
      int b = v >> 4 & 15;
      boolean gt = (v >> 8 & 1) == 1;
      boolean lt = (v >> 9 & 1) == 1;
      boolean eq = (v >> 10 & 1) == 1;
      Map<String, Level> row = new HashMap<>();
      for (int i = 0; i < 4; i++) {
        set(d, row, "A" + i, (a >> i & 1) == 1);
        set(d, row, "B" + i, (b >> i & 1) == 1);
      }
      set(d, row, "IA>B", gt);
      set(d, row, "IA<B", lt);
      set(d, row, "IA=B", eq);
      int expected = a > b ? 4 : a < b ? 2 : eq ? 1 : gt && lt ? 0 : gt ? 4 : lt ? 2 : 6;
      assertThat(word(d, new DeviceRun(d).apply(row), "A>B", "A<B", "A=B")).isEqualTo(expected);
    }
  }

  /** Count sequences of the data book; the counters that divide get their halves joined outside. */
  @ParameterizedTest
  @CsvSource({
    "74LS160, CLK, true, 10, /CLR, 0, QD QC QB QA, ''",
    "74LS161, CLK, true, 16, /CLR, 0, QD QC QB QA, ''",
    "74LS390, 1CKA, false, 10, 1CLR, 1, 1QD 1QC 1QB 1QA, 1QA 1CKB",
    "74LS393, 1A, false, 16, 1CLR, 1, 1QD 1QC 1QB 1QA, ''",
    "74LS90, CKA, false, 10, R01, 1, QD QC QB QA, QA CKB",
    "74LS93, CKA, false, 16, R01, 1, QD QC QB QA, QA CKB",
    "4040, CLK, false, 4096, RST, 1, Q12 Q11 Q10 Q9 Q8 Q7 Q6 Q5 Q4 Q3 Q2 Q1, ''"
  })
  void aCounterCounts(
      String name,
      String clock,
      boolean rising,
      int modulus,
      String clear,
      int active,
      String outputs,
      String joined) {
    IntUnaryOperator next = n -> (n + 1) % modulus;
    Device d = DeviceLibrary.shipped().find(name).orElseThrow();
    Map<String, Level> row = new HashMap<>();
    for (DevicePin pin : d.signalPins()) {
      if (pin.kind() == PinKind.INPUT) {
        boolean held = pin.name().startsWith("/") || pin.name().startsWith("EN");
        row.put(pin.number(), Level.of(held || pin.name().equals("R02")));
      }
    }
    set(d, row, clock, !rising);
    DeviceRun run = new DeviceRun(d);
    set(d, row, clear, active == 1);
    join(d, run, row, run.apply(row), joined);
    set(d, row, clear, active == 0);
    Map<String, Level> shown = join(d, run, row, run.apply(row), joined);
    int count = 0;
    for (int i = 0; i < modulus + 3; i++) {
      assertThat(word(d, shown, outputs.split(" ", -1))).isEqualTo(count);
      set(d, row, clock, rising);
      shown = join(d, run, row, run.apply(row), joined);
      set(d, row, clock, !rising);
      shown = join(d, run, row, run.apply(row), joined);
      count = next.applyAsInt(count);
    }
  }

  private static Map<String, Level> join(
      Device d, DeviceRun run, Map<String, Level> row, Map<String, Level> shown, String joined) {
    if (joined.isEmpty()) {
      return shown;
    }
    String[] pins = joined.split(" ", -1);
    row.put(number(d, pins[1]), shown.get(number(d, pins[0])));
    return run.apply(row);
  }

  /** A plain array is the reference; addresses and data are drawn with a fixed seed. */
  @ParameterizedTest
  @ValueSource(strings = {"2114", "6116", "62256", "2102", "2147", "2101", "2111"})
  void aStaticMemoryGivesBackWhatWasWritten(String name) {
    Device d = DeviceLibrary.shipped().find(name).orElseThrow();
    Behaviour.Memory memory = d.behaviour().memories().getFirst();
    Random random = new Random(5);
    Map<Integer, Integer> reference = new HashMap<>();
    DeviceRun run = new DeviceRun(d);
    int lines = Integer.numberOfTrailingZeros(memory.words());
    for (int i = 0; i < 300; i++) {
      int address = random.nextInt(memory.words()) & (i < 150 ? -1 : 7);
      boolean write = random.nextBoolean() || !reference.containsKey(address);
      int data = random.nextInt(1 << memory.width());
      Map<String, Level> row = new HashMap<>();
      for (DevicePin pin : d.signalPins()) {
        if (pin.kind() == PinKind.INPUT) {
          boolean writing = pin.name().equals("/WE") || pin.name().equals("R/W");
          row.put(pin.number(), Level.of(writing ? !write : pin.name().equals("CE2")));
        }
      }
      for (int line = 0; line < lines; line++) {
        set(d, row, "A" + line, ((address >> line) & 1) == 1);
      }
      String in = memory.width() == 1 ? "DIN" : name.equals("2101") ? "DI" : in(d);
      String out = memory.width() == 1 ? "DOUT" : name.equals("2101") ? "DO" : in(d);
      int base = memory.width() == 8 ? 0 : 1;
      for (int bit = 0; bit < memory.width() && write; bit++) {
        set(d, row, memory.width() == 1 ? in : in + (bit + base), (data >> bit & 1) == 1);
      }
      Map<String, Level> shown = run.apply(row);
      if (write) {
        reference.put(address, data);
        for (DevicePin pin : d.signalPins()) {
          if (pin.name().equals("/WE") || pin.name().equals("R/W")) {
            row.put(pin.number(), Level.HIGH);
          }
        }
        run.apply(row);
      } else {
        for (int bit = 0; bit < memory.width(); bit++) {
          String pin = memory.width() == 1 ? out : out + (bit + base);
          assertThat(shown.get(number(d, pin)))
              .isEqualTo(Level.of((reference.get(address) >> bit & 1) == 1));
        }
      }
    }
    assertThat(reference).hasSizeGreaterThan(20);
  }

  private static String in(Device d) {
    return d.pinNamed("IO1").isPresent() ? "IO" : "D";
  }

  @ParameterizedTest
  @ValueSource(strings = {"4116", "4164", "41256"})
  void aDynamicMemoryTakesRowThenColumn(String name) {
    Device d = DeviceLibrary.shipped().find(name).orElseThrow();
    int lines = (int) d.signalPins().stream().filter(p -> p.name().matches("A[0-9]")).count();
    DeviceRun run = new DeviceRun(d);
    Map<Integer, Boolean> reference = new HashMap<>();
    Random random = new Random(7);
    for (int i = 0; i < 120; i++) {
      int address = random.nextInt(1 << (2 * lines)) & (i < 60 ? -1 : ~0x7F7F);
      boolean write = i < 60 || !reference.containsKey(address);
      boolean data = random.nextBoolean();
      Map<String, Level> row = new HashMap<>();
      set(d, row, "/RAS", true);
      set(d, row, "/CAS", true);
      set(d, row, "/WE", !write);
      set(d, row, "DIN", data);
      assertThat(run.apply(row).get(number(d, "DOUT"))).isEqualTo(Level.FLOATING);
      for (int line = 0; line < lines; line++) {
        set(d, row, "A" + line, ((address >> (line + lines)) & 1) == 1);
      }
      run.apply(row);
      set(d, row, "/RAS", false);
      run.apply(row);
      for (int line = 0; line < lines; line++) {
        set(d, row, "A" + line, ((address >> line) & 1) == 1);
      }
      set(d, row, "/CAS", false);
      Map<String, Level> shown = run.apply(row);
      if (write) {
        reference.put(address, data);
        assertThat(shown.get(number(d, "DOUT"))).isEqualTo(Level.FLOATING);
      } else {
        assertThat(shown.get(number(d, "DOUT"))).isEqualTo(Level.of(reference.get(address)));
      }
    }
  }

  @Test
  void whatIsNotKnownIsNotMadeUp() {
    Device d = DeviceLibrary.shipped().find("74LS74").orElseThrow();
    assertThat(play(d, "/1CLR=1 /1PR=1 1CLK=0 1D=1 > 1CLK=x > 1CLK=1"))
        .containsEntry("5", Level.UNKNOWN);
    assertThat(play(d, "/1CLR=1 /1PR=1 1CLK=0 1D=1 > 1CLK=1 > 1CLK=x 1D=1 > 1CLK=1"))
        .as("a doubtful edge that would change nothing")
        .containsEntry("5", Level.HIGH);
    assertThat(play(DeviceLibrary.shipped().find("74LS00").orElseThrow(), "1A=0 1B=z"))
        .containsEntry("3", Level.HIGH);
  }

  /** A driver outside against an output: the level is unknown, as it is on the bench. */
  @Test
  void twoDriversThatDisagreeGiveAnUnknownLevel() {
    Device d = DeviceLibrary.shipped().find("74LS245").orElseThrow();
    assertThat(play(d, "/G=0 DIR=1 A1=1 B1=0")).containsEntry("18", Level.UNKNOWN);
    assertThat(play(d, "/G=0 DIR=1 A1=1 B1=1")).containsEntry("18", Level.HIGH);
  }
}
