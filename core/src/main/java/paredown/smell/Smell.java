package paredown.smell;

import java.util.stream.Stream;
import paredown.code.CodeBase;

/** A kind of design problem and the way to find it. */
public interface Smell {
    /** Its name in output and options, such as {@code god-class}. */
    String name();

    /** What it is, in a sentence. */
    String description();

    /** The findings in a code base, in any order, at most one a place. */
    Stream<Finding> findings(CodeBase code);
}
