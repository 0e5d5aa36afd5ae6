package paredown.code;

import java.util.BitSet;

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
                at = endOfLine(at);
            } else if (c == '/' && text.startsWith("/*", at)) {
                int close = text.indexOf("*/", at + 2);
                at = walk(at, close < 0 ? text.length() : close + 2, false);
            } else if (c == '"' || c == '\'') {
                at = walk(at, endOfQuoted(at, c), true);
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

    private int endOfLine(int from) {
        int at = from;
        while (at < text.length() && text.charAt(at) != '\n' && text.charAt(at) != '\r') {
            at++;
        }
        return at;
    }

    private int endOfQuoted(int from, char quote) {
        boolean block = text.startsWith("\"\"\"", from);
        int at = from + (block ? 3 : 1);
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c == '\\') {
                at += 2;
            } else if (block ? text.startsWith("\"\"\"", at) : c == quote) {
                return Math.min(text.length(), at + (block ? 3 : 1));
            } else if (!block && (c == '\n' || c == '\r')) {
                return at;
            } else {
                at++;
            }
        }
        return text.length();
    }
}
