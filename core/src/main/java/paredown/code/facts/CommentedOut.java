package paredown.code.facts;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import paredown.source.Region;
import paredown.source.SourceText;

/** Finds statements that somebody put into comments instead of deleting them. */
final class CommentedOut {
    private static final int FEWEST = 3;

    /** A call, an assignment or a word of the language. */
    private static final Pattern ACTS =
            Pattern.compile("\\w[()]|=|\\b(return|else|break|continue|try|import|throw)\\b");

    private CommentedOut() {}

    /**
     * The comments, line comments below each other as one, of which three lines or more, and most of all lines that hold text, read like
     * statements.
     */
    static List<PlaceFacts> in(SourceText source, List<Region> comments) {
        List<PlaceFacts> found = new ArrayList<>();
        int at = 0;
        while (at < comments.size()) {
            int last = at;
            while (last + 1 < comments.size() && follows(source, comments.get(last), comments.get(last + 1))) {
                last++;
            }
            Region region =
                    new Region(comments.get(at).start(), comments.get(last).end());
            if (holdsStatements(region.of(source.text()))) {
                found.add(MemberReader.place(source, region));
            }
            at = last + 1;
        }
        return found;
    }

    private static boolean follows(SourceText source, Region one, Region next) {
        String text = source.text();
        return text.startsWith("//", one.start())
                && text.startsWith("//", next.start())
                && source.line(next.start()) == source.line(one.start()) + 1
                && text.substring(one.end(), next.start()).isBlank();
    }

    private static boolean holdsStatements(String comment) {
        // Most comments are words: no need to look closer.
        if (comment.indexOf(';') < 0
                || comment.chars().filter(c -> ";{}".indexOf(c) >= 0).count() < FEWEST) {
            return false;
        }
        int statements = 0;
        int lines = 0;
        for (String line : comment.split("\\R")) {
            String text = line.strip().replaceFirst("^(//+|/\\*+|\\*(?!/))", "").replaceFirst("\\*/$", "");
            lines += text.isBlank() ? 0 : 1;
            statements += isStatement(text.strip()) ? 1 : 0;
        }
        return statements >= FEWEST && statements * 3 >= lines * 2;
    }

    /** Whether a line ends like a statement or a block, and holds what statements hold. */
    private static boolean isStatement(String line) {
        boolean ends = line.endsWith(";") || line.endsWith("{") || line.endsWith("}");
        return ends && (line.equals("}") || ACTS.matcher(line).find());
    }
}
