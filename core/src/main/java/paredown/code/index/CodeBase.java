package paredown.code.index;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Problem;
import paredown.code.compile.Threads;
import paredown.code.facts.FactsCodec;
import paredown.code.facts.FileFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.ModuleFacts;
import paredown.code.facts.ModuleReader;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.project.Module;
import paredown.project.Progress;

/** The facts of a project: its types, their members, and every reference between them. */
public final class CodeBase {
    private static final int PIECES = 16;

    private final Sources sources;
    private final Map<String, TypeFacts> types = new LinkedHashMap<>();
    private final List<Problem> problems = new ArrayList<>();
    private final Map<Class<?>, Object> workedOut = new ConcurrentHashMap<>();
    private volatile List<TypeFacts> inOrder;
    private volatile Map<String, MemberFacts> members;
    private volatile Map<String, List<Use>> uses;
    private Map<Module, ModuleFacts> modules;
    private volatile Map<String, List<TypeFacts>> children;
    private final Map<String, List<TypeFacts>> supertypes = new ConcurrentHashMap<>();

    private CodeBase(CodeBase other, Sources sources) {
        this.sources = sources;
        this.types.putAll(other.types);
        this.problems.addAll(other.problems);
    }

    /** The same over sources that leave the tests out. */
    public CodeBase withoutTests() {
        return new CodeBase(this, sources.production());
    }

    /** A reference together with the member that holds it. */
    public record Use(TypeFacts type, MemberFacts member, Reference reference) {}

    private CodeBase(Sources sources, FactsUpdate.Read read) {
        this.sources = sources;
        List<FileFacts> all = read.files();
        int size = Math.max(1, all.size() / PIECES);
        List<Callable<List<FactsCodec.Decoded>>> work = new ArrayList<>();
        for (int from = 0; from < all.size(); from += size) {
            List<FileFacts> part = all.subList(from, Math.min(all.size(), from + size));
            work.add(() -> part.stream().map(read::decoded).toList());
        }
        Threads.together(work).stream().flatMap(List::stream).forEach(file -> {
            file.types().forEach(type -> types.putIfAbsent(type.name(), type));
            problems.addAll(file.problems());
        });
    }

    /**
     * Reads the facts of a project: from the index what has not changed, the rest by attributing it. What does not compile is read as far
     * as it goes.
     *
     * @param tests whether test sources are read too
     */
    public static CodeBase read(Sources sources, boolean tests, Progress progress) {
        return new CodeBase(sources, FactsUpdate.of(sources, tests, progress));
    }

    /** All facts of a project, tests too: read once, and kept while there is room for them. */
    public static CodeBase whole(Sources sources) {
        return sources.whole(() -> read(sources, true, Progress.SILENT));
    }

    /** Brings what is known of all files, tests too, up to date, without looking at any of it; does nothing where it is. */
    public static void update(Sources sources, Progress progress) {
        if (!sources.knows(true)) {
            FactsUpdate.all(sources, progress);
        }
    }

    public Sources sources() {
        return sources;
    }

    /** All named types, in the order of modules and files. */
    public Stream<TypeFacts> types() {
        List<TypeFacts> known = inOrder;
        return (known == null ? inOrder() : known).stream();
    }

    /** As a list: what is done with each of them can then be shared out evenly. */
    private synchronized List<TypeFacts> inOrder() {
        inOrder = List.copyOf(types.values());
        return inOrder;
    }

    public Optional<TypeFacts> type(String name) {
        return Optional.ofNullable(types.get(name));
    }

    /** A field, method or initialiser of a type of the project, by its symbol. */
    public Optional<MemberFacts> member(String symbol) {
        Map<String, MemberFacts> known = members;
        return Optional.ofNullable((known == null ? allMembers() : known).get(symbol));
    }

    private synchronized Map<String, MemberFacts> allMembers() {
        if (members == null) {
            Map<String, MemberFacts> found = new HashMap<>();
            for (TypeFacts type : types.values()) {
                type.members().forEach(member -> found.putIfAbsent(member.symbol(), member));
            }
            members = found;
        }
        return members;
    }

    /** The module descriptors of the production code. */
    public Collection<ModuleFacts> modules() {
        return descriptors().values();
    }

    private synchronized Map<Module, ModuleFacts> descriptors() {
        if (modules == null) {
            modules = new LinkedHashMap<>();
            for (Module module : sources.project().modules()) {
                ModuleReader.of(module).ifPresent(facts -> modules.put(module, facts));
            }
        }
        return modules;
    }

