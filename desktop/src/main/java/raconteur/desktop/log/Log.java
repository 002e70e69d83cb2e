package raconteur.desktop.log;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.rolling.FixedWindowRollingPolicy;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.SizeBasedTriggeringPolicy;
import ch.qos.logback.core.util.Duration;
import ch.qos.logback.core.util.FileSize;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The log file, with the files before it: at most {@value #MOST_BYTES} bytes each, {@value #OLDER}
 * older ones. Where it cannot be written nothing is logged, and the program goes on.
 */
public final class Log {
  /** How large a file gets before the next is begun. */
  static final int MOST_BYTES = 512 * 1024;

  private static final int OLDER = 3;
  private static final String NAME = "raconteur.log";

  private final Path folder;
  private boolean begun;

  /** A log in a folder; nothing is made before something is logged. */
  public Log(Path folder) {
    this.folder = folder;
  }

  /** The file that is written to. */
  public Path file() {
    return folder.resolve(NAME);
  }

  /** The files there are, the newest first. */
  public List<Path> files() {
    return Stream.concat(Stream.of(file()), IntStream.rangeClosed(1, OLDER).mapToObj(this::older))
        .filter(Files::isRegularFile)
        .toList();
  }

  private Path older(int number) {
    return folder.resolve("raconteur." + number + ".log");
  }

  /** Logs what happened. */
  public void say(String what) {
    logger().info(what);
  }

  /** Logs what went wrong, with where. */
  public void say(String where, Throwable wrong) {
    logger().error(where, wrong);
  }

  private synchronized Logger logger() {
    if (!begun) {
      begun = true;
      begin();
    }
    return LoggerFactory.getLogger("raconteur");
  }

  private void begin() {
    if (!(LoggerFactory.getILoggerFactory() instanceof LoggerContext context)) {
      return;
    }
    context.reset();
    var appender = new RollingFileAppender<ILoggingEvent>();
    var encoder = new PatternLayoutEncoder();
    encoder.setContext(context);
    encoder.setCharset(StandardCharsets.UTF_8);
    encoder.setPattern("%d{yyyy-MM-dd'T'HH:mm:ss.SSSXXX} %-5level [%thread] %logger: %msg%n%ex");
    encoder.start();
    appender.setContext(context);
    appender.setFile(file().toString());
    appender.setEncoder(encoder);
    var window = new FixedWindowRollingPolicy();
    window.setContext(context);
    window.setParent(appender);
    window.setFileNamePattern(folder.resolve("raconteur.%i.log").toString());
    window.setMinIndex(1);
    window.setMaxIndex(OLDER);
    window.start();
    var trigger = new SizeBasedTriggeringPolicy<ILoggingEvent>();
    trigger.setContext(context);
    trigger.setMaxFileSize(new FileSize(MOST_BYTES));
    trigger.setCheckIncrement(Duration.buildByMilliseconds(0));
    trigger.start();
    appender.setRollingPolicy(window);
    appender.setTriggeringPolicy(trigger);
    appender.start();
    var root = context.getLogger(Logger.ROOT_LOGGER_NAME);
    root.setLevel(Level.WARN);
    root.addAppender(appender);
    context.getLogger("raconteur").setLevel(Level.INFO);
  }
}
