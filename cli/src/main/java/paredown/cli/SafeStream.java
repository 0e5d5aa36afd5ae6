package paredown.cli;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A stream to a terminal that prints what a project holds: names of files, lines of code, messages of commits. Control characters in it, and
 * those that change the direction of text, are shown as Unicode escapes, so that nothing on the screen is other than it looks. Our own
 * colours come through by a mark that no project can know.
 */
final class SafeStream extends PrintStream {
    private static final String MARK = mark();
    private static final Pattern COLOUR = Pattern.compile(Pattern.quote(MARK) + "(\\d+)m");

    /** Controls but for tab and line feed, and what tells a terminal to show text from right to left or to break a line (UAX 9, UAX 14). */
    private static final Pattern CONTROL = Pattern.compile(
            "[\\x00-\\x08\\x0b-\\x1f\\x7f-\\x9f\\u061c\\u200e\\u200f\\u2028-\\u202e\\u2066-\\u2069\\ufeff]");

    private final PrintStream raw;

    SafeStream(PrintStream raw) {
        super(raw, true, StandardCharsets.UTF_8);
        this.raw = raw;
    }

    private static String mark() {
        byte[] bytes = new byte[8];
        new SecureRandom().nextBytes(bytes);
        return "\ue000" + HexFormat.of().formatHex(bytes);
    }

    /** The text in a colour or a weight, by its number in ECMA-48. */
    static String styled(String code, String text) {
        return MARK + code + "m" + text + MARK + "0m";
    }

    /** For those that move the cursor. */
    PrintStream raw() {
        return raw;
    }

    static String safe(String text) {
        if (!CONTROL.matcher(text).find() && text.indexOf('\ue000') < 0) {
            return text;
        }
        String shown = CONTROL.matcher(text)
                .replaceAll(found -> Matcher.quoteReplacement(
                        String.format("\\u%04x", (int) found.group().charAt(0))));
        return COLOUR.matcher(shown).replaceAll("\u001b[$1m");
    }

    @Override
    public void print(String text) {
        super.print(safe(String.valueOf(text)));
    }

    @Override
    public void println(String text) {
        // The parent would print by way of print, and what is safe must not be made so twice.
        synchronized (this) {
            print(text);
            println();
        }
    }

    @Override
    public void print(Object value) {
        print(String.valueOf(value));
    }

    @Override
    public void println(Object value) {
        println(String.valueOf(value));
    }
}
