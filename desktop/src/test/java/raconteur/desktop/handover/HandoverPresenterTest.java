package raconteur.desktop.handover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.handover.Handover;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Glance;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.workshop.Workshop;

/** What is worked out beside the window, with a worker that works only when it is told to. */
class HandoverPresenterTest {
  private final Deque<Runnable> work = new ArrayDeque<>();
  @TempDir private Path folder;
  private Optional<Workshop> opened = Optional.empty();

  @BeforeEach
  void open() {
    opened = Optional.of(Demo.in(folder, work::addLast, Runnable::run));
  }

  @AfterEach
  void close() {
    workshop().casebook().close();
  }

  private Workshop workshop() {
    return opened.orElseThrow();
  }

  /** A case on the desk, with everything worked out that the desk asks for. */
  private CaseDesk desk(int number) {
    CaseDesk desk = Demo.desk(workshop(), number);
    workAll();
    return desk;
  }

  private void workAll() {
    while (!work.isEmpty()) {
      work.removeFirst().run();
    }
  }

  @Test
  void factsAreGatheredOnceForWhoeverAsks() {
    HandoverPresenter presenter = new HandoverPresenter(desk(2));
    List<Handover> told = new ArrayList<>();
    presenter.gather(told::add);
    presenter.gather(told::add);
    assertThat(presenter.facts()).isEmpty();
    assertThat(work).as("one question, however many ask").hasSize(1);
    workAll();
    assertThat(told).hasSize(2);
    assertThat(told.getFirst()).isSameAs(told.getLast());
    presenter.gather(told::add);
    assertThat(work).isEmpty();
    assertThat(told).hasSize(3);
    assertThat(presenter.facts()).contains(told.getFirst());
  }

  @Test
  void aStoryThatGoesOnIsGatheredAnewAndTheOldAnswerIsNotTold() {
    CaseDesk desk = desk(13);
    HandoverPresenter presenter = new HandoverPresenter(desk);
    List<Handover> early = new ArrayList<>();
    List<Handover> late = new ArrayList<>();
    presenter.gather(early::add);
    desk.enter("U14.3 high");
    presenter.gather(late::add);
    workAll();
    assertThat(early).isEmpty();
    assertThat(late).hasSize(1);
    assertThat(desk.telling().lines()).hasSize(linesOf13());
  }

  /** What was said, without what took a line back. */
  private int linesOf13() {
    return (int)
        workshop().casebook().find(13).orElseThrow().entries().stream()
            .filter(Entry.Line.class::isInstance)
            .count();
  }

  /** The bands at the last line are what an engine of its own says of the whole story. */
  @Test
  void theGlanceEndsAtWhatIsSuspectedNow() {
    CaseDesk desk = desk(13);
    HandoverPresenter presenter = new HandoverPresenter(desk);
    List<String> said = new ArrayList<>();
    List<Glance> made = new ArrayList<>();
    presenter.glance(said::add, made::add);
    workAll();
    int all = workshop().casebook().find(13).orElseThrow().entries().size();
    assertThat(said.getFirst()).isEqualTo("1 of " + all + " lines are weighed …");
    assertThat(said).hasSize(all);
    Glance glance = made.getFirst();
    assertThat(glance.moments()).hasSize(linesOf13());
    assertThat(glance.places()).hasSizeBetween(1, 5);
    var diagnosis =
        new Advisor(
                desk.state().board(),
                workshop().history(desk.state().board()),
                workshop().settings().faultsTogether())
            .advise(workshop().casebook().find(13).orElseThrow().entries())
            .diagnosis();
    var last = glance.moments().getLast();
    for (int i = 0; i < glance.places().size(); i++) {
      var place = glance.places().get(i);
      double now =
          diagnosis.suspects().stream()
              .filter(s -> s.place().equals(place))
              .mapToDouble(s -> s.probability())
              .findFirst()
              .orElse(0);
      assertThat(last.shares().get(i)).as("%s", place).isCloseTo(now, within(0.02));
    }
    presenter.glance(said::add, made::add);
    assertThat(made).as("asked again it is there").hasSize(2);
    assertThat(work).isEmpty();
  }

  /** The desk's own question, asked meanwhile, comes before the glance's next line. */
  @Test
  void theGlanceGivesWayAfterEveryLine() {
    HandoverPresenter presenter = new HandoverPresenter(desk(13));
    List<String> order = new ArrayList<>();
    presenter.glance(order::add, glance -> order.add("made"));
    work.removeFirst().run();
    work.addLast(() -> order.add("the desk"));
    workAll();
    assertThat(order.indexOf("the desk")).isBetween(1, 2);
    assertThat(order.getLast()).isEqualTo("made");
  }

  @Test
  void aBoardGoesHomeAndIsSaidToBe() {
    CaseDesk desk = desk(13);
    HandoverPresenter presenter = new HandoverPresenter(desk);
    assertThat(presenter.isHome()).isFalse();
    assertThat(presenter.goHome()).isEmpty();
    assertThat(presenter.isHome()).isTrue();
    assertThat(workshop().casebook().header(13).orElseThrow().state())
        .isEqualTo(CaseState.GONE_HOME);
  }

  @Test
  void whereTheCasebookIsClosedGoingHomeIsRefusedInASentence() {
    HandoverPresenter presenter = new HandoverPresenter(desk(13));
    workshop().casebook().close();
    assertThat(presenter.goHome()).isNotBlank().endsWith(".");
    assertThat(presenter.isHome()).isFalse();
    opened = Optional.of(Demo.in(folder, work::addLast, Runnable::run));
  }
}
