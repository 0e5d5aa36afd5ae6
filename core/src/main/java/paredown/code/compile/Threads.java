package paredown.code.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/** Runs pieces of work on all cores. */
public final class Threads {
    /** Cores that are used. */
    public static final int COUNT = Math.max(1, Math.min(4, Runtime.getRuntime().availableProcessors()));

    /** Bytes of stack. The compiler and everything that walks its trees follow nested expressions by nested calls, thousands deep. */
    private static final long STACK = 512L << 20;

    private Threads() {}

    /** The results in the order of the pieces; the first failure is thrown on. */
    public static <R> List<R> together(List<? extends Callable<R>> work) {
        ExecutorService threads =
                Executors.newFixedThreadPool(COUNT, body -> new Thread(null, () -> run(body), "pare-work", STACK));
        try {
            List<Future<R>> futures = work.stream().map(threads::submit).toList();
            List<R> results = new ArrayList<>();
            for (Future<R> future : futures) {
                results.add(future.get());
            }
            return results;
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException cause) {
                throw cause;
            }
            if (e.getCause() instanceof Error cause) {
                throw cause;
            }
            throw new IllegalStateException(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted", e);
        } finally {
            threads.shutdownNow();
        }
    }

    private static void run(Runnable body) {
        try {
            body.run();
        } finally {
            FileManagers.close();
        }
    }
}
