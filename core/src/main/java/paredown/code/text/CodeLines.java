package paredown.code.text;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import paredown.source.Region;
import paredown.source.Tokens;

/** Tells which lines of a source text hold code, which is neither white space nor part of a comment, and where its comments are. */
public final class CodeLines {
    private final String text;

    /** The same: looking at each character of a text that has others than Latin ones takes twice as long. */
    private final char[] chars;

    private final BitSet lines = new BitSet();
    private final List<Region> comments = new ArrayList<>();
    private int line = 1;

    private CodeLines(String text) {
        this.text = text;
        this.chars = text.toCharArray();
    }

    public static CodeLines of(String text) {
        CodeLines code = new CodeLines(text);
        code.read();
        return code;
    }

    /** The lines with code, from 1. CR, LF and CRLF each end a line. */
    public BitSet lines() {
        return lines;
    }

    /** Comments but those that document a declaration, in order. */
    public List<Region> comments() {
        return comments;
    }

    private void read() {
        int at = 0;
        while (at < chars.length) {
            char c = chars[at];
            if (c == '/' && text.startsWith("//", at)) {
                int end = Tokens.endOfLine(text, at);
                comments.add(new Region(at, end));
                at = end;
            } else if (c == '/' && text.startsWith("/*", at)) {
                int close = text.indexOf("*/", at + 2);
                int end = close < 0 ? text.length() : close + 2;
                if (!text.startsWith("/**", at)) {
                    comments.add(new Region(at, end));
                }
                at = walk(at, end, false);
            } else if (c == '"' || c == '\'') {
                at = walk(at, Tokens.endOfQuoted(text, at), true);
            } else {
                if (c > ' ' && !Character.isWhitespace(c)) {
                    lines.set(line);
                }
                step(at++);
            }
        }
    }

    private int walk(int from, int to, boolean code) {
        for (int at = from; at < to; at++) {
            if (code) {
                lines.set(line);
            }
            step(at);
        }
        return to;
    }

    private void step(int at) {
        char c = chars[at];
        boolean ends = c == '\n' || c == '\r' && (at + 1 == chars.length || chars[at + 1] != '\n');
        line += ends ? 1 : 0;
    }
}
