package paredown.code.index;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.ref.SoftReference;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import paredown.code.compile.Attribution;
import paredown.code.compile.ProjectTypes;
import paredown.code.compile.Threads;
import paredown.code.facts.FactsCodec;
import paredown.code.facts.FileFacts;
import paredown.code.facts.ModuleFacts;
import paredown.code.facts.ModuleReader;
import paredown.code.facts.TypeFacts;
import paredown.code.text.ContentHash;
import paredown.code.text.GeneratedHeader;
import paredown.code.text.JavaFiles;
import paredown.code.text.Outline;
import paredown.code.text.Outlines;
import paredown.code.text.TextSummary;
import paredown.code.text.WordHashes;
import paredown.project.Module;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.source.ChangeSet;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.source.Token;
import paredown.source.Tokens;

/** The Java files of a project as they stand on disk when they are read, and the way to have any of them attributed. */
public final class Sources {
    /**
     * A file and where it belongs.
     *
     * @param root the source root that holds it
     */
    record Entry(SourceText text, String hash, Module module, Path root, boolean test) {}

    private final Project project;
    private final Map<Path, Entry> entries;
    private final List<String> problems;
    private final Map<Path, Outline> outlines;
    private final Map<Path, TextSummary> summaries;
    private final Map<Path, Map<String, Integer>> literals = new ConcurrentHashMap<>();
    private final Map<String, Set<Path>> mentioning = new ConcurrentHashMap<>();
    private final Map<String, Set<String>> typesNamed = new ConcurrentHashMap<>();
    private final Map<Path, Boolean> readOnly = new ConcurrentHashMap<>();
    private final Map<Path, Boolean> generated = new ConcurrentHashMap<>();
    private volatile Map<Path, FileFacts> known = Map.of();
    private SoftReference<CodeBase> whole = new SoftReference<>(null);
    private final AtomicReference<PublicApi.Users> users;
    private final DiskState state;
    private List<SourceText> resources;

    private Sources(Project project, Map<Path, Entry> entries, DiskState state, List<String> problems) {
        this(
                project,
                entries,
                state,
                problems,
                new ConcurrentHashMap<>(),
                new ConcurrentHashMap<>(),
                new AtomicReference<>());
    }

    private Sources(
            Project project,
            Map<Path, Entry> entries,
            DiskState state,
            List<String> problems,
            Map<Path, Outline> outlines,
            Map<Path, TextSummary> summaries,
            AtomicReference<PublicApi.Users> users) {
        this.project = project;
        this.entries = entries;
        this.state = state;
        this.problems = problems;
        this.outlines = outlines;
        this.summaries = summaries;
        this.users = users;
    }

    /** The same without tests, for a look that leaves them out: where no index knows them, taking words from them takes long. */
    Sources production() {
        Map<Path, Entry> production = new LinkedHashMap<>(entries);
        production.values().removeIf(Entry::test);
        Sources narrowed = new Sources(project, production, state, problems, outlines, summaries, users);
        narrowed.known = known;
        return narrowed;
    }

    /** Reads all files under the source roots. What cannot be read is named among the {@link #problems()}. */
    public static Sources read(Project project, Progress progress) {
        return read(project, Map.of(), progress);
    }

    /**
     * Reads all files under the source roots. What cannot be read is named among the {@link #problems()}.
     *
     * @param instead what to read in place of some files; empty for one that is to count as not there
     */
    public static Sources read(Project project, Map<Path, Optional<byte[]>> instead, Progress progress) {
        List<String> problems = new ArrayList<>();
        List<Callable<Optional<Entry>>> work = new ArrayList<>();
        Map<Path, String> unread = new ConcurrentHashMap<>();
        AtomicInteger done = new AtomicInteger();
        Set<Path> seen = new HashSet<>();
        for (Module module : project.modules()) {
            for (boolean test : new boolean[] {false, true}) {
                for (Path root : test ? module.testRoots() : module.mainRoots()) {
                    JavaFiles found = JavaFiles.under(root, project, instead);
                    unread.putAll(found.unseen());
                    for (Path file : found.files()) {
                        if (seen.add(file)) {
                            work.add(() -> {
                                progress.at("reading files", done.incrementAndGet(), work.size());
                                return read(file, instead, module, root, test, project, unread, problems);
                            });
                        }
                    }
                }
            }
        }
        Map<Path, Entry> entries = new LinkedHashMap<>();
        Threads.together(work)
                .forEach(entry -> entry.ifPresent(one -> entries.put(one.text().path(), one)));
        unread.values().stream().sorted().forEach(problems::add);
        return new Sources(project, entries, DiskState.of(project, entries, unread), problems);
    }

