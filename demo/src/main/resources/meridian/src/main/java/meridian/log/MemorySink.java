package meridian.log;

import java.util.ArrayList;
import java.util.List;

/** Keeps log lines in memory. */
public class MemorySink implements LogSink {
    private final List<LogEntry> entries = new ArrayList<>();

    @Override
    public void put(LogEntry entry) {
        entries.add(entry);
    }

    public List<LogEntry> entries() {
        return List.copyOf(entries);
    }
}
