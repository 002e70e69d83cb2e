package raconteur.casebook.store;

import java.util.List;
import java.util.Optional;
import org.jdbi.v3.core.Handle;
import raconteur.core.device.Device;
import raconteur.core.stock.StockItem;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Entry;

/**
 * What goes into a casebook is bounded when it goes in, so that whatever is in it fits an archive
 * and can be read back within the memory the program has. Each refusal says the bound.
 */
final class Limits {
  static final int LINE_CHARACTERS = 4_000;
  static final int WHY_CHARACTERS = 4_000;
  static final int NAME_CHARACTERS = 1_000;
  static final int COMPLAINT_CHARACTERS = 100_000;
  static final int STORY_CHARACTERS = 10_000_000;
  static final int CASES = 200_000;
  static final int PICTURES = 200_000;
  static final int MOST_NUMBER = 10_000_000;
  static final int SETTING_CHARACTERS = 500_000;
  static final int DEVICE_CHARACTERS = 500_000;
  static final int TABLE_CHARACTERS = 10_000_000;
  static final int STOCK_COUNT = 1_000_000;
  static final int STOCK_CHARACTERS = 400;
  static final int LEAD_DAYS = 10_000;

  private Limits() {}

  static void check(CaseHeader header) {
    if (header.number() < 1 || header.number() > MOST_NUMBER) {
      throw refused("A case has a number from 1 to " + MOST_NUMBER + ".");
    }
    atMost("The board's name", header.boardId(), NAME_CHARACTERS);
    atMost("The owner", header.owner(), NAME_CHARACTERS);
    atMost("The complaint", header.complaint(), COMPLAINT_CHARACTERS);
  }

  /** Asked once for all that comes, before it does. */
  static void checkCases(Handle handle, int more) {
    atMost(
        handle, "SELECT count(*) FROM cases", more, CASES, "cases; begin another with --casebook");
  }

  static void check(Entry entry) {
    switch (entry) {
      case Entry.Line line -> atMost("A line", line.line(), LINE_CHARACTERS);
      case Entry.Strike strike -> {
        atMost("A reason", strike.why(), WHY_CHARACTERS);
        if (strike.struck() < 1 || strike.struck() >= entry.number()) {
          throw refused("There is no line " + strike.struck() + " to be struck before this one.");
        }
      }
    }
  }

  /** Asked once for all lines that are added to a story, after they are. */
  static void checkStory(Handle handle, int caseNumber) {
    atMost(
        handle,
        "SELECT coalesce(sum(length(coalesce(line, why))), 0) FROM entries WHERE case_number = "
            + caseNumber,
        0,
        STORY_CHARACTERS,
        "characters in one story; take the board in again under another number");
  }

  static void check(Handle handle, Device device, String description) {
    atMost("The description of " + device.name(), description, DEVICE_CHARACTERS);
    atMost(
        handle,
        "SELECT coalesce(sum(length(description)), 0) FROM devices",
        description.length(),
        TABLE_CHARACTERS,
        "characters of devices of your own");
  }

  static void checkPictures(Handle handle) {
    atMost(handle, "SELECT count(*) FROM pictures", 1, PICTURES, "pictures");
  }

  static void checkSetting(String name, String value) {
    atMost("A setting's name", name, NAME_CHARACTERS);
    atMost("A setting", value, SETTING_CHARACTERS);
  }

  static void check(StockItem item) {
    for (String text : List.of(item.kind(), item.grade(), item.from(), item.note())) {
      atMost("A text of a stock item", text, STOCK_CHARACTERS);
    }
    within("A stock", item.count(), STOCK_COUNT);
    within("A case's number", item.forCase().orElse(0), MOST_NUMBER);
    within("Lead days", item.leadDays().orElse(0), LEAD_DAYS);
  }

  /** Asked once for all that comes, after it has. */
  static void checkStock(Handle handle) {
    atMost(
        handle,
        "SELECT coalesce(sum(length(kind) + length(grade) + length(origin) + length(note) + 40), 0)"
            + " FROM stock",
        0,
        TABLE_CHARACTERS,
        "characters of stock; take out what is used up");
  }

  private static void within(String what, int value, int most) {
    if (value < 0 || value > most) {
      throw refused(what + " is a number from 0 to " + most + ".");
    }
  }

  private static void atMost(String what, String text, int most) {
    if (text.length() > most) {
      throw refused(
          what + " has at most " + most + " characters; this one has " + text.length() + ".");
    }
  }

  private static void atMost(Handle handle, String sum, int more, int most, String what) {
    long there = handle.createQuery(sum).mapTo(Long.class).findOne().orElse(0L);
    if (there + more > most) {
      throw refused("A casebook takes at most " + most + " " + what + ".");
    }
  }

  private static Casebook.Refused refused(String sentence) {
    return new Casebook.Refused(sentence);
  }

  /** A line without characters that move the cursor or ring a bell wherever it is shown. */
  static String plain(String text) {
    return Optional.of(text)
        .filter(t -> t.chars().anyMatch(c -> Character.isISOControl(c) && c != '\n'))
        .map(t -> t.replaceAll("[\\p{Cntrl}&&[^\\n]]", " "))
        .orElse(text);
  }
}
