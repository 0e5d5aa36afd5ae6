package meridian.log;

import java.util.ArrayList;
import java.util.List;
import meridian.exposure.Exposure;
import meridian.exposure.FrameName;

/** What happened in a night, line by line. */
public class NightLog {
    private final List<LogEntry> entries = new ArrayList<>();
    private final LogSink sink;
    private double secondsExposed;
    private double secondsLost;

    public NightLog(LogSink sink) {
        this.sink = sink;
    }

    public void note(double hour, String text) {
        add(new LogEntry(hour, LogEntry.Kind.NOTE, text));
    }

    public void frame(double hour, FrameName name, Exposure exposure) {
        secondsExposed += exposure.getSeconds();
        add(new LogEntry(hour, LogEntry.Kind.FRAME, name.fileName() + " " + exposure.getSeconds() + " s"));
    }

    public void fault(double hour, String text, double secondsOfNight) {
        secondsLost += secondsOfNight;
        add(new LogEntry(hour, LogEntry.Kind.FAULT, text));
    }

    private void add(LogEntry entry) {
        entries.add(entry);
        sink.put(entry);
    }

    public List<LogEntry> entries() {
        return List.copyOf(entries);
    }

    public double hoursExposed() {
        return secondsExposed / 3600;
    }

    public double hoursLost() {
        return secondsLost / 3600;
    }
}
