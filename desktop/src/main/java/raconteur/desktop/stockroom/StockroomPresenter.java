package raconteur.desktop.stockroom;

import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.exchange.StockCsv;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.StockRoom;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.mend.MendPlan;
import raconteur.core.stock.Stock;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Case;
import raconteur.core.story.Telling;
import raconteur.desktop.workshop.Workshop;

/**
 * The stockroom's state: what is there, what open cases need, what runs low. Without the toolkit.
 */
public final class StockroomPresenter {
  private static final double LEAST_EXPECTED = 0.2;
  private static final int LONGEST = 400;

  private final Workshop workshop;
  private final StockRoom room;

  public StockroomPresenter(Workshop workshop) {
    this.workshop = workshop;
    this.room = new StockRoom(workshop.casebook());
  }

  /** Something an open case needs. */
  record Need(
      int caseNumber, String board, String position, String device, int there, int ordered) {}

  /** The items that hold all the words of the filter. */
  List<StockItem> items(String filter) {
    String[] words = filter.strip().toLowerCase(Locale.ROOT).split("\\s+", -1);
    return room.stock().items().stream().filter(i -> holds(i, words)).toList();
  }

  private static boolean holds(StockItem item, String[] words) {
    String text =
        String.join(
                " ",
                item.name(),
                item.state().words(),
                item.from(),
                item.note(),
                item.forCase().map(c -> "case " + c).orElse(""))
            .toLowerCase(Locale.ROOT);
    for (String word : words) {
      if (!text.contains(word)) {
        return false;
      }
    }
    return true;
  }

  /** What was found bad on boards that are not home yet and is not replaced. */
  List<Need> needs() {
    List<Need> needs = new ArrayList<>();
    Stock stock = room.stock();
    for (Case open : workshop.casebook().stories(header -> !header.state().closed())) {
      Optional<Board> board = workshop.boards().find(open.header().boardId());
      if (board.isPresent()) {
        Telling telling = Telling.of(board.get(), open.entries());
        MendPlan plan =
            MendPlan.of(new MendPlan.Request(board.get(), telling, List.of(), stock.sockets()), 1);
        for (MendPlan.Job job : plan.jobs()) {
          board
              .get()
              .part(job.part())
              .filter(p -> job.line().endsWith("replaced"))
              .ifPresent(
                  part ->
                      needs.add(
                          new Need(
                              open.header().number(),
                              board.get().identity().shortName(),
                              part.designator(),
                              part.device().name(),
                              stock.usable(part.device().name()),
                              ordered(stock, part.device().name()))));
        }
      }
    }
    return needs;
  }

  private static int ordered(Stock stock, String kind) {
    return stock.items().stream()
        .filter(i -> i.kind().equals(kind) && i.state() == StockItem.State.ORDERED)
        .mapToInt(StockItem::count)
        .sum();
  }

  /** What the boards on the shelf will probably want more of than there is. */
  List<Stock.Low> low() {
    List<Stock.Waiting> waiting = new ArrayList<>();
    for (var header : workshop.casebook().headers()) {
      if (!header.state().closed()) {
        workshop
            .boards()
            .find(header.boardId())
            .ifPresent(b -> waiting.add(new Stock.Waiting(b, workshop.history(b))));
      }
    }
    return room.stock().low(waiting, LEAST_EXPECTED);
  }

  /**
   * Takes in what was typed: {@code 4116 -2 x16 spare bought in May}; count and state may be left
   * out.
   */
  Outcome<String> add(String typed) {
    Optional<StockItem> item = read(typed);
    if (item.isEmpty()) {
      return new Outcome.Failed<>(
          "Say what it is, then perhaps its mark, x and how many, its state, a note: 4116 -2 x16"
              + " spare bought in May.");
    }
    return switch (room.add(item.get())) {
      case Outcome.Failed<StockItem>(String sentence) -> new Outcome.Failed<>(sentence);
      case Outcome.Done<StockItem>(StockItem kept) ->
          new Outcome.Done<>(
              "Number "
                  + kept.number()
                  + ": "
                  + kept.count()
                  + " × "
                  + kept.name()
                  + ", "
                  + kept.state().words()
                  + ".");
    };
  }

