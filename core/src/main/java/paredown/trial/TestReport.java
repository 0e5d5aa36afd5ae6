package paredown.trial;

import java.util.List;

/**
 * How a run of the tests went.
 *
 * @param built whether the build came as far as running tests, or had none to run
 * @param ran how many tests ran, without skipped ones
 * @param failures names of failed tests, {@code Class.method}
 * @param seconds how long it took
 * @param output the last lines that the build printed
 */
public record TestReport(boolean built, int ran, List<String> failures, double seconds, List<String> output) {
    public TestReport {
        failures = List.copyOf(failures);
        output = List.copyOf(output);
    }

    public boolean isGreen() {
        return built && failures.isEmpty();
    }
}
