package raconteur.desktop.log;

import java.util.Optional;
import java.util.function.Consumer;

/**
 * Whatever nobody caught: it lands in the log, and the user is told once, in one sentence, what was
 * kept and where the log is.
 */
public final class Mishaps implements Thread.UncaughtExceptionHandler {
  private final Log log;
  private final Consumer<String> tell;
  private String last = "";

  /**
   * @param tell shows a sentence; called on the thread that failed
   */
  public Mishaps(Log log, Consumer<String> tell) {
    this.log = log;
    this.tell = tell;
  }

  @Override
  public void uncaughtException(Thread thread, Throwable wrong) {
    report("on thread " + thread.getName(), wrong);
  }

  /** Logs it; tells it unless the same was just told, so that a drawing that fails is told once. */
  public void report(String where, Throwable wrong) {
    log.say(where, wrong);
    String sentence = sentence(wrong);
    boolean again;
    synchronized (this) {
      again = sentence.equals(last);
      last = sentence;
    }
    if (!again) {
      tell.accept(sentence);
    }
  }

  /** The sentence for something that went wrong in the program itself. */
  public String sentence(Throwable wrong) {
    Throwable cause = cause(wrong);
    String what =
        cause instanceof OutOfMemoryError
            ? "There was not enough memory for this"
            : "Something in the program itself went wrong (" + words(cause) + ")";
    return what
        + ". What was kept before is kept; "
        + log.file()
        + " says more, and --report packs it for whoever helps.";
  }

  private static String words(Throwable cause) {
    String name = cause.getClass().getSimpleName();
    return Optional.ofNullable(cause.getMessage()).map(m -> name + ": " + m).orElse(name);
  }

  /** What lies under the wrappers of other threads. */
  private static Throwable cause(Throwable wrong) {
    Throwable at = wrong;
    while (at.getCause() != null
        && (at instanceof java.util.concurrent.CompletionException
            || at instanceof java.util.concurrent.ExecutionException
            || at instanceof java.lang.reflect.InvocationTargetException)) {
      at = at.getCause();
    }
    return at;
  }
}
