package paredown.code.text;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Whether a file says of itself, in the comments that it begins with, that a program wrote it. */
// pare: accept lazy-class: what a text tells without the compiler has its place here
public final class GeneratedHeader {
    private static final Pattern LEADING = Pattern.compile("\\G\\s*(//[^\\n\\r]*|/\\*(?s:.*?)\\*/)");
    private static final Pattern CLAIM = Pattern.compile(
            "(?i)@generated\\b|\\b(auto|automatically)[ -]?generated\\b|\\bgenerated\\s+(automatically|by|from|code|file|source)\\b"
                    + "|\\bdo\\s+not\\s+(edit|modify)\\b");

    private GeneratedHeader() {}

    /** The comments in front of everything else decide; what stands in a class's own comment may speak of anything. */
    public static boolean isIn(String text) {
        Matcher comments = LEADING.matcher(text);
        while (comments.find()) {
            if (CLAIM.matcher(comments.group(1)).find()) {
                return true;
            }
        }
        return false;
    }
}
