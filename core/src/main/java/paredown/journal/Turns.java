package paredown.journal;

import java.util.concurrent.locks.LockSupport;

/**
 * Lets the end of the program come between two writes, never into one: whoever asks for a turn afterwards waits for the end.
 */
final class Turns {
    /** A write that is not cut in two. */
    interface Write<T, E extends Exception> {
        T run() throws java.io.IOException, E;
    }

    private boolean over;

    <T, E extends Exception> T take(Write<T, E> write) throws java.io.IOException, E {
        synchronized (this) {
            if (!over || Thread.currentThread() == ender) {
                return write.run();
            }
        }
        while (true) {
            LockSupport.park();
        }
    }

    private Thread ender;

    /** Keeps everybody else from writing from now on. */
    synchronized void end() {
        over = true;
        ender = Thread.currentThread();
    }
}
