package paredown.code;

import java.util.BitSet;
import paredown.source.Tokens;

/** Tells which lines of a source text hold code: something that is neither white space nor part of a comment. */
final class CodeLines {
    private final String text;
    private final BitSet lines = new BitSet();
    private int line = 1;

    private CodeLines(String text) {
        this.text = text;
    }

    /** The lines with code, from 1. CR, LF and CRLF each end a line. */
    static BitSet of(String text) {
        CodeLines code = new CodeLines(text);
        code.read();
        return code.lines;
    }

    private void read() {
        int at = 0;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '/' && text.startsWith("//", at)) {
                at = Tokens.endOfLine(text, at);
            } else if (c == '/' && text.startsWith("/*", at)) {
                int close = text.indexOf("*/", at + 2);
                at = walk(at, close < 0 ? text.length() : close + 2, false);
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
        char c = text.charAt(at);
        boolean ends = c == '\n' || c == '\r' && (at + 1 == text.length() || text.charAt(at + 1) != '\n');
        line += ends ? 1 : 0;
    }
}
