package raconteur.core.rom;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import raconteur.core.device.Device;
import raconteur.core.stock.AdapterPlan;

/**
 * What is to be written into the part at hand so that it stands in for another.
 *
 * @param image for the programmer, as long as the part
 * @param steps what to do, each a sentence
 * @param problems why it cannot be; empty for a plan that works
 */
public record BurnPlan(byte[] image, List<String> steps, List<String> problems) {
  public BurnPlan {
    image = image.clone();
    steps = List.copyOf(steps);
    problems = List.copyOf(problems);
  }

  @Override
  public byte[] image() {
    return image.clone();
  }

  public boolean works() {
    return problems.isEmpty();
  }

  /** How the room of a larger part is used. */
  public enum Fill {
    /** The image over and over: whatever its upper address lines are tied to, it is there. */
    REPEATED,
    /** Once, the rest left empty: the upper address lines have to be tied low. */
    PADDED
  }

  /**
   * Plans it.
   *
   * @param images one, or several of the place's size, a bank each, chosen by switches
   * @param place the device the board was made for
   * @param part the one at hand
   */
  public static BurnPlan of(List<byte[]> images, Device place, Device part, Fill fill) {
    int needs = size(place);
    int has = size(part);
    List<String> problems = new ArrayList<>();
    if (needs == 0 || has == 0) {
      problems.add(
          (needs == 0 ? place : part).name()
              + " is no memory whose address pins are known; describe it under Devices.");
    }
    for (byte[] image : images) {
      if (needs > 0 && image.length != needs) {
        problems.add(
            String.format(
                Locale.ROOT,
                "An image has %d bytes; a %s holds %d.",
                image.length,
                place.name(),
                needs));
      }
    }
    if (needs > has) {
      problems.add(
          String.format(
              Locale.ROOT, "A %s holds %d bytes, a %s %d.", part.name(), has, place.name(), needs));
    } else if (needs > 0 && images.size() > has / needs) {
      problems.add(
          String.format(
              Locale.ROOT,
              "A %s has room for %d images of a %s, not for %d.",
              part.name(),
              has / needs,
              place.name(),
              images.size()));
    }
    AdapterPlan adapter = AdapterPlan.of(place, part, AdapterPlan.Enabling.TOGETHER);
    problems.addAll(adapter.problems());
    if (!problems.isEmpty()) {
      return new BurnPlan(new byte[0], List.of(), problems);
    }
    byte[] whole = filled(images, needs, has, fill);
    return new BurnPlan(whole, steps(images, whole, place, part, fill, adapter), List.of());
  }

  /** Bytes by its address pins, 0 where it has none. */
  private static int size(Device device) {
    int pins = device.addressPins().size();
    return pins == 0 || pins > 24 ? 0 : 1 << pins;
  }

  private static byte[] filled(List<byte[]> images, int needs, int has, Fill fill) {
    byte[] whole = new byte[has];
    Arrays.fill(whole, (byte) 0xFF);
    for (int bank = 0; bank < has / needs; bank++) {
      if (fill == Fill.REPEATED || bank < images.size()) {
        System.arraycopy(images.get(bank % images.size()), 0, whole, bank * needs, needs);
      }
    }
    return whole;
  }

  private static List<String> steps(
      List<byte[]> images,
      byte[] whole,
      Device place,
      Device part,
      Fill fill,
      AdapterPlan adapter) {
    List<String> steps = new ArrayList<>();
    int needs = images.getFirst().length;
    steps.add(
        "Set the programmer to "
            + part.name()
            + " and read the new part first: all FF, or erase it.");
    if (whole.length > needs) {
      String more = upperLines(needs, whole.length);
      steps.add(
          fill == Fill.REPEATED
              ? "The image stands there "
                  + whole.length / needs
                  + (images.size() > 1 ? " times in turn" : " times")
                  + "; "
                  + more
                  + (images.size() > 1 ? " choose the bank." : " may be tied to either level.")
              : "The image stands there once, from 0 on; "
                  + more
                  + (lines(needs, whole.length).size() == 1 ? " has" : " have")
                  + " to be tied low.");
    }
    for (int bank = 0; images.size() > 1 && bank < images.size(); bank++) {
      steps.add(
          String.format(
              Locale.ROOT,
              "Bank %d: %s; its sum is %04X.",
              bank,
              levels(bank, needs, whole.length),
              Sums.of(images.get(bank)).sum16()));
    }
    steps.add(
        String.format(
            Locale.ROOT,
            "The file is %d bytes, sum %04X, CRC-32 %08X; the programmer shows the same sum before"
                + " and after.",
            whole.length,
            Sums.of(whole).sum16(),
            Sums.of(whole).crc32()));
    steps.add("Verify it in the programmer.");
    if (!adapter.plain()) {
      steps.add(
          "Build the adapter for "
              + place.name()
              + " (the stockroom draws it pin by pin), then read through it as a "
              + place.name()
              + ": it has to be the image again.");
    }
    steps.addAll(adapter.notes());
    return steps;
  }

  private static String upperLines(int needs, int has) {
    return lines(needs, has).stream().map(i -> "A" + i).collect(Collectors.joining(", "));
  }

  private static List<Integer> lines(int needs, int has) {
    List<Integer> lines = new ArrayList<>();
    for (int bit = Integer.numberOfTrailingZeros(needs); (1 << bit) < has; bit++) {
      lines.add(bit);
    }
    return lines;
  }

  private static String levels(int bank, int needs, int has) {
    List<Integer> lines = lines(needs, has);
    return lines.stream()
        .map(bit -> "A" + bit + (((bank >> lines.indexOf(bit)) & 1) == 1 ? " high" : " low"))
        .collect(Collectors.joining(", "));
  }
}