  static Optional<StockItem> read(String typed) {
    String rest = typed.strip();
    if (rest.isEmpty() || rest.length() > LONGEST) {
      return Optional.empty();
    }
    String[] words = rest.split("\\s+", -1);
    String kind = words[0];
    int at = 1;
    if (kind.equalsIgnoreCase("socket") && words.length > 1 && words[1].matches("[0-9]{1,3}")) {
      kind = Stock.SOCKET + words[at++];
    }
    String grade = "";
    int count = 1;
    if (at < words.length && words[at].matches("-[0-9A-Za-z]{1,6}")) {
      grade = words[at++];
    }
    if (at < words.length && words[at].matches("[x×][0-9]{1,6}")) {
      count = Integer.parseInt(words[at++].substring(1));
    }
    String left = String.join(" ", List.of(words).subList(at, words.length));
    StockItem.State state = StockItem.State.SPARE;
    for (StockItem.State one : StockItem.State.values()) {
      if ((left + " ").startsWith(one.words() + " ")) {
        state = one;
        left = left.substring(one.words().length()).strip();
        break;
      }
    }
    Optional<Integer> forCase = Optional.empty();
    var waits = java.util.regex.Pattern.compile("for case ([0-9]{1,7})").matcher(left);
    if (waits.find()) {
      forCase = Optional.of(Integer.parseInt(waits.group(1)));
    }
    Optional<Integer> lead = Optional.empty();
    var days = java.util.regex.Pattern.compile("([0-9]{1,3}) days").matcher(left);
    if (days.find()) {
      lead = Optional.of(Integer.parseInt(days.group(1)));
    }
    String from = left.startsWith("from ") ? left.substring("from ".length()) : "";
    return Optional.of(
        new StockItem(
            0, kind, grade, count, state, from, from.isEmpty() ? left : "", forCase, lead));
  }

  /** Takes one for the case on the bench. */
  Outcome<String> take(StockItem item, int caseNumber, boolean anyway) {
    return switch (room.take(item.number(), caseNumber, anyway)) {
      case Outcome.Failed<StockItem>(String sentence) -> new Outcome.Failed<>(sentence);
      case Outcome.Done<StockItem>(StockItem left) ->
          new Outcome.Done<>(
              "Taken for case "
                  + caseNumber
                  + "; "
                  + left.count()
                  + " left. (A line like fitted U26 "
                  + item.name()
                  + " from stock "
                  + item.number()
                  + " takes one by itself.)");
    };
  }

  /** Moves an item to another state; one sentence. */
  String move(StockItem item, StockItem.State state) {
    return kept(room.keep(item.in(state)), item.name() + ": " + state.words() + ".");
  }

  /** Counts an item again; one sentence. */
  String count(StockItem item, int by) {
    int count = item.count() + by;
    return count < 0
        ? "There is none of " + item.name() + " left to take off."
        : kept(room.keep(item.counted(count)), count + " × " + item.name() + ".");
  }

  private static String kept(Outcome<StockItem> outcome, String sentence) {
    return outcome instanceof Outcome.Failed<StockItem>(String why) ? why : sentence;
  }

  String export(Path file) {
    return WholeFile.write(file, StockCsv.KIND, StockCsv.write(room.stock().items()))
        .orElse("Written to " + file + ".");
  }

  String take(Path file) {
    try {
      if (Files.size(file) > BoardShelf.LARGEST_BYTES) {
        return file + " is larger than 64 MB: split it.";
      }
      String text = Files.readString(file, StandardCharsets.UTF_8);
      return switch (StockCsv.read(String.valueOf(file.getFileName()), text)) {
        case Loaded.Refused<List<StockItem>> refused -> refused.summary();
        case Loaded.Ok<List<StockItem>>(List<StockItem> items) ->
            switch (room.addAll(items)) {
              case Outcome.Failed<List<StockItem>>(String sentence) -> sentence;
              case Outcome.Done<List<StockItem>>(List<StockItem> kept) ->
                  kept.size() + " items taken in.";
            };
      };
    } catch (MalformedInputException e) {
      return file + " is not UTF-8 text; save it as CSV in UTF-8.";
    } catch (IOException e) {
      return file + " cannot be read; is it still there?";
    }
  }
}
