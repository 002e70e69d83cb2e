package raconteur.core.bench.qp8;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.data.Loaded;

class AssemblerTest {

  @Test
  void labelsNumbersAndTextBecomeBytes() {
    Image image =
        Assembler.assemble(
                "p",
                "port = 0x10\n at 0x20\nstart: lda port + 1 ; one\n jmp start\n text \"A;B\"\n")
            .shipped();
    assertThat(image.cut(0x20, 9))
        .containsExactly(0x01, 0x11, 0x30, 0x20, 0x00, 'A', ';', 'B', Image.ERASED);
  }

  @Test
  void aTotalMakesItsStretchAddUpToNothing() {
    Image image =
        Assembler.assemble("p", " at 0\n byte 1, 2, 200\n at 15\n total 0 15\n").shipped();
    assertThat(IntStream.of(image.cut(0, 16)).sum() & 0xFF).isZero();
  }

  @ParameterizedTest
  @CsvSource({
    "fly 3, is no instruction",
    "lda 256, from 0 to 255",
    "lda nowhere, no name of this program",
    "nop 1, takes no operand",
    "text A, between two",
    "at 0x10000, ''",
    "total 1, wants two addresses"
  })
  void whatIsWrongIsSaidWithItsLine(String line, String reason) {
    Loaded<Image> read = Assembler.assemble("p", "nop\n" + line + "\n nop\n");
    assertThat(read).isInstanceOf(Loaded.Refused.class);
    assertThat(((Loaded.Refused<Image>) read).summary())
        .contains("p:" + (line.startsWith("at") ? 3 : 2) + ":")
        .contains(reason);
  }
}