    /** Whether code outside the project may name a type: it and all around it are public or protected, and its package is exported. */
    public boolean isApi(TypeFacts type) {
        boolean open =
                type.modifiers().contains(Modifier.PUBLIC) || type.modifiers().contains(Modifier.PROTECTED);
        if (!open || type.test()) {
            return false;
        }
        if (type.enclosing().isPresent()) {
            return type(type.enclosing().get()).map(this::isApi).orElse(false);
        }
        return sources.project()
                .moduleOf(type.file())
                .map(descriptors()::get)
                .map(module -> module.exports(type.packageName()))
                .orElse(true);
    }

    /** Where a declaration of the project is used, inside its own type too. */
    public List<Use> uses(String symbol) {
        Map<String, List<Use>> known = uses;
        return (known == null ? allUses() : known).getOrDefault(symbol, List.of());
    }

    private synchronized Map<String, List<Use>> allUses() {
        if (uses == null) {
            Map<String, List<Use>> found = new HashMap<>();
            for (TypeFacts type : types.values()) {
                for (MemberFacts member : type.members()) {
                    for (Reference reference : member.references()) {
                        if (reference.inProject()) {
                            found.computeIfAbsent(declared(reference), key -> new ArrayList<>())
                                    .add(new Use(type, member, reference));
                        }
                    }
                }
            }
            uses = found;
        }
        return uses;
    }

    /** What somebody wrote of what a reference names: of an accessor that a record has by itself, the component. JLS 8.10.3. */
    private String declared(Reference reference) {
        String symbol = reference.target();
        boolean implied = symbol.endsWith("()")
                && member(symbol).isEmpty()
                && type(reference.owner())
                        .filter(type -> type.kind() == TypeFacts.Kind.RECORD)
                        .isPresent();
        String component = implied ? symbol.substring(0, symbol.length() - 2) : symbol;
        return implied && member(component).isPresent() ? component : symbol;
    }

    /** What is worked out of these facts once, for all that ask. */
    public <T> T once(Class<T> kind, Function<CodeBase, T> work) {
        return kind.cast(workedOut.computeIfAbsent(kind, key -> work.apply(this)));
    }

    /** The files in which one of the declarations is used. */
    public Set<Path> filesUsing(Collection<String> symbols) {
        Set<Path> files = new LinkedHashSet<>();
        symbols.forEach(
                symbol -> uses(symbol).forEach(use -> files.add(use.type().file())));
        return files;
    }

    /** The types of the project that extend or implement a type, directly or through others. */
    public List<TypeFacts> subtypes(String name) {
        Map<String, TypeFacts> found = new LinkedHashMap<>();
        Deque<String> open = new ArrayDeque<>(List.of(name));
        while (!open.isEmpty()) {
            for (TypeFacts below : children().getOrDefault(open.pop(), List.of())) {
                if (found.putIfAbsent(below.name(), below) == null) {
                    open.push(below.name());
                }
            }
        }
        return List.copyOf(found.values());
    }

    private Map<String, List<TypeFacts>> children() {
        Map<String, List<TypeFacts>> known = children;
        return known == null ? allChildren() : known;
    }

    private synchronized Map<String, List<TypeFacts>> allChildren() {
        if (children == null) {
            Map<String, List<TypeFacts>> found = new HashMap<>();
            for (TypeFacts type : types.values()) {
                Stream.concat(type.superclass().stream(), type.interfaces().stream())
                        .forEach(above -> found.computeIfAbsent(above, key -> new ArrayList<>())
                                .add(type));
            }
            children = found;
        }
        return children;
    }

    /** The types of the project that a type extends or implements, directly or through others, nearest first. */
    public List<TypeFacts> supertypes(TypeFacts type) {
        return supertypes.computeIfAbsent(type.name(), name -> allSupertypes(type));
    }

    private List<TypeFacts> allSupertypes(TypeFacts type) {
        Map<String, TypeFacts> found = new LinkedHashMap<>();
        Deque<TypeFacts> open = new ArrayDeque<>(List.of(type));
        while (!open.isEmpty()) {
            TypeFacts at = open.pop();
            Stream.concat(at.superclass().stream(), at.interfaces().stream())
                    .flatMap(above -> type(above).stream())
                    .filter(above -> found.putIfAbsent(above.name(), above) == null)
                    .forEach(open::push);
        }
        return List.copyOf(found.values());
    }

    /** What the compiler rejects, a sentence a file. */
    public List<String> problemsByFile() {
        Map<Path, List<Problem>> byFile = new LinkedHashMap<>();
        problems.forEach(one ->
                byFile.computeIfAbsent(one.file(), file -> new ArrayList<>()).add(one));
        List<String> sentences = new ArrayList<>();
        byFile.forEach((file, all) -> {
            String more = all.size() == 1 ? "" : " (and " + (all.size() - 1) + " more in this file)";
            sentences.add(sources.project().relative(file) + ":" + all.get(0).line() + " "
                    + all.get(0).message() + more);
        });
        return sentences;
    }

    /** What the compiler rejects. */
    public List<Problem> problems() {
        return problems;
    }
}
