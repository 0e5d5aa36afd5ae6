package paredown.journal;

import java.util.Optional;
import paredown.trial.TestReport;

/**
 * How carrying a plan out ended.
 *
 * @param reason why it did not stand; empty when it did
 * @param tests the run of the tests that decided; empty when none ran
 * @param step its entry in the journal; empty when nothing was written
 */
public record Outcome(Kind kind, Optional<String> reason, Optional<TestReport> tests, Optional<Step> step) {
    /** Ends. */
    public enum Kind {
        APPLIED,
        /** Tests were red before anything was written. */
        RED_BEFORE,
        /** Tests were green before and red afterwards; the step was taken back. */
        REVERTED,
        /** Tests were red afterwards, and somebody had edited files of the step meanwhile: all were left as they are. */
        LEFT
    }
}
