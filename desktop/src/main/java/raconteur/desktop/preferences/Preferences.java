package raconteur.desktop.preferences;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import raconteur.core.intake.Worth;
import raconteur.core.plan.Shop;
import raconteur.desktop.workshop.Settings;

/**
 * Everything that is preferred, as it stands in the settings or as it was typed.
 *
 * @param together how many faults at once are reckoned with
 * @param textPercent the size of all text, of what is usual
 * @param light when the window is dim
 * @param sounds whether lines that are kept or refused are heard
 * @param perHour money an hour of work costs, as typed
 * @param partsFactor what a part is charged at, of what it cost, as typed
 * @param shopName what the shop goes by where counts are shared; empty for nothing
 */
public record Preferences(
    Shop shop,
    int together,
    int textPercent,
    Settings.Light light,
    boolean sounds,
    String perHour,
    String partsFactor,
    String shopName) {

  /** What is preferred now. */
  public static Preferences of(Settings settings) {
    Worth.Rates usual = Worth.Rates.usual();
    return new Preferences(
        settings.shop(),
        settings.faultsTogether(),
        settings.textPercent(),
        settings.light(),
        settings.sounds(),
        settings.rate(Settings.Rate.MONEY_PER_HOUR).orElse(plain(usual.moneyPerHour())),
        settings.rate(Settings.Rate.PARTS_FACTOR).orElse(plain(usual.partsFactor())),
        settings.shopName());
  }

  private static String plain(double value) {
    return value == Math.rint(value) ? String.valueOf(Math.round(value)) : String.valueOf(value);
  }

  /** What would have to be typed otherwise; empty where all of it can be kept. */
  public Optional<String> refusal() {
    for (String typed : List.of(perHour, partsFactor)) {
      if (Settings.rateOf(typed).isEmpty()) {
        return Optional.of(
            "“" + typed.strip() + "” is no rate: type a number from 0 up, like 30 or 1,5.");
      }
    }
    return Optional.empty();
  }

  /** Keeps what differs from what is kept; a sentence where something could not be, else empty. */
  public String keep(Settings settings) {
    Preferences before = of(settings);
    List<Supplier<String>> steps =
        List.of(
            () -> shop.equals(before.shop) ? "" : settings.keepShop(shop),
            () -> together == before.together ? "" : settings.keepFaultsTogether(together),
            () -> textPercent == before.textPercent ? "" : settings.keepTextPercent(textPercent),
            () -> light == before.light ? "" : settings.keepLight(light),
            () -> sounds == before.sounds ? "" : settings.keepSounds(sounds),
            () -> keepRate(settings, Settings.Rate.MONEY_PER_HOUR, perHour, before.perHour),
            () -> keepRate(settings, Settings.Rate.PARTS_FACTOR, partsFactor, before.partsFactor),
            () ->
                shopName.strip().equals(before.shopName)
                    ? ""
                    : settings.keepShopName(shopName.strip()));
    for (Supplier<String> step : steps) {
      String refused = step.get();
      if (!refused.isEmpty()) {
        return refused;
      }
    }
    return "";
  }

  private static String keepRate(
      Settings settings, Settings.Rate rate, String typed, String before) {
    return typed.strip().equals(before)
        ? ""
        : settings.keepRate(rate, plain(Settings.rateOf(typed).orElseThrow()));
  }
}
