package paredown.code.compile;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TaskEvent;
import com.sun.source.util.TaskListener;
import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.ToolProvider;
import paredown.code.text.SourceFile;
import paredown.project.Levels;
import paredown.project.Module;
import paredown.source.SourceText;

/**
 * Source files as the compiler understands them. Lent to a function and let go after it: trees, elements and types must not leave the
 * call.
 */
public final class Attribution {
    static final JavaCompiler COMPILER = ToolProvider.getSystemJavaCompiler();

    private final JavacTask task;
    private final Trees trees;
    private final Map<Path, CompilationUnitTree> units;
    private final Map<Path, SourceText> sources;
    private final List<Problem> problems;
    private final Optional<Throwable> failure;

    private Attribution(
            JavacTask task,
            Map<Path, CompilationUnitTree> units,
            Map<Path, SourceText> sources,
            List<Problem> problems,
            Optional<Throwable> failure) {
        this.task = task;
        this.trees = Trees.instance(task);
        this.units = units;
        this.sources = sources;
        this.problems = problems;
        this.failure = failure;
    }

    /**
     * Attributes files in full, comments and all, for somebody who will change them.
     *
     * @param module whose class path, level and options count
     * @param files what to attribute and to hand out
     * @param beside what to compile along because the compiler would not find it by name; it is not handed out
     * @param others where the compiler looks up all other types of the project
     */
    public static <R> R of(
            Module module,
            Collection<SourceText> files,
            Collection<SourceText> beside,
            ProjectTypes others,
            Function<Attribution, R> borrower) {
        return compile(module, files, beside, others, "FLOW", List.of(), (task, sources, found) -> {
            Map<Path, CompilationUnitTree> units = new LinkedHashMap<>();
            Optional<Throwable> failure = analyze(task, units);
            return borrower.apply(of(module, task, units, sources, found, failure));
        });
    }

    /**
     * Attributes files only so far that every name has its meaning: no comments, no check that variables are assigned before use. A
     * quarter quicker.
     */
    public static <R> R reading(
            Module module,
            Collection<SourceText> files,
            Collection<SourceText> beside,
            ProjectTypes others,
            Function<Attribution, R> borrower) {
        return compile(module, files, beside, others, "ATTR", List.of("-Xjcov"), (task, sources, found) -> {
            Listener<R> listener = new Listener<>(module, task, sources, found, borrower);
            task.addTaskListener(listener);
            try {
                task.call();
            } catch (RuntimeException | StackOverflowError | AssertionError e) {
                listener.failure = Optional.of(e);
            }
            return listener.result();
        });
    }

    private interface Compilation<R> {
        R run(JavacTask task, Map<Path, SourceText> sources, DiagnosticCollector<JavaFileObject> found)
                throws IOException;
    }

    private static <R> R compile(
            Module module,
            Collection<SourceText> files,
            Collection<SourceText> beside,
            ProjectTypes others,
            String stopAfter,
            List<String> more,
            Compilation<R> compilation) {
        DiagnosticCollector<JavaFileObject> found = new DiagnosticCollector<>();
        Map<Path, SourceText> sources = files.stream()
                .collect(Collectors.toMap(SourceText::path, file -> file, (a, b) -> a, LinkedHashMap::new));
        try {
            ProjectFileManager manager = new ProjectFileManager(FileManagers.of(module), others);
            List<SourceFile> compiled = new ArrayList<>();
            Stream.concat(sources.values().stream(), beside.stream())
                    .forEach(source -> compiled.add(new SourceFile(source.path(), source::text, "")));
            List<String> options = options(module);
            options.addAll(more);
            options.add("-XDshould-stop.ifNoError=" + stopAfter);
            // An error in one file must not hide what another one lacks: exceptions, values, returns.
            options.add("-XDshould-stop.ifError=" + stopAfter);
            options.add("-classpath");
            options.add(
                    module.classPath().stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)));
            JavacTask task = (JavacTask) COMPILER.getTask(Writer.nullWriter(), manager, found, options, null, compiled);
            return compilation.run(task, sources, found);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Attribution of(
            Module module,
            JavacTask task,
            Map<Path, CompilationUnitTree> units,
            Map<Path, SourceText> sources,
            DiagnosticCollector<JavaFileObject> found,
            Optional<Throwable> failure) {
        // The compiler may still have to read others when somebody asks what a name means.
        Map<Path, CompilationUnitTree> lent = new LinkedHashMap<>(units);
        lent.keySet().retainAll(sources.keySet());
        List<Problem> problems = new ArrayList<>(problems(found));
        problems.removeIf(one -> !sources.containsKey(one.file()));
        if (!problems.isEmpty() && failure.isEmpty()) {
            problems.replaceAll(new GeneratedMembers(module, task.getElements())::told);
        }
        failure.ifPresent(
                why -> problems.add(Problem.gaveUp(sources.keySet().iterator().next(), why)));
        return new Attribution(task, lent, sources, problems, failure);
    }

    /** Broken code can break the compiler itself; what it understood until then still counts. */
    private static Optional<Throwable> analyze(JavacTask task, Map<Path, CompilationUnitTree> units)
            throws IOException {
        try {
            for (CompilationUnitTree unit : task.parse()) {
                units.put(path(unit.getSourceFile()), unit);
            }
            task.analyze();
            return Optional.empty();
        } catch (RuntimeException | StackOverflowError | AssertionError e) {
            return Optional.of(e);
        }
    }

