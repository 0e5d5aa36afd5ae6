package paredown.tree;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The {@code param} tag of a parameter in a documentation comment. */
public final class ParamTag {
    /** Up to the end of the comment. */
    private static final String REST_OF_LINE = "(?:(?!\\h*\\*/).)*";

    /** Lines that go on; an empty one only where another goes on behind it. */
    private static final String FURTHER =
            "(?:(?:\\R\\h*\\*\\h*(?=\\R))*\\R\\h*\\*(?!\\h*@|/)(?=\\h*[^\\s*])" + REST_OF_LINE + ")*";

    private ParamTag() {}

    /** The tag with the white space and the star in front of it; the first group is what it says. */
    public static Optional<Matcher> find(String comment, String parameter) {
        Matcher tag = Pattern.compile("(?:(?<=/\\*\\*)|\\R\\h*\\*)\\h*@param\\h+" + Pattern.quote(parameter) + "\\b("
                        + REST_OF_LINE + FURTHER + ")")
                .matcher(comment);
        return tag.find() ? Optional.of(tag) : Optional.empty();
    }
}
