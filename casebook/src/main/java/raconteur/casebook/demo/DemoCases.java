package raconteur.casebook.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Objects;
import raconteur.casebook.exchange.StockCsv;
import raconteur.casebook.photo.BoardPhotos;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Picture;
import raconteur.casebook.store.PictureReader;
import raconteur.casebook.store.StockRoom;
import raconteur.core.data.DataFile;
import raconteur.core.photo.BoardPhoto;
import raconteur.core.photo.PhotoFile;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;

/** The invented cases that ship as {@code cases.json}. */
public final class DemoCases {
  private static final String PHOTOGRAPHED = "marram-310";
  private static final List<String> SIDES = List.of("top", "underside");

  private DemoCases() {}

  public static List<Case> shipped() {
    return DataFile.shipped(
        DemoCases.class, "cases.json", text -> CaseFiles.readMany("cases.json", text));
  }

  /** The invented stockroom that ships as {@code stock.csv}. */
  public static List<StockItem> stock() {
    return DataFile.shipped(DemoCases.class, "stock.csv", text -> StockCsv.read("stock.csv", text));
  }

  /** Fills an empty casebook with the demo's cases and stock. */
  public static void fill(Casebook casebook) {
    casebook.adopt(shipped());
    new StockRoom(casebook).addAll(stock());
    BoardPhotos photos = new BoardPhotos(casebook);
    for (String side : SIDES) {
      photos.keep(PHOTOGRAPHED, picture(side), photograph(side));
    }
  }

  /** What a drawn photograph of the invented board shows, and where its corners lie. */
  static BoardPhoto photograph(String side) {
    String name = PHOTOGRAPHED + "-" + side + ".json";
    return DataFile.shipped(DemoCases.class, name, text -> PhotoFile.read(name, text));
  }

  /** A drawn photograph of the invented board; no picture of a real one. */
  static Picture picture(String side) {
    String name = PHOTOGRAPHED + "-" + side + ".jpg";
    try (InputStream in = Objects.requireNonNull(DemoCases.class.getResourceAsStream(name))) {
      return switch (PictureReader.read(name, in.readAllBytes())) {
        case Outcome.Done<Picture>(Picture picture) -> picture;
        case Outcome.Failed<Picture>(String why) -> throw new IllegalStateException(why);
      };
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
