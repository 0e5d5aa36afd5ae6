package paredown.journal;

import java.io.IOException;
import java.util.concurrent.locks.LockSupport;

/**
 * Lets the end of the program come between two writes, never into one: whoever asks for a turn afterwards waits for the end.
 */
final class ShutdownGuard {
    /** A write that is not cut in two. */
    interface Write<T, E extends Exception> {
        T run() throws IOException, E;
    }

    /** A write that gives nothing. */
    interface Action<E extends Exception> {
        void run() throws IOException, E;
    }

    private boolean over;
    private Thread ender;

    <T, E extends Exception> T take(Write<T, E> write) throws IOException, E {
        synchronized (this) {
            if (!over || Thread.currentThread() == ender) {
                return write.run();
            }
        }
        while (true) {
            LockSupport.park();
        }
    }

    <E extends Exception> void run(Action<E> write) throws IOException, E {
        take(() -> {
            write.run();
            return null;
        });
    }

    /** Keeps everybody else from writing from now on. */
    synchronized void end() {
        over = true;
        ender = Thread.currentThread();
    }
}
