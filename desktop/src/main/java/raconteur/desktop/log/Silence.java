package raconteur.desktop.log;

import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.Configurator;
import ch.qos.logback.core.spi.ContextAwareBase;

/**
 * Keeps the logging backend from reading configuration files and from writing to the terminal:
 * until {@link Log} begins, nothing is logged.
 */
public final class Silence extends ContextAwareBase implements Configurator {
  @Override
  public ExecutionStatus configure(LoggerContext context) {
    return ExecutionStatus.DO_NOT_INVOKE_NEXT_IF_ANY;
  }
}
