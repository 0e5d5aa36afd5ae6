package paredown.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;

/** The words that identifiers are made of. */
public final class IdentifierWords {
    private static final Set<String> EMPTY = Set.of(
            "get",
            "set",
            "is",
            "has",
            "to",
            "of",
            "from",
            "with",
            "on",
            "in",
            "by",
            "for",
            "the",
            "a",
            "an",
            "and",
            "or",
            "as",
            "at",
            "do",
            "all",
            "add",
            "remove",
            "new",
            "create",
            "make",
            "build",
            "compute",
            "calculate",
            "init",
            "value",
            "values",
            "string",
            "int",
            "long",
            "double",
            "object",
            "list",
            "map",
            "this",
            "default",
            "array",
            "char",
            "chars",
            "size",
            "equals",
            "hash",
            "code",
            "clear",
            "reset",
            "can",
            "should",
            "must",
            "no",
            "not",
            "if",
            "internal",
            "impl");

    /** Plurals that no rule catches, and words that only look like plurals. */
    private static final Map<String, String> IRREGULAR = Map.ofEntries(
            Map.entry("indices", "index"),
            Map.entry("vertices", "vertex"),
            Map.entry("matrices", "matrix"),
            Map.entry("axes", "axis"),
            Map.entry("series", "series"),
            Map.entry("species", "species"),
            Map.entry("alias", "alias"),
            Map.entry("aliases", "alias"),
            Map.entry("canvas", "canvas"),
            Map.entry("bias", "bias"),
            Map.entry("atlas", "atlas"),
            Map.entry("lens", "lens"),
            Map.entry("news", "news"));

    private static final Pattern NO_LETTERS = Pattern.compile("[^\\p{L}]+");
    private static final Pattern HUMPS = Pattern.compile("(?<=\\p{Ll})(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll})");
    private static final List<String> HISSING = List.of("xes", "ches", "shes", "sses");

    /** The same names are asked for again and again. */
    private static final Map<String, List<String>> KNOWN = new ConcurrentHashMap<>();

    private static final int MOST_KNOWN = 50_000;

    private IdentifierWords() {}

    /** {@code maxDewPoint} as {@code max, dew, point}; {@code toURLText} as {@code to, url, text}. In lower case. */
    public static List<String> of(String identifier) {
        if (KNOWN.size() > MOST_KNOWN) {
            KNOWN.clear();
        }
        return KNOWN.computeIfAbsent(identifier, IdentifierWords::split);
    }

    private static List<String> split(String identifier) {
        return parts(identifier).stream()
                .map(word -> word.toLowerCase(Locale.ROOT))
                .toList();
    }

    /** {@code toURLText} as {@code to, URL, Text}, as they are written. */
    public static List<String> parts(String identifier) {
        List<String> words = new ArrayList<>();
        for (String part : NO_LETTERS.split(identifier)) {
            for (String word : HUMPS.split(part)) {
                if (!word.isEmpty()) {
                    words.add(word);
                }
            }
        }
        return List.copyOf(words);
    }

    /** The words that say what something is about: without those that stand in every second name, in the singular. */
    public static List<String> telling(String identifier) {
        return of(identifier).stream()
                .filter(word -> word.length() > 2 && !EMPTY.contains(word))
                .map(IdentifierWords::singular)
                .toList();
    }

    /** {@code topLevel} as {@code top-level}. */
    public static String hyphenated(String identifier) {
        return String.join("-", of(identifier));
    }

    public static String capitalized(String word) {
        return word.isEmpty() ? word : Character.toUpperCase(word.charAt(0)) + word.substring(1);
    }

    /** {@code marker} as {@code markers}, {@code entry} as {@code entries}; only for words in the singular. */
    public static String plural(String word) {
        if (IRREGULAR.containsValue(word)) {
            return IRREGULAR.entrySet().stream()
                    .filter(entry -> entry.getValue().equals(word))
                    .map(Map.Entry::getKey)
                    .sorted()
                    .findFirst()
                    .orElse(word);
        }
        if (word.matches(".*[^aeiou]y")) {
            return word.substring(0, word.length() - 1) + "ies";
        }
        return word.matches(".*(s|x|ch|sh)") ? word + "es" : word + "s";
    }

    /** A word in the singular, as far as its letters tell. */
    public static String singular(String word) {
        if (IRREGULAR.containsKey(word)) {
            return IRREGULAR.get(word);
        }
        if (word.endsWith("ies") && word.length() > 4) {
            return word.substring(0, word.length() - 3) + "y";
        }
        if (HISSING.stream().anyMatch(word::endsWith)) {
            return word.substring(0, word.length() - 2);
        }
        boolean plural = word.endsWith("s")
                && !word.endsWith("ss")
                && !word.endsWith("us")
                && !word.endsWith("is")
                && word.length() > 3;
        return plural ? word.substring(0, word.length() - 1) : word;
    }
}
