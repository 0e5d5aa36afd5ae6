package paredown.verdict;

import java.util.List;

/** A name on the command line that means nothing here, or several things. */
public final class UnknownNameException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient List<String> candidates;

    /**
     * @param candidates names that would have worked, best first
     */
    public UnknownNameException(String message, List<String> candidates) {
        super(message);
        this.candidates = List.copyOf(candidates);
    }

    public List<String> candidates() {
        return candidates;
    }
}
