package raconteur.core.marking;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;

/**
 * What markings mean. The rows are type designations as data books print them, from memory: letters
 * before the number and behind it change from maker to maker, the number does not.
 */
class MarkingReaderTest {
  private static final MarkingReader READER = new MarkingReader(DeviceLibrary.shipped());

  @ParameterizedTest
  @CsvSource({
    "SN74LS257AN, 74LS257",
    "74LS00, 74LS00",
    "DM74LS245N 8432, 74LS245",
    "SN 74 LS 138 N, 74LS138",
    "HD74LS04P, 74LS04",
    "MC74HC00AN, 74HC00",
    "N74F08N, 74F08",
    "T74LS373B1, 74LS373",
    "74LS08PC, 74LS08",
    "M74HC4040B1, 74HC4040",
    "CD74HC4066E, 74HC4066",
    "LS245, 74LS245",
    "HCT244, 74HCT244",
    "5400, 5400",
    "SN7451N, 7451",
    "SN74S51N, 7451",
    "SN74LS51N, 74LS51",
    "CD4066BE, 4066",
    "HEF4013BP, 4013",
    "MC14093BCP, 4093",
    "TC4050BP, 4050",
    "CD40106BE, 40106",
    "9316PC, 74LS161",
    "93L10, 74LS160",
    "9322PC, 74LS157",
    "SN7448N, 7448",
    "DM74248N, 74LS48",
    "SN7425N, 7425",
    "SN74150N, 74150",
    "CD4021BE, 4021",
    "HEF4538BP, 4538",
    "MC14555BCP, 4555",
    "TMS4044-45NL, 2147",
    "93L425ADC, 93425",
    "LH5264N-10L, 6264",
    "TMM2018D-45, 6116",
    "HD63B03YP, 6803",
    "MC68705P3S, 68705",
    "LM309K, 309",
    "LM340K-5, 309",
    "LM340T-5, 7805",
    "LM323K, 309",
    "LM2901N, 339",
    "LM380N, 380",
    "TDA2003, 2003-amplifier",
    "ULN2003A, 2003",
    "BC547B, transistor-cbe",
    "2SC1815, transistor-ecb",
    "TIP31C, transistor-bce",
    "MB8264A-15P, 4164",
    "HM4864P-2, 4164",
    "MCM6665AP20, 4164",
    "D4164C-2, 4164",
    "µPD4164C-15, 4164",
    "M5K4164ANP-15, 4164",
    "TMS4164-15NL, 4164",
    "KM4164B-15, 4164",
    "MK4564N-20, 4164",
    "MCM4116BP20, 4116",
    "D416C-2, 4116",
    "HM4716AP-4, 4116",
    "MB8118-10, 2118",
    "D41256C-15, 41256",
    "HM50256P-12, 41256",
    "MB81256-12P, 41256",
    "TMS4416-15NL, 4416",
    "HM48416AP-15, 4416",
    "M5M4464P-12, 4464",
    "HM50464P-12, 4464",
    "41464, 4464",
    "TC514256AP-80, 44256",
    "HM514256P-10, 44256",
    "P2114L-3, 2114",
    "HM472114P-3, 2114",
    "TMM2016BP-12, 6116",
    "HM6116LP-3, 6116",
    "D446C-2, 6116",
    "TMS4016-25NL, 6116",
    "CD4016BE, 4016",
    "TC5565PL-15, 6264",
    "HY6264ALP-10, 6264",
    "D43256C-12L, 62256",
    "D2764-25, 2764",
    "M27C64A-15F1, 2764",
    "HN482764G-3, 2764",
    "NMC27C256Q-200, 27256",
    "AM27C010-150DC, 27C010",
    "TMS2516JL-45, 2716",
    "TMS2716JL, 2716-three-rail",
    "M2716-1F1, 2716",
    "HN462532G, 2532",
    "TMS2532JL-45, 2532",
    "MCM68764C, 68764",
    "N82S123N, 82S123",
    "TBP18S030N, 82S123",
    "AM27S19PC, 82S123",
    "DM74S287N, 82S129",
    "MMI6301-1J, 82S129",
    "HM7611-5, 82S129",
    "TBP24SA10N, 82S126",
    "DM74S571N, 82S131",
    "82S137AN, 82S137",
    "N82S100N, 82S100",
    "PAL16L8ACN, 16L8",
    "TIBPAL16R4-25CN, 16R4",
    "GAL16V8B-15LP, 16V8",
    "Z80A CPU, Z80",
    "Z0840004PSC Z80 CPU, Z80",
    "Z80ACPU, Z80",
    "Z80-CPU, Z80",
    "D780C-1, Z80",
    "LH0080A, Z80",
    "MK3880N-4, Z80",
    "UA880D, Z80",
    "Z80A PIO, Z80PIO",
    "LH0082A, Z80CTC",
    "Z80 SIO/0, Z80SIO0",
    "R6502AP, 6502",
    "SY6502A, 6502",
    "SYP6522, 6522",
    "MC6809P, 6809",
    "HD68B09EP, 6809E",
    "MC68B09P, 6809",
    "HD63C09P, 6809",
    "HD46505SP, 6845",
    "HD6845SP, 6845",
    "MC68B21P, 6821",
    "HD46821P, 6821",
    "D8255AC-5, 8255",
    "M5L8255AP-5, 8255",
    "P8255A-5, 8255",
    "D8251AC 8205, 8251",
    "D765AC, 8272",
    "FD1793B-02, 1793",
    "MB8877A, 1793",
    "WD2797A, 2797",
    "WD2793A-PL, 2793",
    "TMS9929ANL, 9928",
    "TMS9918ANL, 9918",
    "DM81LS95N, 81LS95",
    "SN74LS467N, 81LS97",
    "M27C4002-12F1, 27C4096",
    "MSM6242BRS, 6242",
    "HM514256AP-8, 44256",
    "AY-3-8910A, AY-3-8910",
    "YM2149F, YM2149",
    "SN76489AN, 76489",
    "TMS9918ANL, 9918",
    "MC68000P8, 68000",
    "MC68000L8, 68000",
    "NE555P, 555",
    "LM556CN, 556",
    "LM358N, 358",
    "TL074CN, 074",
    "LM7805CT, 7805",
    "uA7805UC, 7805",
    "MC78L05ACP, 78L05",
    "LM317T, LM317",
    "ULN2003AN, 2003",
    "MC1488P, 1488",
    "SN75189N, 1489",
    "MAX232CPE, 232",
    "N8T28N, 8T28",
    "DM8097N, 74LS367",
    "К155ЛА3, 7400",
    "К555ТМ2, 74LS74",
    "KR1533IR22, 74ALS373",
    "КР565РУ5Г, 4164",
    "K565RU3A, 4116",
    "КР580ВВ55А, 8255",
    "КР537РУ10, 6116",
    "К573РФ2, 2716",
    "P8205, 74LS138",
    "HM3-7611-5, 82S129",
    "Z84C0006PEC, Z80",
    "Z80A-CTC, Z80CTC",
    "MBL8088-2, 8088",
    "LM340T-5, 7805"
  })
  void theNumberCountsWhateverStandsAroundIt(String marking, String device) {
    assertThat(READER.read(marking).known().map(Device::name).orElse(""))
        .as(marking)
        .isEqualTo(device);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "   ",
        "X",
        "JAPAN",
        "LM741X9999",
        "74LS9999",
        "SN74LS2450N",
        "MK4096X99999",
        "XC2064-70",
        "COM8116",
        "MC4044P",
        "1N4148",
        "AC125",
        "8432",
        "resistor-pack-0",
        "connector-",
        "SN74L86N",
        "MB4391",
        "SP0256-AL2",
        "M50747-121SP",
        "9312",
        "CXK5864000",
        "???",
        "HN61364P",
        "TC40H000P",
        "AM2901CPC",
        "AM2909",
        "CRT5027",
        "27C322"
      })
  void whatIsNoDeviceOfOursIsNotTakenForOne(String marking) {
    assertThat(READER.read(marking).known().map(Device::name)).as(marking).isNotPresent();
  }

  @ParameterizedTest
  @CsvSource({
    "Z80 SIO, Z80SIO0",
    "Z80ASIO/2, Z80SIO0",
    "MCM6664P20, 4164",
    "51256, 62256",
    "4027, 2104",
    "D4027D-2, 4027",
    "F245, 74F245",
    "74LS00N 74LS04N, 74LS04",
    "6301, 6803"
  })
  void whatCannotBeToldIsAsked(String marking, String oneOfThem) {
    assertThat(READER.read(marking))
        .isInstanceOfSatisfying(
            Marking.Ask.class,
            ask -> {
              assertThat(ask.candidates().stream().map(Device::name)).contains(oneOfThem);
              assertThat(ask.why()).isNotBlank();
            });
  }

  @Test
  void everySecondSourceOfTheLibraryFindsItsDeviceOrIsAsked() {
    Map<String, String> wrong = new LinkedHashMap<>();
    for (Device device : DeviceLibrary.shipped().all()) {
      for (String also : device.facts().also()) {
        switch (READER.read(also)) {
          case Marking.Known known -> {
            if (!known.device().name().equals(device.name())) {
              wrong.put(also, device.name() + " read as " + known.device().name());
            }
          }
          case Marking.Ask _ -> {}
          case Marking.Unknown _ -> wrong.put(also, device.name() + " not read");
        }
      }
    }
    assertThat(wrong).isEmpty();
  }

  /** A print of the series is one also where the library has no such number. */
  @Test
  void aPrintOfTheSeriesIsToldFromAValue() {
    assertThat(List.of("SN74499N", "74LS499", "DM74S999N 7812")).allMatch(READER::isOfTheSeries);
    assertThat(List.of("7410", "470K", "74", "10n 63V", "LM741CN", "x".repeat(500)))
        .noneMatch(READER::isOfTheSeries);
  }

  @Test
  void junkIsReadInBoundedTimeAndHarmless() {
    Random random = new Random(4);
    List<String> pieces =
        List.of("74", "LS", "4164", "-", " ", "Z80", "К", "µ", "/", "8255", "\u0000", "💥", "SIO");
    for (int i = 0; i < 3000; i++) {
      StringBuilder text = new StringBuilder();
      for (int n = random.nextInt(12); n >= 0; n--) {
        text.append(pieces.get(random.nextInt(pieces.size())));
      }
      assertThat(READER.read(text.toString())).isNotNull();
    }
  }

  /** Numbers whose pins nobody has described say all the same what a part is. */
  @ParameterizedTest
  @CsvSource({
    "YM2203C, sound generator",
    "MC68881RC16A, coprocessor",
    "SCN2661B, serial port",
    "HA1388, audio amplifier",
    "TMS9900NL, processor",
    "HD63484-8, picture generator"
  })
  void aNumberAloneSaysWhatThePartIs(String marking, String is) {
    assertThat(READER.read(marking).known()).isEmpty();
    assertThat(READER.called(marking)).contains(is);
  }

  @ParameterizedTest
  @ValueSource(strings = {"2203", "10k 5%", "68 uF", "U2203", "8142 21"})
  void whatOnlyLooksLikeSuchANumberIsNone(String text) {
    assertThat(READER.called(text)).isEmpty();
  }
}
