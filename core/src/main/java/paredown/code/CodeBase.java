package paredown.code;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import paredown.project.Module;
import paredown.project.Progress;

/** The facts of a project: its types, their members, and every reference between them. */
public final class CodeBase {
    private final Sources sources;
    private final Map<String, TypeFacts> types;
    private final List<Problem> problems;
    private final Map<String, List<Use>> uses = new HashMap<>();

    /** A reference together with the member that holds it. */
    public record Use(TypeFacts type, MemberFacts member, Reference reference) {}

    private CodeBase(Sources sources, Map<String, TypeFacts> types, List<Problem> problems) {
        this.sources = sources;
        this.types = types;
        this.problems = problems;
        for (TypeFacts type : types.values()) {
            for (MemberFacts member : type.members()) {
                for (Reference reference : member.references()) {
                    if (reference.inProject()) {
                        uses.computeIfAbsent(reference.target(), key -> new ArrayList<>())
                                .add(new Use(type, member, reference));
                    }
                }
            }
        }
    }

    /**
     * Attributes a project and keeps the facts. What does not compile is read as far as it goes.
     *
     * @param tests whether test sources are read too
     */
    public static CodeBase read(Sources sources, boolean tests, Progress progress) {
        Map<String, TypeFacts> types = new LinkedHashMap<>();
        List<Problem> problems = new ArrayList<>();
        List<Module> modules = sources.project().modules();
        int done = 0;
        for (Module module : modules) {
            progress.at("resolving " + module.name(), done++, modules.size());
            Set<String> names = topLevelNames(sources, module);
            for (boolean test : tests ? new boolean[] {false, true} : new boolean[] {false}) {
                sources.attributeAll(module, test, attribution -> {
                    FactsReader.of(attribution, sources::isTest, names::contains)
                            .forEach(type -> types.putIfAbsent(type.name(), type));
                    problems.addAll(attribution.problems());
                });
            }
        }
        return new CodeBase(sources, types, problems);
    }

    /** Names by path alone: enough to tell the project's own types from those of libraries, without parsing. */
    private static Set<String> topLevelNames(Sources sources, Module module) {
        Set<String> names = new HashSet<>();
        for (Module seen : sources.project().seenBy(module)) {
            Stream.concat(seen.mainRoots().stream(), seen.testRoots().stream())
                    .forEach(root -> sources.files().stream()
                            .map(file -> file.path())
                            .filter(path -> path.startsWith(root))
                            .forEach(path -> names.add(name(root.relativize(path)))));
        }
        return names;
    }

    private static String name(Path relative) {
        String path = relative.toString();
        return path.substring(0, path.length() - ".java".length())
                .replace('/', '.')
                .replace('\\', '.');
    }

    public Sources sources() {
        return sources;
    }

    /** All named types, in the order of modules and files. */
    public Stream<TypeFacts> types() {
        return types.values().stream();
    }

    public Optional<TypeFacts> type(String name) {
        return Optional.ofNullable(types.get(name));
    }

    /** Where a declaration of the project is used, inside its own type too. */
    public List<Use> uses(String symbol) {
        return uses.getOrDefault(symbol, List.of());
    }

    /** What the compiler rejects. */
    public List<Problem> problems() {
        return problems;
    }
}
