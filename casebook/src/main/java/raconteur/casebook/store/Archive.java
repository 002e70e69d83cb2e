package raconteur.casebook.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.JdbiException;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.core.device.Device;
import raconteur.core.odds.CountsFile;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Case;

/**
 * A whole casebook as one open file: a zip of JSON, CSV and pictures, written down in
 * docs/formats/archive.md. Taken into an empty casebook it gives an equal one.
 *
 * <p>What is written is read back, every case and picture of it, before it is put in its place;
 * what cannot be read back is not an archive. Both ways hold one case or one picture at a time.
 * Nothing is kept unless all of it can be.
 */
public final class Archive {
  /** How an archive is known among other zips. */
  public static final FileKind KIND = ArchiveFormat.KIND;

  private static final FileKind BOARD = FileKind.json("board", "raconteur-board/");

  private Archive() {}

  /** How much is in an archive. */
  public record Contents(
      int cases, int pictures, int stockItems, int devices, int boards, int others) {}

  /**
   * Writes a casebook as it is at this moment, whatever others write meanwhile.
   *
   * @param boards the texts of the user's board files by their ids
   */
  public static Outcome<Contents> write(
      Casebook casebook, Map<String, String> boards, Path target) {
    try (Casebook still = casebook.still()) {
      Contents contents =
          new Contents(
              still.headers().size(),
              still.pictureContents().size(),
              new StockRoom(still).stock().items().size(),
              still.devices().size(),
              boards.size(),
              new OtherShops(still).all().size());
      return WholeFile.write(
              target,
              KIND,
              out -> new ArchiveWriter(still, boards, out).write(contents),
              written -> wrong(written, still, target))
          .<Outcome<Contents>>map(Outcome.Failed::new)
          .orElseGet(() -> new Outcome.Done<>(contents));
    } catch (JdbiException e) {
      return new Outcome.Failed<>(
          Sentences.cannotOpen(casebook.file(), e) + " Nothing was written.");
    }
  }

  /** Reads what was written as whoever takes it in will, and holds it against the casebook. */
  private static Optional<String> wrong(Path written, Casebook still, Path target) {
    try {
      ArchiveReader.read(written, new Held(still));
      return Optional.empty();
    } catch (ArchiveReader.Refusal e) {
      return Optional.of(
          target
              + " was not written, since it could not be taken in again: "
              + String.valueOf(e.getMessage())
                  .replace(String.valueOf(written.getFileName()), "the archive"));
    }
  }

  /** Holds what is in an archive against the casebook it was made of. */
  private record Held(Casebook still) implements ArchiveReader.Taker {
    @Override
    public void oneCase(Case one) throws ArchiveReader.Refusal {
      if (!still.find(one.header().number()).equals(Optional.of(one))) {
        throw new ArchiveReader.Refusal(
            "case " + one.header().number() + " would not come out as it is.");
      }
    }

    @Override
    public void picture(String name, byte[] bytes) throws ArchiveReader.Refusal {
      if (!name.startsWith(ArchiveFormat.PICTURES + PictureReader.hash(bytes))) {
        throw new ArchiveReader.Refusal(name + " is not the picture its name says.");
      }
    }

    @Override
    public void stock(List<StockItem> items) throws ArchiveReader.Refusal {
      if (!items.equals(new StockRoom(still).stock().items())) {
        throw new ArchiveReader.Refusal("the stock would not come out as it is.");
      }
    }

    @Override
    public void devices(List<Device> devices) throws ArchiveReader.Refusal {
      if (!devices.equals(still.devices())) {
        throw new ArchiveReader.Refusal("the devices would not come out as they are.");
      }
    }

    @Override
    public void settings(Map<String, String> settings) throws ArchiveReader.Refusal {
      if (!settings.equals(still.settings())) {
        throw new ArchiveReader.Refusal("the settings would not come out as they are.");
      }
    }

    @Override
    public void board(String id, String text) {
      // The reader holds its id against its name; its text has the zip's own check sum.
    }

    @Override
    public void counts(CountsFile counts) {
      // The reader reads them as they are read when they are merged.
    }
  }

  /** Why a file is no archive of ours, before a casebook is made for it; empty where it is one. */
  public static Optional<String> refusal(Path file) {
    if (!Files.isRegularFile(file)) {
      return Optional.of("There is no file " + file + ".");
    }
    try {
      ArchiveReader.lookAt(file);
      return Optional.empty();
    } catch (ArchiveReader.Refusal e) {
      return Optional.of(file.getFileName() + ": " + e.getMessage() + " Nothing was taken in.");
    }
  }

