package paredown.cli;

import paredown.cut.CallerMode;
import picocli.CommandLine.Option;

/** What becomes of callers, for the cuts that have some. */
final class CallersOption {
    /** What can be asked for, by its name on the command line. */
    enum Choice {
        lead,
        delegate
    }

    @Option(
            names = "--callers",
            paramLabel = "C",
            description = {
                "What becomes of callers: lead (they go to the new place) or delegate (the old member stays and passes on).",
                "Default: lead; delegate for what code outside the project is likely to use."
            })
    private Choice choice;

    boolean isGiven() {
        return choice != null;
    }

    CallerMode mode() {
        return CallerMode.of(choice == null ? "" : choice.name());
    }
}
