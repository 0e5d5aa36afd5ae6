package paredown.cli;

/** The exit codes that scripts may rely on. */
final class ExitCode {
    static final int DONE = 0;
    static final int GATE = 1;
    static final int USAGE = 2;
    static final int REFUSED = 3;
    static final int UNREADABLE = 4;
    static final int TESTS_FAILED = 5;
    static final int FAULT = 70;
    static final int OUT_OF_MEMORY = 71;

    private ExitCode() {}
}