    private static Optional<Entry> read(
            Path file,
            Map<Path, Optional<byte[]>> instead,
            Module module,
            Path root,
            boolean test,
            Project project,
            Map<Path, String> unread,
            List<String> problems) {
        try {
            byte[] bytes = instead.containsKey(file) ? instead.get(file).orElseThrow() : Files.readAllBytes(file);
            SourceText text = SourceText.of(file, bytes, module.encoding());
            if (text.misread()) {
                synchronized (problems) {
                    problems.add(project.relative(file) + " is not in " + module.encoding()
                            + ", the encoding that the project declares");
                }
            }
            return Optional.of(new Entry(text, ContentHash.of(bytes), module, root, test));
        } catch (IOException e) {
            unread.put(
                    file,
                    project.relative(file) + " cannot be read: " + e.getClass().getSimpleName());
            return Optional.empty();
        }
    }

    /** What was found where sources may be and was not read: a user of anything may be in it. */
    public Map<Path, String> unseen() {
        return state.unseen();
    }

    /** What is different on disk by now, of all that a plan over these sources rests on; empty for nothing. */
    public Optional<String> difference() {
        return state.difference(project);
    }

    public Project project() {
        return project;
    }

    /** What could not be read, a sentence each. */
    public List<String> problems() {
        return problems;
    }

    public Stream<SourceText> files() {
        return entries.values().stream().map(Entry::text);
    }

    public Optional<SourceText> file(Path path) {
        return Optional.ofNullable(entries.get(path)).map(Entry::text);
    }

    public boolean isTest(Path file) {
        return entries.containsKey(file) && entries.get(file).test();
    }

    /**
     * Whether a build step writes the file, the configuration excludes it, or it lies outside the project: it is read, and neither changed
     * nor reported.
     */
    public boolean isReadOnly(Path file) {
        return readOnly.computeIfAbsent(
                file,
                path -> entries.get(path).module().isGenerated(path)
                        || !path.startsWith(project.root())
                        || project.configuration().excludes(project.relative(path)));
    }

    /** Whether the file says that a program wrote it: it can be changed, but its generator would write it anew. */
    public boolean isMarkedGenerated(Path file) {
        return generated.computeIfAbsent(
                file, path -> GeneratedHeader.isIn(entries.get(path).text().text()));
    }

    Map<Path, Entry> entries() {
        return entries;
    }

    /** Takes over what is known of the files as they stand: their declarations need not be read from source any more. */
    void know(Map<Path, FileFacts> facts) {
        known = facts;
    }

    synchronized CodeBase whole(Supplier<CodeBase> reading) {
        CodeBase kept = whole.get();
        if (kept == null) {
            kept = reading.get();
            whole = new SoftReference<>(kept);
        }
        return kept;
    }

    /** Who may use the project outside, by its production code; worked out once. */
    PublicApi.Users users(Supplier<PublicApi.Users> look) {
        PublicApi.Users kept = users.get();
        if (kept == null) {
            kept = look.get();
            users.set(kept);
        }
        return kept;
    }

    boolean knows(boolean tests) {
        return entries.entrySet().stream()
                .filter(entry -> tests || !entry.getValue().test())
                .allMatch(entry -> known.containsKey(entry.getKey()));
    }

    /** The facts of a file, where they are known and nothing in it is unresolved. */
    public Optional<List<TypeFacts>> facts(Path file) {
        return Optional.ofNullable(known.get(file))
                .filter(FileFacts::clean)
                .map(FileFacts::decoded)
                .map(FactsCodec.Decoded::types);
    }

    /** Whether a file uses a type or a member that it declares, or may, as far as is known. */
    public boolean mayUse(Path file, String owner) {
        FileFacts facts = known.get(file);
        return facts == null
                || !facts.clean()
                || facts.mayUse(owner)
                        && facts.decoded().types().stream()
                                .flatMap(TypeFacts::allReferences)
                                .anyMatch(reference -> reference.owner().equals(owner));
    }

    public Outline outline(Path file) {
        return outlines.computeIfAbsent(
                file, path -> Outlines.of(entries.get(path).text()));
    }

    /** Takes over what the text of a file as it stands is known to tell. */
    void saw(Path file, TextSummary summary) {
        summaries.put(file, summary);
    }

    TextSummary summary(Path file) {
        return summaries.computeIfAbsent(
                file, path -> TextSummary.of(entries.get(path).text(), outline(path)));
    }

    /** The files that declare a type of this qualified name. More than one when the project holds the type twice. */
    public List<Path> declaring(String type) {
        return naming(type).stream()
                .filter(path -> summary(path).types().contains(type))
                .toList();
    }

    /** The qualified names of the types that a simple, partly qualified or qualified name can mean. */
    public Set<String> typesNamed(String name) {
        return typesNamed.computeIfAbsent(name, wanted -> {
            Set<String> found = new LinkedHashSet<>();
            for (Path path : naming(wanted)) {
                summary(path).types().stream()
                        .filter(type -> type.equals(wanted) || type.endsWith("." + wanted))
                        .forEach(found::add);
            }
            return found;
        });
    }

