package paredown.code.text;

import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** The words of a source text, in code and in comments. Characters that are written as escapes may be part of a word. */
public final class WordHashes {
    private static final Pattern ESCAPE = Pattern.compile("\\\\u+([0-9a-fA-F]{4})");

    private WordHashes() {}

    /** Their hashes, sorted: half a million lines fit into a few megabytes. */
    static int[] hashes(String text) {
        int[] plain = plainHashes(text);
        return text.contains("\\u")
                ? IntStream.concat(IntStream.of(plain), IntStream.of(plainHashes(decoded(text))))
                        .sorted()
                        .distinct()
                        .toArray()
                : plain;
    }

    private static String decoded(String text) {
        return ESCAPE.matcher(text)
                .replaceAll(escape ->
                        Matcher.quoteReplacement(String.valueOf((char) Integer.parseInt(escape.group(1), 16))));
    }

    private static int[] plainHashes(String text) {
        char[] chars = text.toCharArray();
        int[] found = new int[64];
        int count = 0;
        int hash = 0;
        boolean inside = false;
        for (int at = 0; at <= chars.length; at++) {
            char c = at < chars.length ? chars[at] : ' ';
            if (c < 128 ? isPart(c) : Character.isJavaIdentifierPart(c)) {
                hash = 31 * hash + c;
                inside = true;
            } else if (inside) {
                if (count == found.length) {
                    count = distinct(found, count);
                    found = Arrays.copyOf(found, Math.max(count * 2, 64));
                }
                found[count++] = hash;
                hash = 0;
                inside = false;
            }
        }
        return Arrays.copyOf(found, distinct(found, count));
    }

    private static boolean isPart(char c) {
        return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c == '_' || c == '$';
    }

    private static int distinct(int[] values, int count) {
        Arrays.sort(values, 0, count);
        int kept = 0;
        for (int i = 0; i < count; i++) {
            if (i == 0 || values[i] != values[i - 1]) {
                values[kept++] = values[i];
            }
        }
        return kept;
    }

    /** Whether a word stands anywhere in the text, spelt out or with escaped characters. */
    public static boolean contain(String text, String word) {
        return standsIn(text, word) || text.contains("\\u") && standsIn(decoded(text), word);
    }

    private static boolean standsIn(String text, String word) {
        for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
            int end = at + word.length();
            boolean starts = at == 0 || !Character.isJavaIdentifierPart(text.charAt(at - 1));
            if (starts && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)))) {
                return true;
            }
        }
        return false;
    }
}
