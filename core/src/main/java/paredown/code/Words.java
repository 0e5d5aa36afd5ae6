package paredown.code;

import java.util.Collection;
import java.util.HashSet;
import java.util.Set;

/** Words to look for in source texts. */
final class Words {
    private static final int FEW = 6;

    private final Set<String> words;

    Words(Collection<String> words) {
        this.words = new HashSet<>(words);
    }

    /**
     * Whether one of the words stands anywhere in a text, in code or in a comment. Escaped characters may hide one, so a text with such
     * escapes mentions everything.
     */
    boolean standIn(String text) {
        boolean found = words.size() <= FEW ? eachIn(text) : oneOf(text);
        return found || !words.isEmpty() && text.contains("\\u");
    }

    private boolean eachIn(String text) {
        for (String word : words) {
            for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
                int end = at + word.length();
                boolean starts = at == 0 || !Character.isJavaIdentifierPart(text.charAt(at - 1));
                if (starts && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)))) {
                    return true;
                }
            }
        }
        return false;
    }

    private boolean oneOf(String text) {
        int start = -1;
        for (int at = 0; at <= text.length(); at++) {
            boolean part = at < text.length() && Character.isJavaIdentifierPart(text.charAt(at));
            if (part && start < 0) {
                start = at;
            } else if (!part && start >= 0) {
                if (words.contains(text.substring(start, at))) {
                    return true;
                }
                start = -1;
            }
        }
        return false;
    }
}