    /** Files that spell the last part of a name. No other can declare what it means. */
    private List<Path> naming(String name) {
        return mentioning(List.of(name.substring(name.lastIndexOf('.') + 1)));
    }

    /** The descriptor of the production code in a module of the project; empty where there is none or it does not parse. */
    public Optional<ModuleFacts> descriptor(Module module) {
        return ModuleReader.of(module);
    }

    /** The strings of a file, without quotes, each with the offset where it first stands. */
    public Map<String, Integer> literals(Path path) {
        return literals.computeIfAbsent(path, key -> {
            String text = file(key).orElseThrow().text();
            Map<String, Integer> found = new LinkedHashMap<>();
            for (Token token : Tokens.of(text)) {
                Region region = token.region();
                if (token.kind() == Token.Kind.TEXT && region.length() > 2) {
                    found.putIfAbsent(text.substring(region.start() + 1, region.end() - 1), region.start());
                }
            }
            return found;
        });
    }

    /** The text files beside the sources that may name what they declare: see {@link Resources}. Read once. */
    public synchronized List<SourceText> resources() {
        if (resources == null) {
            resources = Resources.under(project.root());
        }
        return resources;
    }

    /** The qualified names of all types in the project. */
    public Set<String> types() {
        summariseAll();
        Set<String> names = new LinkedHashSet<>();
        entries.keySet().forEach(path -> names.addAll(summary(path).types()));
        return names;
    }

    private void summariseAll() {
        summarise(entries.keySet());
    }

    /** Takes words and types from all the files at once. */
    void summarise(Collection<Path> files) {
        List<Callable<TextSummary>> work = new ArrayList<>();
        files.stream().filter(path -> !summaries.containsKey(path)).forEach(path -> work.add(() -> summary(path)));
        if (!work.isEmpty()) {
            Threads.together(work);
        }
    }

    /** Changes with the content of any of the files, and with nothing else. */
    public String state(Collection<Path> files) {
        StringBuilder all = new StringBuilder();
        files.stream()
                .sorted()
                .forEach(path -> all.append(path)
                        .append(' ')
                        .append(entries.get(path).hash())
                        .append('\n'));
        return ContentHash.of(all.toString().getBytes(StandardCharsets.UTF_8));
    }

    /** Changes with the content of any production file or, where wanted, any file. */
    public String state(boolean tests) {
        return state(entries.entrySet().stream()
                .filter(entry -> tests || !entry.getValue().test())
                .map(Map.Entry::getKey)
                .toList());
    }

    /** Changes with what the production code declares, but not with the code in its bodies. */
    public String declarationState() {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        known.values().stream()
                .filter(facts -> !facts.test())
                .sorted(Comparator.comparing(FileFacts::file))
                .forEach(facts -> facts.headers()
                        .ifPresentOrElse(
                                headers -> headers.values().forEach(all::writeBytes),
                                () -> all.writeBytes(facts.hash().getBytes(StandardCharsets.UTF_8))));
        return ContentHash.of(all.toByteArray());
    }

    /** The files in which any of the words stands. */
    public List<Path> mentioning(Collection<String> words) {
        Set<Path> found = new HashSet<>();
        words.forEach(word -> found.addAll(mentioning.computeIfAbsent(word, this::withWord)));
        return entries.keySet().stream().filter(found::contains).toList();
    }

    /** Whether a word stands in a file. */
    public boolean mentions(Path file, String word) {
        return summary(file).mayMention(word)
                && WordHashes.contain(entries.get(file).text().text(), word);
    }

    /** Looked up once a word: many cuts are tried over one reading. */
    private Set<Path> withWord(String word) {
        summariseAll();
        Set<Path> found = new HashSet<>();
        entries.keySet().stream().filter(path -> mentions(path, word)).forEach(found::add);
        return found;
    }

    /**
     * The files in which some class may extend a type, itself or through others. By what is known of the files, else by the words behind
     * {@code extends}: a few files too many, none too few.
     *
     * @param type qualified name
     */
    public Set<Path> extending(String type) {
        Set<Path> found = new LinkedHashSet<>();
        Set<String> names = new LinkedHashSet<>(Set.of(type));
        Set<String> simple = new LinkedHashSet<>(Set.of(simple(type)));
        boolean grew = true;
        while (grew) {
            grew = false;
            for (Path path : mentioning(List.copyOf(simple))) {
                if (found.contains(path) || !summary(path).mayExtend(simple)) {
                    continue;
                }
                boolean other = facts(path)
                        .map(facts -> facts.stream()
                                .flatMap(TypeFacts::allReferences)
                                .noneMatch(reference -> names.contains(reference.target())))
                        .orElse(false);
                if (!other) {
                    found.add(path);
                    names.addAll(summary(path).types());
                    summary(path).types().forEach(one -> simple.add(simple(one)));
                    grew = true;
                }
            }
        }
        return found;
    }