  /**
   * Takes an archive into a casebook that has no cases yet; all of it, or nothing.
   *
   * @param boardsFolder where the board files go; one that is there with other words stays, and the
   *     archive is then not taken
   */
  public static Outcome<Contents> read(Path file, Casebook into, Path boardsFolder) {
    Optional<String> refusal = refusal(file);
    if (refusal.isPresent()) {
      return new Outcome.Failed<>(refusal.get());
    }
    if (!into.headers().isEmpty()) {
      return new Outcome.Failed<>(
          "An archive goes into an empty casebook: open a new one with --casebook FILE.");
    }
    Map<String, String> boards = new HashMap<>();
    Outcome<Contents> taken =
        into.writing(
            h -> {
              Taking taking = new Taking(h, boards, boardsFolder);
              try {
                ArchiveReader.read(file, taking);
              } catch (ArchiveReader.Refusal e) {
                throw new Casebook.Refused(
                    file.getFileName() + ": " + e.getMessage() + " Nothing was taken in.");
              }
              return taking.contents();
            },
            "Something in the archive is in this casebook already. Nothing was taken in.");
    return taken instanceof Outcome.Done<Contents>(Contents contents)
        ? withBoards(contents, boards, boardsFolder)
        : taken;
  }

  private static Outcome<Contents> withBoards(
      Contents contents, Map<String, String> boards, Path folder) {
    try {
      if (!boards.isEmpty()) {
        Files.createDirectories(folder);
      }
      for (Map.Entry<String, String> board : boards.entrySet()) {
        Path place = folder.resolve(board.getKey() + ".json");
        if (!Files.exists(place)) {
          Optional<String> refusal = WholeFile.write(place, BOARD, board.getValue());
          if (refusal.isPresent()) {
            return new Outcome.Failed<>("All was taken in but a board: " + refusal.get());
          }
        }
      }
      return new Outcome.Done<>(contents);
    } catch (IOException e) {
      return new Outcome.Failed<>(
          "All was taken in but the boards: " + folder + " cannot be written.");
    }
  }

  /** Keeps each part as it comes; the transaction around it makes it all or nothing. */
  private static final class Taking implements ArchiveReader.Taker {
    private final Handle handle;
    private final Map<String, String> boards;
    private final Path boardsFolder;
    private final Set<Integer> numbers = new HashSet<>();
    private int pictures;
    private int stockItems;
    private int devices;
    private int counts;

    Taking(Handle handle, Map<String, String> boards, Path boardsFolder) {
      this.handle = handle;
      this.boards = boards;
      this.boardsFolder = boardsFolder;
    }

    Contents contents() {
      return new Contents(numbers.size(), pictures, stockItems, devices, boards.size(), counts);
    }

    @Override
    public void oneCase(Case one) throws ArchiveReader.Refusal {
      if (!numbers.add(one.header().number())) {
        throw new ArchiveReader.Refusal("case " + one.header().number() + " stands there twice.");
      }
      Casebook.insert(handle, one);
    }

    @Override
    public void picture(String name, byte[] bytes) throws ArchiveReader.Refusal {
      switch (PictureReader.read(name, bytes)) {
        case Outcome.Failed<Picture>(String sentence) -> throw new ArchiveReader.Refusal(sentence);
        case Outcome.Done<Picture>(Picture picture) -> {
          if (!name.startsWith(ArchiveFormat.PICTURES + picture.content())) {
            throw new ArchiveReader.Refusal(name + " is not the picture its name says.");
          }
          Casebook.insert(handle, picture);
          pictures++;
        }
      }
    }

    @Override
    public void stock(List<StockItem> items) {
      items.forEach(i -> StockRoom.write(handle, i, false));
      stockItems = items.size();
    }

    @Override
    public void devices(List<Device> described) {
      described.forEach(d -> Casebook.insert(handle, d));
      devices = described.size();
    }

    @Override
    public void settings(Map<String, String> settings) {
      settings.forEach((name, value) -> Casebook.insertSetting(handle, name, value));
    }

    @Override
    public void board(String id, String text) throws ArchiveReader.Refusal {
      Path place = boardsFolder.resolve(id + ".json");
      try {
        if (Files.exists(place) && !Files.readString(place).equals(text)) {
          throw new ArchiveReader.Refusal(
              "it brings the board "
                  + id
                  + ", but "
                  + place
                  + " is there and says something else; move that away first, or take the archive"
                  + " into a casebook in another folder.");
        }
      } catch (IOException e) {
        throw new ArchiveReader.Refusal(place + " is in the way and cannot be read.");
      }
      boards.put(id, text);
    }

    @Override
    public void counts(CountsFile file) {
      OtherShops.insert(handle, file, Set.of());
      counts++;
    }
  }
}
