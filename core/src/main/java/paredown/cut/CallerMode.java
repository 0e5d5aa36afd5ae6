package paredown.cut;

import java.util.Locale;

/** What becomes of the callers of a method that leaves its class. */
public enum CallerMode {
    /** They are led to its new place, but a method that code outside the project is likely to use stays and passes on. */
    FITTING,
    /** They are led to its new place. */
    LEAD,
    /** The old method stays and passes on. */
    DELEGATE;

    /** By its name on the command line; the fitting one where there is none. */
    public static CallerMode of(String name) {
        return name.isEmpty() ? FITTING : valueOf(name.toUpperCase(Locale.ROOT));
    }

    /** As an option of a command line, with a space in front; empty where it need not be said. */
    public String option() {
        return this == FITTING ? "" : " --callers " + name().toLowerCase(Locale.ROOT);
    }

    /** Whether a method leaves a delegate. */
    public boolean leavesDelegate(boolean expected) {
        return this == DELEGATE || this == FITTING && expected;
    }
}
