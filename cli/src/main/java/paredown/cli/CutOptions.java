package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.VisibilityPreservingCut;
import paredown.trial.TestScope;
import picocli.CommandLine.Option;

/** What every cutting command takes. */
final class CutOptions {
    /** Which tests must stay green. */
    enum Tests {
        touched,
        all,
        none
    }

    @Option(names = "--preview", description = "Print the change and what it would touch; write nothing.")
    private boolean preview;

    @Option(names = "--yes", description = "Carry it out without asking.")
    private boolean yes;

    @Option(
            names = "--tests",
            paramLabel = "touched|all|none",
            defaultValue = "touched",
            description =
                    "Which tests must stay green for the step to stand. For now 'touched' runs the whole suite. Default: ${DEFAULT-VALUE}.")
    private Tests tests;

    @Option(
            names = "--keep-visibility",
            description = "Refuse the cut where it would have to make something visible to more code than sees it now.")
    private boolean keepVisibility;

    /** The cut as the options want it. */
    Cut strict(Cut cut) {
        return keepVisibility ? new VisibilityPreservingCut(cut) : cut;
    }

    boolean preview() {
        return preview;
    }

    boolean yes() {
        return yes;
    }

    TestScope tests() {
        return switch (tests) {
            case touched -> TestScope.TOUCHED;
            case all -> TestScope.ALL;
            case none -> TestScope.NONE;
        };
    }
}
