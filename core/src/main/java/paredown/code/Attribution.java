package paredown.code;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.Trees;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
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

    private Attribution(
            JavacTask task,
            Map<Path, CompilationUnitTree> units,
            Map<Path, SourceText> sources,
            List<Problem> problems) {
        this.task = task;
        this.trees = Trees.instance(task);
        this.units = units;
        this.sources = sources;
        this.problems = problems;
    }

    /**
     * Attributes files.
     *
     * @param module whose class path, level and options count
     * @param files what to attribute and to hand out
     * @param beside what to compile along because the compiler would not find it by name; it is not handed out
     * @param others where the compiler looks up all other types of the project
     */
    static <R> R of(
            Module module,
            Collection<SourceText> files,
            Collection<SourceText> beside,
            SourcePath others,
            Function<Attribution, R> borrower) {
        DiagnosticCollector<JavaFileObject> found = new DiagnosticCollector<>();
        Map<Path, SourceText> sources = files.stream()
                .collect(Collectors.toMap(SourceText::path, file -> file, (a, b) -> a, LinkedHashMap::new));
        try (StandardJavaFileManager standard = COMPILER.getStandardFileManager(found, Locale.ROOT, null);
                ProjectFiles manager = new ProjectFiles(standard, others)) {
            List<SourceFile> compiled = new ArrayList<>();
            Stream.concat(sources.values().stream(), beside.stream())
                    .forEach(source -> compiled.add(
                            new SourceFile(source.path(), source.text(), others.binaryName(source.path()))));
            List<String> options = options(module);
            options.add("-classpath");
            options.add(
                    module.classPath().stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)));
            JavacTask task = (JavacTask) COMPILER.getTask(null, manager, found, options, null, compiled);
            Map<Path, CompilationUnitTree> units = new LinkedHashMap<>();
            for (CompilationUnitTree unit : task.parse()) {
                units.put(path(unit.getSourceFile()), unit);
            }
            units.keySet().retainAll(sources.keySet());
            Optional<Problem> gaveUp = analyze(task, sources.keySet().iterator().next());
            List<Problem> problems = Stream.concat(
                            problems(found).stream().filter(one -> sources.containsKey(one.file())), gaveUp.stream())
                    .toList();
            return borrower.apply(new Attribution(task, units, sources, problems));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Broken code can break the compiler itself; what it understood until then still counts. */
    private static Optional<Problem> analyze(JavacTask task, Path anyFile) throws IOException {
        try {
            task.analyze();
            return Optional.empty();
        } catch (IllegalStateException | StackOverflowError e) {
            return Optional.of(
                    new Problem(anyFile, 1, "gave-up", "the compiler gave up on this file or one read with it: " + e));
        }
    }

    static List<String> options(Module module) {
        List<String> options = new ArrayList<>(List.of(
                "-proc:none",
                "-nowarn",
                "-Xlint:none",
                "-implicit:none",
                "-Xmaxerrs",
                "100000",
                "-XDshould-stop.ifError=ATTR"));
        int newest = Runtime.version().feature();
        module.release().ifPresent(level -> {
            int usable = Math.min(newest, Math.max(level, oldest()));
            // --add-exports needs the JDK's own modules, which --release hides.
            if (module.options().isEmpty()) {
                options.addAll(List.of("--release", String.valueOf(usable)));
            } else {
                options.addAll(List.of("-source", String.valueOf(usable)));
            }
        });
        options.addAll(module.options());
        return options;
    }

    /** The oldest language level that the running compiler takes. */
    static int oldest() {
        return COMPILER.getSourceVersions().stream()
                .mapToInt(Enum::ordinal)
                .min()
                .orElse(8);
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

    /** What the compiler rejects in the attributed files. */
    public List<Problem> problems() {
        return problems;
    }
}
