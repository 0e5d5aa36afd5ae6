package paredown.journal;

/** A step cannot be written or undone as things are on disk; the message says which file and why. Nothing was left half-done. */
public final class JournalException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public JournalException(String message) {
        super(message);
    }
}
