package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Modifier;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.measure.IdentifierWords;

/** Names for a class to be, from the words of the members that would move there and are rare among those that stay. */
final class GroupName {
    private static final Set<String> ROLES =
            Set.of("utils", "util", "helper", "manager", "service", "impl", "base", "abstract", "tools");

    /** What code does to things; a class that does it is named for it. */
    private static final Set<String> VERBS = Set.of(
            "abbreviate",
            "append",
            "apply",
            "bind",
            "book",
            "calibrate",
            "cancel",
            "capitalize",
            "check",
            "clean",
            "collect",
            "compare",
            "convert",
            "copy",
            "count",
            "decode",
            "encode",
            "estimate",
            "export",
            "fetch",
            "filter",
            "find",
            "flatten",
            "format",
            "group",
            "import",
            "index",
            "insert",
            "invoke",
            "join",
            "load",
            "map",
            "match",
            "measure",
            "merge",
            "normalize",
            "notify",
            "pad",
            "parse",
            "plan",
            "plot",
            "predict",
            "print",
            "process",
            "publish",
            "rank",
            "read",
            "record",
            "reduce",
            "render",
            "repeat",
            "replace",
            "report",
            "resolve",
            "reverse",
            "rotate",
            "round",
            "save",
            "scan",
            "schedule",
            "score",
            "search",
            "select",
            "send",
            "shift",
            "shuffle",
            "sort",
            "split",
            "store",
            "strip",
            "summarize",
            "swap",
            "tokenize",
            "track",
            "transform",
            "translate",
            "trim",
            "truncate",
            "update",
            "validate",
            "verify",
            "wrap",
            "write");

    private final TypeFacts type;
    private final Map<String, Integer> everywhere = new HashMap<>();

    /** Names for groups of one class. */
    GroupName(TypeFacts type) {
        this.type = type;
        for (MemberFacts member : type.members()) {
            IdentifierWords.telling(member.name()).forEach(word -> everywhere.merge(word, 1, Integer::sum));
        }
    }

    /**
     * Up to three names, best first.
     *
     * @param taken whether a simple name is in use
     */
    List<String> of(List<MemberFacts> group, Predicate<String> taken) {
        List<String> words = words(group);
        String stem = stem(type.simpleName());
        Set<String> names = new LinkedHashSet<>();
        if (words.isEmpty()) {
            names.add(stem + "Part");
        } else {
            String first = words.get(0);
            boolean verb = isVerb(first, group);
            String noun = IdentifierWords.capitalized(verb ? agent(first) : first);
            String second = words.size() > 1 ? IdentifierWords.capitalized(words.get(1)) : "";
            boolean narrow = !second.isEmpty() && !verb && follows(first, words.get(1), group);
            if (narrow) {
                names.add(noun + second);
            }
            boolean state = group.stream().anyMatch(member -> member.isField() && !member.is(Modifier.STATIC));
            if (asks(group)) {
                noun += "Check";
            } else if (state && noun.length() > 3) {
                names.add(noun);
            }
            names.add(stem.endsWith(noun) ? stem + "Part" : stem + noun);
            if (!second.isEmpty() && !narrow) {
                names.add(verb ? second + noun : noun + second);
            }
        }
        List<String> free =
                new ArrayList<>(names.stream().filter(taken.negate()).limit(3).toList());
        if (free.isEmpty()) {
            free.add(stem + "Part");
        }
        return free;
    }

    /** The words of a group, those first that are frequent in it and rare outside. */
    private List<String> words(List<MemberFacts> group) {
        Map<String, Double> inside = new LinkedHashMap<>();
        Set<String> own = Set.copyOf(IdentifierWords.telling(type.simpleName()));
        for (MemberFacts member : group) {
            double weight = member.isField() ? 1.5 : 1;
            IdentifierWords.telling(member.name()).stream()
                    .filter(word -> !own.contains(word))
                    .forEach(word -> inside.merge(word, weight, Double::sum));
        }
        return inside.entrySet().stream()
                .sorted(Comparator.<Map.Entry<String, Double>>comparingDouble(
                                entry -> -entry.getValue() * entry.getValue() / everywhere.get(entry.getKey()))
                        .thenComparing(Map.Entry::getKey))
                .map(Map.Entry::getKey)
                .toList();
    }

    private static boolean follows(String first, String second, List<MemberFacts> group) {
        long together = group.stream()
                .map(member -> IdentifierWords.telling(member.name()))
                .filter(words -> words.indexOf(first) >= 0 && words.indexOf(second) == words.indexOf(first) + 1)
                .count();
        return together * 2 > group.size();
    }

    /** A word that begins the names of methods and stands in no field is something that is done. */
    private static boolean isVerb(String word, List<MemberFacts> group) {
        boolean begins = group.stream()
                .filter(MemberFacts::isMethod)
                .anyMatch(member -> IdentifierWords.of(member.name()).get(0).equals(word));
        boolean stored = !VERBS.contains(word)
                || group.stream()
                        .filter(MemberFacts::isField)
                        .anyMatch(
                                member -> IdentifierWords.telling(member.name()).contains(word));
        return begins && !stored;
    }

    /** Whether most of a group's methods ask something. */
    private static boolean asks(List<MemberFacts> group) {
        long methods = group.stream().filter(MemberFacts::isMethod).count();
        long questions = group.stream()
                .filter(member -> member.isMethod() && member.name().matches("(is|has|no|not|can)[A-Z].*"))
                .count();
        return questions * 3 > methods * 2;
    }

    /** {@code rotate} as {@code rotator}, {@code strip} as {@code stripper}, {@code index} as {@code indexer}. */
    static String agent(String verb) {
        if (verb.endsWith("er") || verb.endsWith("or")) {
            return verb;
        }
        if (verb.endsWith("ate") || verb.endsWith("ute")) {
            return verb.substring(0, verb.length() - 1) + "or";
        }
        if (verb.endsWith("e")) {
            return verb + "r";
        }
        if (verb.endsWith("y") && verb.length() > 3 && isConsonant(verb.charAt(verb.length() - 2))) {
            return verb.substring(0, verb.length() - 1) + "ier";
        }
        int length = verb.length();
        boolean doubles = length <= 5
                && length >= 3
                && isConsonant(verb.charAt(length - 1))
                && "wxy".indexOf(verb.charAt(length - 1)) < 0
                && !isConsonant(verb.charAt(length - 2))
                && isConsonant(verb.charAt(length - 3));
        return doubles ? verb + verb.charAt(length - 1) + "er" : verb + "er";
    }

    private static boolean isConsonant(char c) {
        return "aeiou".indexOf(c) < 0;
    }

    /** The class's own name without words such as {@code Utils}. */
    private static String stem(String simpleName) {
        StringBuilder stem = new StringBuilder();
        for (String word : simpleName.split("(?<=\\p{Ll})(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll})")) {
            if (!ROLES.contains(word.toLowerCase(java.util.Locale.ROOT))) {
                stem.append(word);
            }
        }
        return stem.isEmpty() ? simpleName : stem.toString();
    }
}
