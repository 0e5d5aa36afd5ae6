package meridian.log;

/** Somewhere to put log lines. */
public interface LogSink {
    void put(LogEntry entry);
}
