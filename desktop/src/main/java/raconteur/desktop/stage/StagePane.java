package raconteur.desktop.stage;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import raconteur.desktop.desk.DeskState;

/** One pane of a stage. */
public abstract class StagePane {
  private final String name;
  private Optional<Host> host = Optional.empty();

  protected StagePane(String name) {
    this.name = name;
  }

  /** What a pane may ask of the stage it is in. */
  public interface Host {
    /** Puts the beginning of a line into the bench line. */
    void begin(String start);

    /** Enters a whole line. */
    void enter(String line);

    /** Says something in the bench line's echo. */
    void say(String sentence, boolean good);

    /** Shows a line of the story, by its number. */
    void showLine(int number);

    /** The answers of the pane are others now. */
    void answersChanged();
  }

  /** The word on the pane's tab. */
  public final String name() {
    return name;
  }

  final void attach(Host newHost) {
    host = Optional.of(newHost);
  }

  protected final Host host() {
    return host.orElseThrow(() -> new IllegalStateException("the pane is in no stage"));
  }

  /** What is shown. */
  public abstract Node node();

  /** Where the keyboard goes when the pane is chosen by it. */
  public abstract Node focus();

  /** Shows a new state of the case. */
  public abstract void show(DeskState state);

  /** What the function keys from F2 on answer now. */
  public List<Answer> answers() {
    return List.of();
  }

  /** What to do now and how, for reading at arm's length. */
  public String doNow() {
    return name;
  }

  /** The usual precaution at what is done now, empty for none. */
  public String caution() {
    return "";
  }

  /** Light or dim, for panes that draw. */
  public void setDim(boolean dim) {}
}
