package raconteur.desktop.rom;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import raconteur.casebook.exchange.RomImages;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.rom.RomDiagnosis;
import raconteur.core.rom.RomInspection;
import raconteur.core.rom.RomWords;
import raconteur.core.rom.TwoReadings;
import raconteur.desktop.workshop.Workshop;

/** One ROM of a board and what was read out of it, without the toolkit. */
public final class RomPresenter {
  private final Workshop workshop;
  private final Board board;
  private String part;
  private Optional<Image> wanted = Optional.empty();
  private final List<Image> readings = new ArrayList<>();

  /** A file's contents under its name. */
  private record Image(String name, byte[] bytes) {}

  /**
   * What is shown.
   *
   * @param should what should be there, where that is known
   * @param read the first reading, none before there is one
   * @param lines for the story, none where nothing was found out
   */
  public record Shown(
      String files,
      List<String> sentences,
      Optional<byte[]> should,
      Optional<byte[]> read,
      List<String> lines) {
    public Shown {
      sentences = List.copyOf(sentences);
      lines = List.copyOf(lines);
    }
  }

  /**
   * @param chosen the part to begin with, where it is a ROM
   */
  public RomPresenter(Workshop workshop, Board board, String chosen) {
    this.workshop = workshop;
    this.board = board;
    List<String> roms = parts();
    this.part = roms.contains(chosen) ? chosen : roms.isEmpty() ? "" : roms.getFirst();
  }

  /** The board's ROMs. */
  public List<String> parts() {
    return board.parts().stream().filter(p -> p.device().isRom()).map(Part::designator).toList();
  }

  public String part() {
    return part;
  }

  /** Goes on with another part; its readings are other ones. */
  public void choose(String designator) {
    if (!designator.equals(part)) {
      part = designator;
      wanted = Optional.empty();
      readings.clear();
    }
  }

  /**
   * Reads a file away from the window.
   *
   * @param asWanted whether it is what should be there, else one more reading
   * @param then told the sentence that refuses it, or nothing, on the window's thread
   */
  public void read(Path file, boolean asWanted, Consumer<Optional<String>> then) {
    workshop
        .files()
        .execute(
            () -> {
              Loaded<byte[]> loaded = RomImages.read(file);
              workshop.window().execute(() -> then.accept(taken(file, asWanted, loaded)));
            });
  }

  private Optional<String> taken(Path file, boolean asWanted, Loaded<byte[]> loaded) {
    return switch (loaded) {
      case Loaded.Refused<byte[]> refused -> Optional.of(refused.summary());
      case Loaded.Ok<byte[]>(byte[] bytes) -> {
        Image image = new Image(String.valueOf(file.getFileName()), bytes);
        if (asWanted) {
          wanted = Optional.of(image);
        } else {
          readings.add(image);
        }
        yield Optional.empty();
      }
    };
  }

  /** Begins with no reading again. */
  public void forgetReadings() {
    readings.clear();
  }

  /** Works out what the readings come to, away from the window. */
  public void work(Consumer<Shown> then) {
    List<Image> now = List.copyOf(readings);
    Optional<Image> should = wanted;
    String of = part;
    workshop
        .files()
        .execute(
            () -> {
              Shown shown = shown(of, should, now);
              workshop.window().execute(() -> then.accept(shown));
            });
  }

  private Shown shown(String of, Optional<Image> should, List<Image> now) {
    Optional<Device> device = board.part(of).map(Part::device);
    List<String> sentences = new ArrayList<>();
    Optional<TwoReadings> twice =
        now.size() < 2
            ? Optional.empty()
            : Optional.of(TwoReadings.of(now.stream().map(Image::bytes).toList()));
    twice.ifPresent(t -> sentences.add(t.words()));
    Optional<byte[]> first = now.stream().findFirst().map(Image::bytes);
    Optional<RomDiagnosis.Result> result =
        should.isPresent() && first.isPresent()
            ? Optional.of(RomDiagnosis.of(should.get().bytes(), first.get()))
            : Optional.empty();
    result.ifPresent(r -> sentences.addAll(RomWords.of(r, device)));
    if (result.isEmpty() && first.isPresent()) {
      RomInspection seen = RomInspection.of(first.get());
      sentences.add(
          String.format(
              Locale.ROOT,
              "%d bytes, sum %04X, CRC-32 %08X, %.1f bits a byte. Nothing to hold it against:",
              first.get().length,
              seen.sums().sum16(),
              seen.sums().crc32(),
              seen.entropyBits()));
      sentences.addAll(
          seen.signs().isEmpty() ? List.of("Nothing about it looks like a fault.") : seen.signs());
    }
    return new Shown(
        files(should, now),
        sentences,
        should.map(Image::bytes),
        first,
        RomWords.lines(of, twice, result, device));
  }

  private static String files(Optional<Image> should, List<Image> now) {
    String good = should.map(Image::name).orElse("nothing to hold it against");
    String read =
        now.isEmpty()
            ? "no reading yet"
            : String.join(", ", now.stream().map(Image::name).toList());
    return "Should be: " + good + " · read: " + read;
  }

  /** What stands at an address, in a few words. */
  public static String at(int address, Optional<byte[]> should, byte[] read) {
    String here = String.format(Locale.ROOT, "%04X: %02X", address, read[address] & 0xFF);
    return should
        .filter(s -> address < s.length)
        .map(
            s ->
                here
                    + (s[address] == read[address]
                        ? ", as it should be"
                        : String.format(Locale.ROOT, ", should be %02X", s[address] & 0xFF)))
        .orElse(here);
  }
}
