package paredown.cut.extract;

import java.util.List;
import paredown.verdict.UnknownNameException;

/** Who may see a new member. */
final class Visibility {
    private static final List<String> ALL = List.of("private", "package", "protected", "public");

    private Visibility() {}

    static void require(String visibility) {
        if (!ALL.contains(visibility)) {
            throw new UnknownNameException("'" + visibility + "' is no visibility", ALL);
        }
    }

    /** The modifier with a space behind it; empty for package. */
    static String text(String visibility) {
        return visibility.equals("package") ? "" : visibility + " ";
    }
}
