package paredown.smell;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import paredown.code.facts.Reference;
import paredown.code.index.CodeBase;

/**
 * Which packages of the project name types of which others, tests left out.
 *
 * @param direct the packages that one names, by name
 * @param reached all that it depends on, worked out when first asked for
 */
record PackageDependencies(Map<String, Set<String>> direct, Map<String, Set<String>> reached) {
    static PackageDependencies of(CodeBase code) {
        return code.once(PackageDependencies.class, PackageDependencies::read);
    }

    private static PackageDependencies read(CodeBase code) {
        Map<String, Set<String>> direct = new HashMap<>();
        code.types().filter(type -> !type.test()).forEach(type -> {
            Set<String> named = direct.computeIfAbsent(type.packageName(), name -> new HashSet<>());
            type.allReferences()
                    .filter(Reference::inProject)
                    .flatMap(reference -> code.type(reference.owner()).stream())
                    .forEach(other -> named.add(other.packageName()));
        });
        return new PackageDependencies(direct, new ConcurrentHashMap<>());
    }

    /**
     * Whether code would close a cycle that is not there yet.
     *
     * @param in the package that it would lie in
     * @param named a package of which it names types
     */
    boolean wouldCycle(String in, String named) {
        return !in.equals(named) && reaches(named, in) && !reaches(in, named);
    }

    private boolean reaches(String from, String to) {
        return reached.computeIfAbsent(from, this::reachedFrom).contains(to);
    }

    private Set<String> reachedFrom(String from) {
        Set<String> seen = new HashSet<>();
        Deque<String> open = new ArrayDeque<>(Set.of(from));
        while (!open.isEmpty()) {
            for (String next : direct.getOrDefault(open.pop(), Set.of())) {
                if (seen.add(next)) {
                    open.push(next);
                }
            }
        }
        return seen;
    }
}
