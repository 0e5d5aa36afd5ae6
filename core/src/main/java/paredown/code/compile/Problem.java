package paredown.code.compile;

import java.nio.file.Path;

/**
 * Something in a source file that the compiler rejects.
 *
 * @param line from 1
 * @param code the compiler's key for the kind of error
 * @param message its text, in English
 */
public record Problem(Path file, int line, String code, String message) {
    /** A file at which the compiler, or what reads its trees, gave up. */
    public static Problem gaveUp(Path file, Throwable why) {
        return new Problem(file, 1, "gave-up", "the compiler gave up on this file or one read with it: " + why);
    }

    /** Whether the name would resolve once an annotation processor has run. */
    public boolean isProbablyGenerated() {
        return code.equals(GeneratedMembers.CODE);
    }
}
