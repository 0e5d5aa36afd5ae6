package paredown.smell;

import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** A class that works with the classes of another package, and with none or hardly any of its own. */
public final class MisplacedClass implements Smell {
    private static final Traits TRAITS = new Traits(
            "misplaced-class",
            "MC",
            "a class that belongs by use to another package than the one it lies in",
            Map.of("classes", 4.0, "own", 0.0));
    private static final int CLEARLY = 3;

    @Override
    public Traits traits() {
        return TRAITS;
    }

    /** Top-level classes that a class uses or is used by, by package. */
    private record Neighbours(Map<String, Set<String>> byPackage) {
        int in(String packageName) {
            return byPackage.getOrDefault(packageName, Set.of()).size();
        }
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        Map<String, Neighbours> neighbours = new HashMap<>();
        code.types()
                .filter(type -> !type.test())
                .forEach(type -> type.allReferences()
                        .filter(Reference::inProject)
                        .map(reference -> Roles.outermost(reference.owner(), code))
                        .distinct()
                        .forEach(other -> connect(code, neighbours, Roles.outermost(type.name(), code), other)));
        Set<String> large = code
                .types()
                .filter(type -> !type.test() && type.enclosing().isEmpty())
                .collect(Collectors.groupingBy(TypeFacts::packageName, Collectors.counting()))
                .entrySet()
                .stream()
                .filter(entry -> entry.getValue() > 2)
                .map(Map.Entry::getKey)
                .collect(Collectors.toCollection(HashSet::new));
        return code.types()
                .filter(type -> Roles.isOpen(code, type)
                        && !type.test()
                        && type.enclosing().isEmpty()
                        && large.contains(type.packageName()))
                .flatMap(type -> finding(code, type, neighbours.get(type.name())));
    }

    private static void connect(CodeBase code, Map<String, Neighbours> neighbours, String one, String other) {
        if (one.equals(other) || code.type(other).isEmpty()) {
            return;
        }
        for (List<String> pair : List.of(List.of(one, other), List.of(other, one))) {
            neighbours
                    .computeIfAbsent(pair.get(0), key -> new Neighbours(new LinkedHashMap<>()))
                    .byPackage()
                    .computeIfAbsent(code.type(pair.get(1)).orElseThrow().packageName(), key -> new TreeSet<>())
                    .add(pair.get(1));
        }
    }

    private Stream<Finding> finding(CodeBase code, TypeFacts type, Neighbours around) {
        if (around == null || around.in(type.packageName()) > limit(code, "own")) {
            return Stream.empty();
        }
        List<String> others = around.byPackage().keySet().stream()
                .filter(name -> !name.equals(type.packageName()))
                .sorted(Comparator.comparingInt((String name) -> -around.in(name))
                        .thenComparing(name -> name))
                .toList();
        if (others.isEmpty()) {
            return Stream.empty();
        }
        String home = others.get(0);
        int there = around.in(home);
        int next = others.size() < 2 ? 0 : around.in(others.get(1));
        int all = around.byPackage().values().stream().mapToInt(Set::size).sum();
        boolean clear = there >= limit(code, "classes") && there >= CLEARLY * next && there * 3 >= all * 2;
        // What everybody uses, or what puts the others together, lies apart for a reason.
        if (!clear || home.startsWith(type.packageName() + ".") && usesOnly(code, type)) {
            return Stream.empty();
        }
        String simple = home.substring(home.lastIndexOf('.') + 1);
        Map<String, Object> arguments = new LinkedHashMap<>();
        arguments.put("type", type.name());
        arguments.put("to", home);
        return Stream.of(FindingBuilder.about(this, code, type)
                .score(0.42 * there / (there + 8.0))
                .summary(type.simpleName() + ": works with " + there + " classes of " + simple
                        + ", with none of its own package")
                .measured(
                        "classes there",
                        there,
                        "classes",
                        around.byPackage().get(home).stream()
                                .map(name -> name.substring(name.lastIndexOf('.') + 1))
                                .limit(8)
                                .collect(Collectors.joining(", ")))
                .counted("classes here", 0, "it uses no class of " + type.packageName() + ", and none of them uses it")
                .cut(CutOffer.untried(
                        "move-class",
                        "move " + type.simpleName() + " to " + home,
                        arguments,
                        List.of(type.name()),
                        List.of(new CutOffer.Effect(
                                "packages it depends on or serves", others.size(), others.size() - 1.0))))
                .finding());
    }

    private static boolean usesOnly(CodeBase code, TypeFacts type) {
        return type.members().stream()
                .flatMap(member -> code.uses(member.symbol()).stream())
                .allMatch(use -> use.type().name().equals(type.name()));
    }
}
