package raconteur.core.device;

import java.util.Arrays;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What a pin is electrically. */
public enum PinKind {
  INPUT("input"),
  OUTPUT("output"),
  THREE_STATE("three-state"),
  OPEN_COLLECTOR("open-collector"),
  BIDIRECTIONAL("bidirectional"),
  SUPPLY("supply"),
  PASSIVE("passive"),
  NONE("none");

  /** The words used in device files. */
  public static final Map<String, PinKind> WORDS =
      Arrays.stream(values())
          .collect(Collectors.toUnmodifiableMap(k -> k.word, Function.identity()));

  private final String word;

  PinKind(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  /** Whether the pin can put a level on its net. */
  public boolean drives() {
    return switch (this) {
      case OUTPUT, THREE_STATE, OPEN_COLLECTOR, BIDIRECTIONAL -> true;
      case INPUT, SUPPLY, PASSIVE, NONE -> false;
    };
  }

  /** Whether the pin takes its level from its net. */
  public boolean reads() {
    return this == INPUT || this == BIDIRECTIONAL;
  }
}
