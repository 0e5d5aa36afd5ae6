package paredown.cli;

import java.io.PrintStream;
import me.tongfei.progressbar.ConsoleProgressBarConsumer;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
import me.tongfei.progressbar.ProgressBarStyle;
import paredown.project.Progress;

/** Shows how far work has come, on a terminal, once it has taken half a second. */
final class ProgressLine implements Progress, AutoCloseable {
    private static final long PATIENCE_NANOS = 500_000_000L;

    private final PrintStream err;
    private final int width;
    private final long started = System.nanoTime();
    private ProgressBar bar;
    private String shown = "";

    ProgressLine(PrintStream err, int width) {
        this.err = err;
        this.width = width;
    }

    @Override
    public synchronized void at(String phase, int done, int total) {
        if (System.nanoTime() - started < PATIENCE_NANOS) {
            return;
        }
        if (bar == null || !phase.equals(shown)) {
            close();
            shown = phase;
            bar = bar(phase);
        }
        bar.maxHint(total > 0 ? total : -1);
        bar.stepTo(done);
    }

    private ProgressBar bar(String phase) {
        return new ProgressBarBuilder()
                .setTaskName(phase)
                .setStyle(ProgressBarStyle.ASCII)
                .setConsumer(new Line(err, width))
                .setUpdateIntervalMillis(100)
                .hideEta()
                .clearDisplayOnFinish()
                .build();
    }

    @Override
    public synchronized void close() {
        if (bar != null) {
            bar.close();
            bar = null;
        }
    }

    /** Leaves nothing behind on the screen, not even the line that it stood on. */
    private static final class Line extends ConsoleProgressBarConsumer {
        private final PrintStream err;

        Line(PrintStream err, int width) {
            super(err, width);
            this.err = err;
        }

        @Override
        public void close() {
            clear();
            err.flush();
        }
    }
}
