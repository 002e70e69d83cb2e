package raconteur.core.bench.program;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import raconteur.core.fault.Fault;

/** One run a fault, spread over threads. */
final class FaultRuns {
  private FaultRuns() {}

  /**
   * Runs faults in their order.
   *
   * @param one one run, on any of the threads
   * @param stop asked before each run
   */
  static void of(List<Fault> faults, int threads, Consumer<Fault> one, BooleanSupplier stop) {
    AtomicInteger next = new AtomicInteger();
    Runnable worker =
        () -> {
          for (int i = next.getAndIncrement(); i < faults.size(); i = next.getAndIncrement()) {
            if (stop.getAsBoolean()) {
              return;
            }
            one.accept(faults.get(i));
          }
        };
    try (ExecutorService pool = Executors.newFixedThreadPool(threads)) {
      List<Future<?>> running = new ArrayList<>();
      for (int i = 0; i < threads; i++) {
        running.add(pool.submit(worker));
      }
      for (Future<?> future : running) {
        future.get();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } catch (ExecutionException e) {
      throw new IllegalStateException("a run failed", e.getCause());
    }
  }
}
