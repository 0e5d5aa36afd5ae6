package paredown.cli;

import paredown.cut.CallerMode;
import paredown.cut.CutArgument;
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
            description = {CutArgument.CALLERS, CutArgument.CALLERS_DEFAULT})
    private Choice choice;

    boolean isGiven() {
        return choice != null;
    }

    CallerMode mode() {
        return CallerMode.of(choice == null ? "" : choice.name());
    }
}
