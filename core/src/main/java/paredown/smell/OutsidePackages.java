package paredown.smell;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;

/**
 * The packages outside the project that members work with, and how often; those that everything works with left out.
 *
 * @param uses by package
 */
record OutsidePackages(Map<String, Integer> uses) {
    private static final Set<String> EVERYBODYS = Set.of(
            "java.lang",
            "java.util",
            "java.util.function",
            "java.util.stream",
            "java.io",
            "java.math",
            "java.text",
            "java.lang.reflect",
            "java.util.concurrent");

    static OutsidePackages of(List<MemberFacts> members) {
        Map<String, Integer> uses = new LinkedHashMap<>();
        for (MemberFacts member : members) {
            for (Reference reference : member.references()) {
                String name = packageOf(reference.owner());
                if (!reference.inProject() && !name.isEmpty() && !EVERYBODYS.contains(name)) {
                    uses.merge(name, 1, Integer::sum);
                }
            }
        }
        return new OutsidePackages(uses);
    }

    /** Up to the first part that begins like a type. */
    private static String packageOf(String type) {
        int end = 0;
        for (int at = 0; at < type.length() && !Character.isUpperCase(type.charAt(at)); at = end + 1) {
            int dot = type.indexOf('.', at);
            end = dot < 0 ? type.length() : dot;
        }
        return type.substring(0, end);
    }

    int total() {
        return uses.values().stream().mapToInt(Integer::intValue).sum();
    }

    Set<String> names() {
        return uses.keySet();
    }

    boolean meets(OutsidePackages other) {
        return !Collections.disjoint(uses.keySet(), other.uses.keySet());
    }
}