    /** Lends the attribution at the end of a compilation, while the compiler still answers. */
    private static final class Listener<R> implements TaskListener {
        private final Module module;
        private final JavacTask task;
        private final Map<Path, SourceText> sources;
        private final DiagnosticCollector<JavaFileObject> found;
        private final Function<Attribution, R> borrower;
        private final Map<Path, CompilationUnitTree> units = new LinkedHashMap<>();
        private final Set<TypeElement> analyzed = new HashSet<>();
        private Optional<Throwable> failure = Optional.empty();
        private R result;
        private boolean ended;

        Listener(
                Module module,
                JavacTask task,
                Map<Path, SourceText> sources,
                DiagnosticCollector<JavaFileObject> found,
                Function<Attribution, R> borrower) {
            this.module = module;
            this.task = task;
            this.sources = sources;
            this.found = found;
            this.borrower = borrower;
        }

        @Override
        public void finished(TaskEvent event) {
            if (event.getKind() == TaskEvent.Kind.PARSE) {
                units.put(path(event.getSourceFile()), event.getCompilationUnit());
            } else if (event.getKind() == TaskEvent.Kind.ANALYZE) {
                analyzed.add(event.getTypeElement());
            } else if (event.getKind() == TaskEvent.Kind.COMPILATION) {
                ended = true;
                try {
                    result = borrower.apply(of(module, task, units, sources, found, stoppedBeforeEnd()));
                } catch (RuntimeException e) {
                    failure = Optional.of(e);
                }
            }
        }

        private Optional<Throwable> stoppedBeforeEnd() {
            Trees trees = Trees.instance(task);
            for (Map.Entry<Path, CompilationUnitTree> unit : List.copyOf(units.entrySet())) {
                for (Tree type :
                        sources.containsKey(unit.getKey()) ? unit.getValue().getTypeDecls() : List.<Tree>of()) {
                    boolean open = trees.getElement(new TreePath(new TreePath(unit.getValue()), type))
                                    instanceof TypeElement element
                            && !analyzed.contains(element);
                    if (open) {
                        return Optional.of(new IllegalStateException("it stopped before the end"));
                    }
                }
            }
            return Optional.empty();
        }

        /** Where the compiler broke before it could lend anything, what it parsed is lent without meanings. */
        R result() {
            if (!ended) {
                return borrower.apply(of(module, task, units, sources, found, failure));
            }
            if (failure.isPresent() && result == null && failure.get() instanceof RuntimeException e) {
                throw e;
            }
            return result;
        }
    }

    static List<String> options(Module module) {
        List<String> options = new ArrayList<>(NoPlugins.OPTIONS);
        options.addAll(List.of("-nowarn", "-Xlint:none", "-implicit:none", "-Xmaxerrs", "100000"));
        module.release().ifPresent(level -> {
            int usable = Levels.usable(level);
            // --add-exports needs the JDK's own modules, which --release hides. For the JDK's own level they are the
            // same, and
            // --release would open its archive of older levels anew for each compilation.
            if (module.options().isEmpty() && usable != Runtime.version().feature()) {
                options.addAll(List.of("--release", String.valueOf(usable)));
            } else {
                options.addAll(List.of("-source", String.valueOf(usable)));
            }
        });
        options.addAll(module.options());
        return options;
    }

    static List<Problem> problems(DiagnosticCollector<JavaFileObject> found) {
        List<Problem> problems = new ArrayList<>();
        for (Diagnostic<? extends JavaFileObject> one : found.getDiagnostics()) {
            if (one.getKind() == Diagnostic.Kind.ERROR && one.getSource() != null) {
                String message = one.getMessage(Locale.ENGLISH)
                        .lines()
                        .map(String::strip)
                        .collect(Collectors.joining(" "));
                problems.add(new Problem(path(one.getSource()), (int) one.getLineNumber(), one.getCode(), message));
            }
        }
        return problems;
    }

    /** By address: the compiler wraps the file objects that it is given. */
    private static Path path(JavaFileObject file) {
        return Path.of(file.toUri());
    }

    public Trees trees() {
        return trees;
    }

    public Elements elements() {
        return task.getElements();
    }

    public Types types() {
        return task.getTypes();
    }

    /** The attributed files in the order given. */
    public Collection<CompilationUnitTree> units() {
        return units.values();
    }

    public Optional<CompilationUnitTree> unit(Path file) {
        return Optional.ofNullable(units.get(file));
    }

    public SourceText source(CompilationUnitTree unit) {
        return sources.get(path(unit.getSourceFile()));
    }

    /** Whether the compiler gave up, or no longer knows what everything is made of: over files that name each other in circles it may. */
    public boolean hasFailed() {
        return failure.isPresent() || elements().getTypeElement("java.lang.Object") == null;
    }

    /** What broke the compiler, if anything did: then some files are attributed in part or not at all. */
    public Optional<Throwable> failure() {
        return failure;
    }

    /** What the compiler rejects in the attributed files. */
    public List<Problem> problems() {
        return problems;
    }
}