    /**
     * The files that declare a class that a type extends, itself or through others, by the words behind {@code extends}: maybe a few files
     * too many, none too few.
     *
     * @param type qualified name
     */
    public Set<Path> extendedBy(String type) {
        Set<Path> found = new LinkedHashSet<>();
        Deque<Path> open = new ArrayDeque<>(declaring(type));
        while (!open.isEmpty()) {
            summary(open.pop()).parents().stream()
                    .flatMap(word -> typesNamed(word).stream())
                    .flatMap(above -> declaring(above).stream())
                    .filter(found::add)
                    .forEach(open::push);
        }
        return found;
    }

    private static String simple(String type) {
        return type.substring(type.lastIndexOf('.') + 1);
    }

    /**
     * Whether a file can name a type by its simple name, were it only in a comment: it spells the words of the
     * package, as its own or as another one.
     *
     * @param type qualified name of a type of the project
     */
    public boolean canName(Path file, String type) {
        String packageName = type;
        while (typesNamed(packageName).contains(packageName)) {
            int dot = packageName.lastIndexOf('.');
            packageName = dot < 0 ? "" : packageName.substring(0, dot);
        }
        return packageName.isEmpty() || Stream.of(packageName.split("\\.")).allMatch(summary(file)::mayMention);
    }

    /**
     * Attributes some files of a module, tests among them or not, as they are or as a change would make them. All other files stand by
     * without their code.
     */
    public <R> R attribute(
            Module module, Collection<Path> files, ChangeSet overlay, Function<Attribution, R> borrower) {
        Map<Path, SourceText> full = new LinkedHashMap<>();
        for (Path path : files) {
            Entry entry = entries.get(path);
            if (entry != null && entry.module() == module && overlay.of(path).isEmpty()) {
                full.put(path, entry.text());
            }
        }
        Set<Path> replaced = new HashSet<>();
        List<SourceText> beside = new ArrayList<>();
        for (ChangeSet.Change change : overlay.changes()) {
            replaced.add(change.file());
            // Descriptors are never attributed: their modules are read on the class path.
            boolean own = project.moduleOf(change.file()).orElse(null) == module
                    && !change.file().endsWith("module-info.java");
            if (own && change.after().isPresent()) {
                full.put(
                        change.file(),
                        change.before()
                                .sibling(change.file(), change.after().get().text()));
            } else if (change.after().isPresent() && sees(module, change.file())) {
                beside.add(change.before()
                        .sibling(change.file(), change.after().get().text()));
            }
        }
        replaced.addAll(full.keySet());
        return attribute(module, true, full.values(), beside, replaced, known, Purpose.CUTTING, borrower);
    }

    /** What files are attributed for. */
    enum Purpose {
        /** To take facts from them. */
        READING,
        /** To change them, or to see whether a change may stand. */
        CUTTING
    }

    /**
     * @param tests whether the module's tests may be seen
     * @param beside what to compile along without handing it out
     * @param replaced files that are not to be seen as they were
     * @param declared the files whose declarations are known
     */
    <R> R attribute(
            Module module,
            boolean tests,
            Collection<SourceText> files,
            Collection<SourceText> beside,
            Set<Path> replaced,
            Map<Path, FileFacts> declared,
            Purpose purpose,
            Function<Attribution, R> borrower) {
        ProjectTypes others = new ProjectTypes();
        List<SourceText> along = new ArrayList<>(beside);
        Set<Module> seen = Set.copyOf(project.seenBy(module));
        entries.forEach((path, entry) -> {
            boolean visible = entry.module() == module
                    ? tests || !entry.test()
                    : entry.test()
                            ? tests
                                    && module.usesTests()
                                            .contains(entry.module().name())
                            : seen.contains(entry.module());
            if (!visible || replaced.contains(path)) {
                return;
            }
            FileFacts facts = declared.get(path);
            if (facts != null && facts.headers().isPresent()) {
                others.add(facts.headers().get());
                return;
            }
            Outline outline = outline(path);
            Supplier<String> text = purpose == Purpose.READING ? outline::declarations : outline::stub;
            others.add(outline, text);
            if (outline.hidesTypes()) {
                along.add(entry.text().sibling(path, text.get()));
            }
        });
        return purpose == Purpose.READING
                ? Attribution.reading(module, files, along, others, borrower)
                : Attribution.of(module, files, along, others, borrower);
    }

    private boolean sees(Module module, Path file) {
        return project.moduleOf(file)
                .map(owner -> project.seenBy(module).contains(owner))
                .orElse(false);
    }
}
