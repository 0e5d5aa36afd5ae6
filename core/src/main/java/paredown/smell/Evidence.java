package paredown.smell;

import java.util.OptionalDouble;

/**
 * One fact that speaks for a finding, or against it.
 *
 * @param measure short name of what was measured
 * @param limit where it begins to matter; empty where there is no such line
 * @param text the fact in a sentence
 * @param against whether it speaks against acting on the finding
 */
public record Evidence(String measure, double value, OptionalDouble limit, String text, boolean against) {
    static Evidence of(String measure, double value, double limit, String text) {
        return new Evidence(measure, value, OptionalDouble.of(limit), text, false);
    }

    static Evidence against(String measure, double value, String text) {
        return new Evidence(measure, value, OptionalDouble.empty(), text, true);
    }
}
