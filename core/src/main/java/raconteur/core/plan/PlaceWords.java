package raconteur.core.plan;

import raconteur.core.fault.Place;

/** Places in a few words. */
public final class PlaceWords {
  private PlaceWords() {}

  /** {@code U13}, {@code the track BA3 from U16.5 to U19.5}, {@code a bridge U4.2–U4.3}. */
  public static String shortly(Place place) {
    return switch (place) {
      case Place.OfPart p -> p.part();
      case Place.Load p -> p.part();
      case Place.Output p -> p.pin().part();
      case Place.Input p -> p.pin().part();
      case Place.Contact p -> "contact of " + p.pin();
      case Place.Joints p -> "joints and contacts of " + p.part();
      case Place.Inside p -> p.toString();
      case Place.FittedSet p -> p.toString();
      case Place.Segment p -> "track " + p.net() + " from " + p.from() + " to " + p.to();
      case Place.Bridge p -> "bridge " + p.one() + "–" + p.other();
    };
  }
}
