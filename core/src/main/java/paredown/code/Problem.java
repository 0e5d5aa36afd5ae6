package paredown.code;

import java.nio.file.Path;

/**
 * Something in a source file that the compiler rejects.
 *
 * @param line from 1
 * @param code the compiler's key for the kind of error
 * @param message its text, in English
 */
public record Problem(Path file, int line, String code, String message) {
    /** Whether the name would resolve once an annotation processor has run. */
    public boolean isProbablyGenerated() {
        return code.equals(GeneratedMembers.CODE);
    }
}
