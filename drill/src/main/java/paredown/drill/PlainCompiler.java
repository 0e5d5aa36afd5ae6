package paredown.drill;

import java.io.File;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.Diagnostic;
import javax.tools.DiagnosticCollector;
import javax.tools.JavaCompiler;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import paredown.project.Module;
import paredown.project.Project;

/** Compiles a project from disk as {@code javac} would, all sources at once, sharing nothing with the tool under test. */
final class PlainCompiler {
    private PlainCompiler() {}

    /** The first error, or none when everything compiles. Tests are compiled too. */
    static Optional<String> firstError(Project project) throws IOException {
        for (Module module : project.modules()) {
            List<Path> roots = new ArrayList<>();
            project.seenBy(module).forEach(seen -> roots.addAll(seen.mainRoots()));
            roots.addAll(module.testRoots());
            List<File> files = new ArrayList<>();
            for (Path root : roots) {
                try (Stream<Path> all = Files.walk(root)) {
                    all.filter(path -> path.toString().endsWith(".java") && !path.endsWith("module-info.java"))
                            .forEach(path -> files.add(path.toFile()));
                }
            }
            Optional<String> error = files.isEmpty() ? Optional.empty() : firstError(module, files);
            if (error.isPresent()) {
                return error;
            }
        }
        return Optional.empty();
    }

    private static Optional<String> firstError(Module module, List<File> files) throws IOException {
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        DiagnosticCollector<JavaFileObject> found = new DiagnosticCollector<>();
        Charset encoding = module.encoding();
        Path out = Files.createTempDirectory("drill-classes");
        List<String> options = new ArrayList<>(List.of("-proc:none", "-nowarn", "-Xlint:none", "-d", out.toString()));
        options.add("-classpath");
        options.add(module.classPath().stream().map(Path::toString).collect(Collectors.joining(File.pathSeparator)));
        module.release().ifPresent(level -> options.addAll(List.of("--release", String.valueOf(level))));
        try (StandardJavaFileManager manager = compiler.getStandardFileManager(found, Locale.ROOT, encoding)) {
            compiler.getTask(null, manager, found, options, null, manager.getJavaFileObjectsFromFiles(files))
                    .call();
        } finally {
            Copies.delete(out);
        }
        return found.getDiagnostics().stream()
                .filter(one -> one.getKind() == Diagnostic.Kind.ERROR)
                .map(one -> one.getSource() == null
                        ? one.getMessage(Locale.ENGLISH)
                        : one.getSource().getName() + ":" + one.getLineNumber() + " " + one.getMessage(Locale.ENGLISH))
                .findFirst();
    }
}
