package paredown.drill.plant;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import paredown.smell.Finding;

/**
 * A smell put into code.
 *
 * @param smell its name
 * @param what what was done, in a line
 * @param texts new texts by file
 * @param found whether a finding is about the place
 * @param matches how well such a finding names the right target or group, from 0 to 1: one for each of what was put there, which count apart
 */
record Plant(
        String smell,
        String what,
        Map<Path, String> texts,
        Predicate<Finding> found,
        List<ToDoubleFunction<Finding>> matches) {

    /** What a finding has to reach to be right. */
    static final double RIGHT = 0.7;

    /** One thing put into code. */
    Plant(
            String smell,
            String what,
            Map<Path, String> texts,
            Predicate<Finding> found,
            ToDoubleFunction<Finding> match) {
        this(smell, what, texts, found, List.of(match));
    }

    /** Shared elements over all elements, from 0 to 1 (Jaccard 1901). */
    static double jaccard(Set<String> one, Set<String> other) {
        long both = one.stream().filter(other::contains).count();
        return both / (double) Math.max(1, one.size() + other.size() - both);
    }
}
