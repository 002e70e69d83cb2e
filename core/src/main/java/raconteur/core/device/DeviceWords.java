package raconteur.core.device;

import java.util.List;
import java.util.regex.Pattern;

/** The words a device file may use for classes and packages, so that a slip is no new kind. */
public final class DeviceWords {
  /** What base rates are known for, and {@code unknown} for what nobody has named. */
  public static final List<String> CLASSES =
      List.of(
          "analogue",
          "bipolar prom",
          "ceramic capacitor",
          "connector",
          "cpu",
          "crystal",
          "custom decoder",
          "custom io",
          "custom video",
          "dram",
          "dram three rails",
          "electrolytic",
          "eprom",
          "fuse",
          "line driver",
          "mask rom",
          "peripheral",
          "programmable logic",
          "regulator",
          "resistor",
          "small logic",
          "sram 2114",
          "sram 6116",
          "sram other",
          "unknown");

  private static final Pattern PACKAGE =
      Pattern.compile(
          "DIP[0-9]{1,3}[WN]?|SO[0-9]{1,3}|PLCC[0-9]{1,3}|QFP[0-9]{1,3}|SIL[0-9]{1,4}"
              + "|CONN[0-9]{1,4}|CAN14|TO[0-9]{1,3}|HC[0-9]{1,3}|AXIAL|RADIAL|RADIAL-E");

  /** Packages there are, for a refusal. */
  static final String PACKAGES =
      "DIPn, DIPnW, DIPnN, SOn, PLCCn, QFPn, SILn, CONNn, CAN14, TO220, TO92, HC18, AXIAL, RADIAL"
          + " or RADIAL-E";

  private DeviceWords() {}

  static boolean isPackage(String word) {
    return PACKAGE.matcher(word).matches();
  }
}
