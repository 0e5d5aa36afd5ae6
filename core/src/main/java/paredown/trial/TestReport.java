package paredown.trial;

import java.util.List;

/**
 * How a run of the tests went.
 *
 * @param built whether the build came as far as running tests, or had none to run
 * @param ran how many tests ran, without skipped ones
 * @param failures tests that failed
 * @param seconds how long it took
 * @param output the last lines that the build printed
 */
public record TestReport(boolean built, int ran, List<Failure> failures, double seconds, List<String> output) {
    /**
     * A test that failed.
     *
     * @param test {@code Class.method}
     * @param message what it says, with what was expected and what came where it compared; empty where it says nothing
     * @param place the first line of the project's own code in the trace, {@code File.java:12}; empty where there is none
     */
    public record Failure(String test, String message, String place) {
        /** In a line. */
        @Override
        public String toString() {
            return test + (message.isEmpty() ? "" : ": " + message) + (place.isEmpty() ? "" : " (" + place + ")");
        }
    }

    public TestReport {
        failures = List.copyOf(failures);
        output = List.copyOf(output);
    }

    public boolean isGreen() {
        return built && failures.isEmpty();
    }
}
