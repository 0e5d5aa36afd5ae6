package paredown.smell;

import java.util.Map;
import java.util.stream.Stream;
import paredown.code.index.CodeBase;
import paredown.history.ChangeHistory;

/** A kind of design problem and the way to find it. */
public interface Smell {
    /** What is known of it without looking at any code. */
    Traits traits();

    /** Its name in output and options, such as {@code god-class}. */
    default String name() {
        return traits().name();
    }

    /** What it is, in a sentence. */
    default String description() {
        return traits().description();
    }

    /** Its limits as they usually are, by measure. The configuration may set others. */
    default Map<String, Double> limits() {
        return traits().limits();
    }

    /** A limit as it counts for a code base. */
    default double limit(CodeBase code, String measure) {
        return code.sources().project().configuration().limit(name(), measure, limits().get(measure));
    }

    /** The findings in a code base, in any order, at most one a place. */
    Stream<Finding> findings(CodeBase code);

    /** A finding with what is only worth working out for one that somebody reads. */
    default Finding deepened(CodeBase code, Finding finding) {
        return finding;
    }

    /** The same with what the project's history tells, for smells to which it tells something. */
    default Stream<Finding> findings(CodeBase code, ChangeHistory history) {
        return findings(code);
    }
}
