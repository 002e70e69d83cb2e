package raconteur.core.device;

/**
 * One pin of a device.
 *
 * @param number as printed in data books, {@code 1} to the package's count
 * @param name as printed in data books, active-low names with a leading slash
 */
public record DevicePin(String number, String name, PinKind kind) {}
