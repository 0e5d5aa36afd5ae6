package paredown.journal;

/** What a change rests on is not there any more as it was when the change was worked out: it has to be worked out anew. Nothing was written. */
public final class StaleException extends JournalException {
    private static final long serialVersionUID = 1L;

    private final String difference;

    StaleException(String difference) {
        super(difference + "; nothing was written. Run the command again");
        this.difference = difference;
    }

    /** What has changed, as the beginning of a sentence. */
    public String difference() {
        return difference;
    }
}
