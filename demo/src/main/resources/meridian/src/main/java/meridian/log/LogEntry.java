package meridian.log;

/**
 * A line of the night's log.
 *
 * @param hour hours from local midnight
 */
public record LogEntry(double hour, Kind kind, String text) {
    /** What a line is about. */
    public enum Kind {
        NOTE,
        FRAME,
        FAULT
    }
}
