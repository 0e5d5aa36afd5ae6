package paredown.smell;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;

/** Names for a class of values that go about together. */
final class ClumpName {
    /** Sets of words that have a name of their own, most particular first. */
    private static final Map<Set<String>, String> KNOWN = new LinkedHashMap<>();

    static {
        KNOWN.put(Set.of("x", "y", "width", "height"), "Area");
        KNOWN.put(Set.of("red", "green", "blue"), "Colour");
        KNOWN.put(Set.of("year", "month", "day"), "Day");
        KNOWN.put(Set.of("hour", "minute", "second"), "Time");
        KNOWN.put(Set.of("width", "height"), "Size");
        KNOWN.put(Set.of("row", "column"), "Cell");
        KNOWN.put(Set.of("lower", "upper"), "Range");
        KNOWN.put(Set.of("start", "end"), "Span");
        KNOWN.put(Set.of("from", "to"), "Span");
        KNOWN.put(Set.of("min", "max"), "Range");
        KNOWN.put(Set.of("x", "y"), "Point");
    }

    private ClumpName() {}

    /**
     * A free name; empty where the values have none that says more than that they are values.
     *
     * @param roles names of the values
     * @param types where they are
     */
    static Optional<String> of(CodeBase code, Collection<String> roles, List<TypeFacts> types) {
        Set<String> taken = code.types().map(TypeFacts::simpleName).collect(Collectors.toSet());
        return proposals(roles, types).stream()
                .filter(name -> !taken.contains(name))
                .findFirst();
    }

    private static List<String> proposals(Collection<String> roles, List<TypeFacts> types) {
        Set<String> words = new HashSet<>();
        Map<String, Integer> counts = new HashMap<>();
        for (String role : roles) {
            Set<String> own = new HashSet<>(IdentifierWords.of(role));
            words.addAll(own);
            own.forEach(word -> counts.merge(word, 1, Integer::sum));
        }
        String known = KNOWN.entrySet().stream()
                .filter(entry -> roles.size() == entry.getKey().size() && words.containsAll(entry.getKey()))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse("");
        String common = counts.entrySet().stream()
                .filter(entry -> entry.getValue() == roles.size())
                .map(Map.Entry::getKey)
                .sorted()
                .findFirst()
                .orElse("");
        String theme = IdentifierWords.capitalized(theme(types));
        if (common.equals("max") || common.equals("min")) {
            return List.of(theme + "Limits", "Limits");
        }
        String prefix = IdentifierWords.capitalized(common);
        return known.isEmpty() ? List.of() : List.of(prefix + known, theme + known);
    }

    /** The word that the packages and names of the classes have most in common. */
    private static String theme(List<TypeFacts> types) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (TypeFacts type : types) {
            IdentifierWords.telling(type.simpleName()).forEach(word -> counts.merge(word, 2, Integer::sum));
            String last = type.packageName().substring(type.packageName().lastIndexOf('.') + 1);
            counts.merge(last, 1, Integer::sum);
        }
        return counts.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElse("");
    }
}
