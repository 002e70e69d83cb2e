package raconteur.desktop.signals;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;

/**
 * Finds a board's nets and pins by the names people give an instrument's channels: with a unit
 * behind them ({@code A0 (V)}), an overbar written in another way ({@code RD#}, {@code nRD} for
 * {@code /RD}), a pin in words ({@code U7 pin 6}).
 */
final class LineNames {
  private static final Pattern UNIT = Pattern.compile("\\s*[\\[(][^\\])]{0,6}[\\])]\\s*$");
  private static final Pattern PIN =
      Pattern.compile(
          "(?i)([A-Z]{1,4}[0-9]{1,4})\\s*(?:[.:/-]|\\s|\\s?pin\\s?)\\s*([A-Z]?[0-9]{1,3})");
  private static final Pattern BARRED =
      Pattern.compile("[/~!\\\\](.+)|(.+?)(?:#|\\*|_[NnLlBb]|_[Bb][Aa][Rr])|n([A-Z].*)");

  private final Board board;

  LineNames(Board board) {
    this.board = board;
  }

  /** The net of that name, else the only one that is the same but for how it is written. */
  Optional<Net> net(String name) {
    return board.nets().stream()
        .filter(n -> n.name().equalsIgnoreCase(name.strip()))
        .findFirst()
        .or(
            () -> {
              String plain = plain(name);
              var alike =
                  board.nets().stream()
                      .filter(n -> plain(n.name()).equals(plain))
                      .limit(2)
                      .toList();
              return alike.size() == 1 ? Optional.of(alike.getFirst()) : Optional.empty();
            });
  }

  /** The pin of that name. */
  Optional<PinRef> pin(String name) {
    Matcher words = PIN.matcher(UNIT.matcher(name.strip()).replaceFirst(""));
    String plain = words.matches() ? words.group(1) + "." + words.group(2) : name.strip();
    return board.parts().stream()
        .flatMap(p -> p.pins().stream())
        .filter(p -> p.toString().equalsIgnoreCase(plain))
        .findFirst();
  }

  private static String plain(String name) {
    String bare = UNIT.matcher(name.strip()).replaceFirst("");
    Matcher barred = BARRED.matcher(bare);
    if (!barred.matches()) {
      return bare.toUpperCase(Locale.ROOT);
    }
    for (int group = 1; group <= barred.groupCount(); group++) {
      if (barred.group(group) != null) {
        return "/" + barred.group(group).toUpperCase(Locale.ROOT);
      }
    }
    return bare.toUpperCase(Locale.ROOT);
  }
}
