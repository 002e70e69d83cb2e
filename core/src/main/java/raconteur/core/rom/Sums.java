package raconteur.core.rom;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.zip.CRC32;

/**
 * The sums an image is known by.
 *
 * @param crc32 as in zip files (ISO/IEC 8802-3 polynomial)
 * @param sha1 in hexadecimal digits
 * @param sum16 all bytes added, the low sixteen bits: what programmers show
 * @param crcCcitt CRC-16 with polynomial 1021 and start FFFF
 * @param xor all bytes by exclusive or
 */
public record Sums(long crc32, String sha1, int sum16, int crcCcitt, int xor) {

  public static Sums of(byte[] image) {
    CRC32 crc = new CRC32();
    crc.update(image);
    int sum = 0;
    int xor = 0;
    int ccitt = 0xFFFF;
    for (byte b : image) {
      sum += b & 0xFF;
      xor ^= b & 0xFF;
      ccitt = ccitt(ccitt, b & 0xFF);
    }
    return new Sums(crc.getValue(), sha1(image), sum & 0xFFFF, ccitt, xor);
  }

  static int ccitt(int before, int value) {
    int crc = before ^ (value << 8);
    for (int bit = 0; bit < 8; bit++) {
      crc = (crc & 0x8000) != 0 ? (crc << 1) ^ 0x1021 : crc << 1;
    }
    return crc & 0xFFFF;
  }

  private static String sha1(byte[] image) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-1").digest(image));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
