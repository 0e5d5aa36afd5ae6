package paredown.source;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Set;

/**
 * A file as text, with what is needed to get its bytes back: encoding and byte order mark. Line ends stay in the text as they are.
 * Immutable.
 */
public final class SourceText {
    private static final byte[] UTF8_MARK = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF};

    /** Encodings in which bytes below 128 are what they are in ASCII. */
    private static final Set<Charset> LIKE_ASCII =
            Set.of(StandardCharsets.UTF_8, StandardCharsets.US_ASCII, StandardCharsets.ISO_8859_1);

    private final Path path;
    private final String text;
    private final Charset charset;
    private final boolean marked;
    private final boolean misread;
    private int[] lineStarts;

    private SourceText(Path path, String text, Charset charset, boolean marked, boolean misread) {
        this.path = path;
        this.text = text;
        this.charset = charset;
        this.marked = marked;
        this.misread = misread;
    }

    /** Reads a file; one that is not in the given encoding is read byte by character, so that its bytes still come back. */
    public static SourceText read(Path path, Charset charset) throws IOException {
        return of(path, Files.readAllBytes(path), charset);
    }

    public static SourceText of(Path path, byte[] bytes, Charset charset) {
        boolean marked = bytes.length >= 3 && Arrays.equals(bytes, 0, 3, UTF8_MARK, 0, 3);
        int from = marked ? 3 : 0;
        Charset declared = marked ? StandardCharsets.UTF_8 : charset;
        if (LIKE_ASCII.contains(declared) && isAscii(bytes, from)) {
            // Most files are, and are read several times faster so.
            String text = new String(bytes, from, bytes.length - from, StandardCharsets.ISO_8859_1);
            return new SourceText(path, text, declared, marked, false);
        }
        try {
            CharBuffer decoded = declared.newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .onUnmappableCharacter(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes, from, bytes.length - from));
            return new SourceText(path, decoded.toString(), declared, marked, false);
        } catch (CharacterCodingException e) {
            String raw = new String(bytes, from, bytes.length - from, StandardCharsets.ISO_8859_1);
            return new SourceText(path, raw, StandardCharsets.ISO_8859_1, marked, true);
        }
    }

    private static boolean isAscii(byte[] bytes, int from) {
        for (int i = from; i < bytes.length; i++) {
            if (bytes[i] < 0) {
                return false;
            }
        }
        return true;
    }

    /** A text that has no file yet, to be written in the encoding of another. */
    public SourceText sibling(Path path, String text) {
        return new SourceText(path, text, charset, false, false);
    }

    public Path path() {
        return path;
    }

    public String text() {
        return text;
    }

    /** Whether the bytes do not fit the encoding that the project declares. */
    public boolean misread() {
        return misread;
    }

    /** The bytes of another text in this file's encoding, with its byte order mark. */
    public byte[] bytes(String changed) {
        byte[] body = changed.getBytes(charset);
        if (!marked) {
            return body;
        }
        byte[] all = Arrays.copyOf(UTF8_MARK, 3 + body.length);
        System.arraycopy(body, 0, all, 3, body.length);
        return all;
    }

    public byte[] bytes() {
        return bytes(text);
    }

    /** Whether every character of a text can be written in this file's encoding. */
    public boolean canHold(String changed) {
        return charset.newEncoder().canEncode(changed);
    }

    /** The line of an offset, from 1. CR, LF and CRLF each end a line. */
    public int line(int offset) {
        int[] starts = lineStarts();
        int found = Arrays.binarySearch(starts, offset);
        return found >= 0 ? found + 1 : -found - 1;
    }

    /** The column of an offset, from 1, in UTF-16 units. */
    public int column(int offset) {
        return offset - lineStarts()[line(offset) - 1] + 1;
    }

    public int lines() {
        int[] starts = lineStarts();
        return starts[starts.length - 1] == text.length() ? starts.length - 1 : starts.length;
    }

    /** The offset of a line's first character. */
    public int lineStart(int line) {
        return lineStarts()[line - 1];
    }

    /** The offset after the line that holds an offset, its line end included. */
    public int lineEnd(int offset) {
        int line = line(offset);
        return line < lineStarts().length ? lineStarts()[line] : text.length();
    }

    /** What lines are indented by, step by step: a tab, or the fewest spaces that a line of code starts with; four where nothing is indented. */
    public String indentationUnit() {
        int tabs = 0;
        int spaces = 0;
        int fewest = Integer.MAX_VALUE;
        for (int line = 1; line <= lines(); line++) {
            int start = lineStart(line);
            int at = start;
            while (at < text.length() && text.charAt(at) == ' ') {
                at++;
            }
            if (at < text.length() && text.charAt(start) == '\t') {
                tabs++;
            } else if (at - start > 1 && at < text.length() && !Character.isWhitespace(text.charAt(at))) {
                spaces++;
                fewest = Math.min(fewest, at - start);
            }
        }
        return tabs > spaces ? "\t" : " ".repeat(spaces == 0 ? 4 : fewest);
    }

    /** The line end used most in this text; LF where there is none. */
    public String lineEnding() {
        int crlf = 0;
        int lf = 0;
        int cr = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '\r' && i + 1 < text.length() && text.charAt(i + 1) == '\n') {
                crlf++;
                i++;
            } else if (c == '\r') {
                cr++;
            } else if (c == '\n') {
                lf++;
            }
        }
        if (crlf > lf && crlf >= cr) {
            return "\r\n";
        }
        return cr > lf ? "\r" : "\n";
    }

    /** The white space in front of the first character of the line that holds an offset. */
    public String indentation(int offset) {
        int start = lineStart(line(offset));
        int end = start;
        while (end < text.length() && (text.charAt(end) == ' ' || text.charAt(end) == '\t')) {
            end++;
        }
        return text.substring(start, end);
    }

    private int[] lineStarts() {
        if (lineStarts == null) {
            char[] chars = text.toCharArray();
            int[] starts = new int[16];
            int count = 1;
            for (int i = 0; i < chars.length; i++) {
                char c = chars[i];
                boolean ends = c == '\n' || c == '\r' && (i + 1 == chars.length || chars[i + 1] != '\n');
                if (ends) {
                    if (count == starts.length) {
                        starts = Arrays.copyOf(starts, count * 2);
                    }
                    starts[count++] = i + 1;
                }
            }
            lineStarts = Arrays.copyOf(starts, count);
        }
        return lineStarts;
    }
}
