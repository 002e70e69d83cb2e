package raconteur.casebook.exchange;

import java.util.Optional;

/**
 * What one part of a file was taken for.
 *
 * @param marking what the file says of it, empty for nothing
 * @param device the device of the library it is, none where nobody knows
 * @param knownBy how that was told, in words
 */
public record ImportedPart(String part, String marking, Optional<String> device, String knownBy) {
  /** How it was told where somebody said it. */
  public static final String SAID = "what you said it is";
}
