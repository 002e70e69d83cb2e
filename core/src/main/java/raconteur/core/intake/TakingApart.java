package raconteur.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.story.Telling;

/** What was undone when the machine was opened, and in which order it goes back. */
public record TakingApart(List<Item> items) {
  public TakingApart {
    items = List.copyOf(items);
  }

  /** One thing undone, numbered as it came off. */
  public record Item(int number, Bookkeeping.Undone undone, boolean off) {

    /** Whether nothing says where it goes back. */
    public boolean unmarked() {
      return undone.where().isEmpty();
    }
  }

  public static TakingApart of(Telling telling) {
    Set<Integer> off = telling.context().off();
    List<Item> items = new ArrayList<>();
    for (Bookkeeping.Undone undone : telling.said(Bookkeeping.Undone.class)) {
      int number = items.size() + 1;
      items.add(new Item(number, undone, off.contains(number)));
    }
    return new TakingApart(items);
  }

  /** What is still off, last undone first: the order in which it goes back. */
  public List<Item> reassembly() {
    return items.reversed().stream().filter(Item::off).toList();
  }

  /** How many things are off that nothing says the place of. */
  public long unmarked() {
    return items.stream().filter(i -> i.off() && i.unmarked()).count();
  }
}
