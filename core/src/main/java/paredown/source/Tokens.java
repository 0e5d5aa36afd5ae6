package paredown.source;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import paredown.source.Token.Kind;

/** Cuts Java source into tokens. Never fails: what it does not know is a symbol, what is not closed ends with the text. */
public final class Tokens {
    private final String text;
    private final List<Token> found = new ArrayList<>();
    private int at;

    private Tokens(String text, int from) {
        this.text = text;
        this.at = from;
    }

    public static List<Token> of(String text) {
        return of(text, new Region(0, text.length()));
    }

    /** The tokens of a part of a text, which must not start or end inside one. */
    public static List<Token> of(String text, Region region) {
        return new Tokens(region.end() == text.length() ? text : text.substring(0, region.end()), region.start()).all();
    }

    /** Every word in the code and, if asked for, in the comments; in order of first use. */
    public static Set<String> words(String text, boolean comments) {
        Set<String> words = new LinkedHashSet<>();
        for (Token token : of(text)) {
            if (token.kind() == Kind.WORD) {
                words.add(token.of(text));
            } else if (comments && token.isComment()) {
                addWords(token.of(text), words);
            }
        }
        return words;
    }

    private static void addWords(String comment, Set<String> words) {
        int start = -1;
        for (int i = 0; i <= comment.length(); i++) {
            boolean part = i < comment.length() && Character.isJavaIdentifierPart(comment.charAt(i));
            if (part && start < 0) {
                start = i;
            } else if (!part && start >= 0) {
                words.add(comment.substring(start, i));
                start = -1;
            }
        }
    }

    private List<Token> all() {
        while (at < text.length()) {
            char c = text.charAt(at);
            if (Character.isWhitespace(c)) {
                at++;
            } else if (Character.isJavaIdentifierStart(c)) {
                take(Kind.WORD, endOfWord());
            } else if (Character.isDigit(c)) {
                take(Kind.NUMBER, endOfNumber());
            } else if (c == '"' || c == '\'') {
                take(Kind.TEXT, endOfQuoted(text, at));
            } else if (text.startsWith("//", at)) {
                take(Kind.LINE_COMMENT, endOfLine(text, at));
            } else if (text.startsWith("/*", at)) {
                boolean javadoc = text.startsWith("/**", at) && !text.startsWith("/**/", at);
                int close = text.indexOf("*/", at + 2);
                take(javadoc ? Kind.JAVADOC : Kind.BLOCK_COMMENT, close < 0 ? text.length() : close + 2);
            } else {
                take(Kind.SYMBOL, at + 1);
            }
        }
        return found;
    }

    private void take(Kind kind, int end) {
        found.add(new Token(kind, new Region(at, end)));
        at = end;
    }

    private int endOfWord() {
        int end = at + 1;
        while (end < text.length() && Character.isJavaIdentifierPart(text.charAt(end))) {
            end++;
        }
        return end;
    }

    private int endOfNumber() {
        int end = at + 1;
        while (end < text.length()
                && (Character.isLetterOrDigit(text.charAt(end))
                        || text.charAt(end) == '_'
                        || text.charAt(end) == '.')) {
            end++;
        }
        return end;
    }

    /** The offset behind a literal in quotes, or a text block, that begins at an offset; one that is not closed ends with its line. */
    public static int endOfQuoted(String text, int at) {
        char quote = text.charAt(at);
        boolean block = text.startsWith("\"\"\"", at);
        int end = at + (block ? 3 : 1);
        while (end < text.length()) {
            char c = text.charAt(end);
            if (c == '\\') {
                end += 2;
            } else if (block ? text.startsWith("\"\"\"", end) : c == quote) {
                return Math.min(text.length(), end + (block ? 3 : 1));
            } else if (!block && (c == '\n' || c == '\r')) {
                return end;
            } else {
                end++;
            }
        }
        return text.length();
    }

    /** The offset of the line end that follows an offset. */
    public static int endOfLine(String text, int at) {
        int end = at;
        while (end < text.length() && text.charAt(end) != '\n' && text.charAt(end) != '\r') {
            end++;
        }
        return end;
    }
}
