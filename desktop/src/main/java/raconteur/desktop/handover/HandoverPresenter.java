package raconteur.desktop.handover;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import raconteur.casebook.store.Picture;
import raconteur.core.board.Board;
import raconteur.core.handover.Handover;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Glance;
import raconteur.core.practice.OddsShown;
import raconteur.core.story.Case;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.workshop.Workshop;

/**
 * Gathers the facts of the case on the desk, away from the window because the reasons of every mend
 * are worked out anew. Without the toolkit.
 */
final class HandoverPresenter {
  private static final int MOST_PLACES = 5;

  private final CaseDesk desk;
  private final AtomicInteger asked = new AtomicInteger();
  private final List<Consumer<Handover>> waiting = new ArrayList<>();
  private Optional<Handover> facts = Optional.empty();
  private Optional<Telling> told = Optional.empty();
  private Optional<Advisor> advisor = Optional.empty();
  private final AtomicInteger glances = new AtomicInteger();
  private Optional<Telling> glanced = Optional.empty();
  private Optional<Glance> glance = Optional.empty();

  HandoverPresenter(CaseDesk desk) {
    this.desk = desk;
  }

  /** The facts of the story as it stands; empty while they are gathered. */
  Optional<Handover> facts() {
    return facts;
  }

  /**
   * Gathers the facts of the story as it stands, if they are not there already.
   *
   * @param then told on the window's thread
   */
  void gather(Consumer<Handover> then) {
    Telling now = desk.telling();
    if (told.filter(now::equals).isPresent()) {
      facts.ifPresentOrElse(then, () -> waiting.add(then));
      return;
    }
    told = Optional.of(now);
    facts = Optional.empty();
    waiting.clear();
    waiting.add(then);
    int mine = asked.incrementAndGet();
    Workshop workshop = desk.workshop();
    int number = desk.state().header().number();
    workshop
        .worker()
        .execute(
            () -> {
              if (mine != asked.get()) {
                return;
              }
              Optional<Case> story = workshop.casebook().find(number);
              if (story.isEmpty()) {
                return;
              }
              Handover gathered =
                  Handover.of(
                      story.get(),
                      desk.state().board(),
                      before -> advisor(workshop).advise(before).diagnosis());
              workshop
                  .window()
                  .execute(
                      () -> {
                        if (mine == asked.get()) {
                          facts = Optional.of(gathered);
                          List.copyOf(waiting).forEach(w -> w.accept(gathered));
                          waiting.clear();
                        }
                      });
            });
  }

  /** Whether what is suspected is kept from who practises. */
  boolean hidesSuspects() {
    return desk.odds() != OddsShown.SHOWN;
  }

  /**
   * Draws up the story as a picture, a line at a time so that the desk's own questions come
   * between; one that is asked for again, or for a story that has gone on, ends the one before.
   *
   * @param said how far it is, or that it cannot be made, in one sentence on the window's thread
   * @param then told on the window's thread
   */
  void glance(Consumer<String> said, Consumer<Glance> then) {
    Telling now = desk.telling();
    if (glanced.filter(now::equals).isPresent()) {
      glance.ifPresent(then);
      return;
    }
    glanced = Optional.of(now);
    glance = Optional.empty();
    int mine = glances.incrementAndGet();
    Workshop workshop = desk.workshop();
    int number = desk.state().header().number();
    Board board = desk.state().board();
    workshop
        .worker()
        .execute(
            () -> {
              List<Entry> entries =
                  workshop.casebook().find(number).map(Case::entries).orElse(List.of());
              weigh(mine, new Glance.Maker(board, advisor(workshop)), entries, 0, said, then);
            });
  }

  private void weigh(
      int mine,
      Glance.Maker maker,
      List<Entry> entries,
      int next,
      Consumer<String> said,
      Consumer<Glance> then) {
    if (mine != glances.get()) {
      return;
    }
    Workshop workshop = desk.workshop();
    if (next < entries.size()) {
      try {
        maker.take(entries.get(next));
      } catch (RuntimeException e) {
        String why = "The picture cannot be made: line " + (next + 1) + " could not be weighed.";
        workshop.window().execute(() -> tell(mine, () -> said.accept(why)));
        throw e;
      }
      String far = (next + 1) + " of " + entries.size() + " lines are weighed …";
      workshop.window().execute(() -> tell(mine, () -> said.accept(far)));
      try {
        workshop.worker().execute(() -> weigh(mine, maker, entries, next + 1, said, then));
      } catch (RejectedExecutionException e) {
        // The window is being closed: nobody waits for the picture any longer.
        glances.incrementAndGet();
      }
      return;
    }
    Glance made = maker.made(MOST_PLACES);
    workshop
        .window()
        .execute(
            () ->
                tell(
                    mine,
                    () -> {
                      glance = Optional.of(made);
                      then.accept(made);
                    }));
  }

  private void tell(int mine, Runnable what) {
    if (mine == glances.get()) {
      what.run();
    }
  }

  /** Made when it is first asked, by the worker alone. */
  private Advisor advisor(Workshop workshop) {
    Advisor made =
        advisor.orElseGet(
            () ->
                new Advisor(
                    desk.state().board(),
                    workshop.history(desk.state().board()),
                    workshop.settings().faultsTogether()));
    advisor = Optional.of(made);
    return made;
  }

  Optional<Picture> picture(String content) {
    return desk.workshop().casebook().picture(content);
  }

  /** Sends the board home; a sentence where that failed, else empty. */
  String goHome() {
    return desk.move(CaseState.GONE_HOME);
  }

  boolean isHome() {
    return desk.state().header().state() == CaseState.GONE_HOME;
  }
}
