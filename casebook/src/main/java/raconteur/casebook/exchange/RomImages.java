package raconteur.casebook.exchange;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.rom.RomFile;

/** Images of ROMs from files a programmer wrote: plain, Intel HEX or S-records. */
public final class RomImages {
  private static final long LARGEST = 4L * RomFile.MOST_BYTES;

  private RomImages() {}

  /** Reads one image, or says why it is none. */
  public static Loaded<byte[]> read(Path file) {
    String name = String.valueOf(file.getFileName());
    try {
      if (!Files.isRegularFile(file)) {
        return refused(name, "there is no such file");
      }
      if (Files.size(file) > LARGEST) {
        return refused(name, "the file is larger than any ROM");
      }
      return switch (RomFile.read(name, Files.readAllBytes(file))) {
        case Loaded.Refused<RomFile.Contents> refused -> new Loaded.Refused<>(refused.issues());
        case Loaded.Ok<RomFile.Contents>(RomFile.Contents c) -> new Loaded.Ok<>(c.bytes());
      };
    } catch (IOException e) {
      return refused(name, "the file cannot be read");
    }
  }

  /** Reads all of them, or says why the first that is none is none. */
  public static Loaded<List<byte[]>> read(List<Path> files) {
    List<byte[]> images = new ArrayList<>();
    for (Path file : files) {
      switch (read(file)) {
        case Loaded.Refused<byte[]> refused -> {
          return new Loaded.Refused<>(refused.issues());
        }
        case Loaded.Ok<byte[]>(byte[] image) -> images.add(image);
      }
    }
    return new Loaded.Ok<>(images);
  }

  private static Loaded<byte[]> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }
}
