package raconteur.desktop.handover;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import raconteur.casebook.store.Picture;
import raconteur.core.handover.Handover;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Case;
import raconteur.core.story.CaseState;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.workshop.Workshop;

/**
 * Gathers the facts of the case on the desk, away from the window because the reasons of every mend
 * are worked out anew. Without the toolkit.
 */
final class HandoverPresenter {
  private final CaseDesk desk;
  private final AtomicInteger asked = new AtomicInteger();
  private final List<Consumer<Handover>> waiting = new ArrayList<>();
  private Optional<Handover> facts = Optional.empty();
  private Optional<Telling> told = Optional.empty();
  private Optional<Advisor> advisor = Optional.empty();

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
