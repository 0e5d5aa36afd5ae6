package paredown.source;

/**
 * One token of Java source.
 *
 * @param kind its kind; white space is not a token
 * @param region where it stands
 */
public record Token(Kind kind, Region region) {
    /** Kinds of token. Keywords count as words; an operator is one symbol a character. */
    public enum Kind {
        WORD,
        NUMBER,
        TEXT,
        LINE_COMMENT,
        BLOCK_COMMENT,
        JAVADOC,
        SYMBOL
    }

    public boolean isComment() {
        return kind == Kind.LINE_COMMENT || kind == Kind.BLOCK_COMMENT || kind == Kind.JAVADOC;
    }

    public boolean is(String text, String expected) {
        return region.length() == expected.length() && text.startsWith(expected, region.start());
    }

    public String of(String text) {
        return region.of(text);
    }
}
