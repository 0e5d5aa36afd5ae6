package paredown.journal;

/** A step cannot be written or undone as things are on disk; the message says which file and why, and what was written. */
public class JournalException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public JournalException(String message) {
        super(message);
    }
}
