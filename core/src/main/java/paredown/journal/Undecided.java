package paredown.journal;

import java.util.concurrent.locks.LockSupport;
import java.util.function.UnaryOperator;

/**
 * A step that is written while its tests still run. When the program is told to end meanwhile, the step is taken back before it does.
 */
final class Undecided implements AutoCloseable {
    private final Step step;
    private final Thread hook;
    private boolean decided;

    Undecided(Journal journal, Step step) {
        this.step = step;
        this.hook = new Thread(() -> end(journal));
        Runtime.getRuntime().addShutdownHook(hook);
    }

    /** Decides once: whoever comes second, while the program ends, never returns. */
    Step decide(UnaryOperator<Step> decision) {
        synchronized (this) {
            if (!decided) {
                decided = true;
                return decision.apply(step);
            }
        }
        while (true) {
            LockSupport.park();
        }
    }

    private synchronized void end(Journal journal) {
        if (!decided) {
            decided = true;
            journal.revert(step);
        }
    }

    @Override
    public void close() {
        try {
            Runtime.getRuntime().removeShutdownHook(hook);
        } catch (IllegalStateException e) {
            // The program is ending: the hook runs.
            return;
        }
    }
}
