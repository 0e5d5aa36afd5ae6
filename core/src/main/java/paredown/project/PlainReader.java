package paredown.project;

import java.io.File;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Reads a project of folders: those that its configuration lists, else those that are usual. */
final class PlainReader {
    private static final int DEEPEST_JAR = 6;
    private static final long PATIENCE_SECONDS = 300;

    private final Path root;
    private final Configuration.Layout layout;
    private final List<String> problems = new ArrayList<>();

    PlainReader(Path root, Configuration.Layout layout) {
        this.root = root;
        this.layout = layout;
    }

    /** Whether a folder looks like a project without a build file. */
    static boolean fits(Path folder) {
        return Files.isDirectory(folder.resolve("src")) && holdsJava(folder.resolve("src")) || holdsOwnJava(folder);
    }

    Project read() {
        List<Path> generated = roots(layout.generated(), "generated");
        List<Path> main = roots(layout.sources(), "sources");
        List<Path> tests = roots(layout.tests(), "tests");
        if (main.isEmpty()) {
            usual(List.of("src/main/java", "src", ".")).ifPresent(main::add);
        }
        if (tests.isEmpty() && layout.tests().isEmpty()) {
            usual(List.of("src/test/java", "test", "tests"))
                    .filter(folder -> main.stream().noneMatch(folder::startsWith))
                    .ifPresent(tests::add);
        }
        if (main.isEmpty()) {
            throw new ProjectException("no Java sources in " + root + "; name their folders in " + Configuration.FILE
                    + " under 'layout: sources:'");
        }
        main.addAll(generated);
        List<Path> classPath = classPath();
        Module module = new Module(
                root.getFileName() == null ? "project" : root.getFileName().toString(),
                root,
                main,
                tests,
                generated,
                classPath,
                List.of(),
                List.of(),
                layout.release(),
                layout.encoding().map(Charset::forName).orElse(StandardCharsets.UTF_8),
                List.of(),
                new Module.Surroundings(false, !classPath.isEmpty()));
        return new Project(root, List.of(module), problems);
    }

    private List<Path> roots(List<String> listed, String key) {
        List<Path> found = new ArrayList<>();
        for (String name : listed) {
            Path folder = root.resolve(name).normalize();
            if (Files.isDirectory(folder)) {
                found.add(folder);
            } else {
                problems.add(Configuration.FILE + ": '" + name + "' under 'layout: " + key + ":' is no folder");
            }
        }
        return found;
    }

    private Optional<Path> usual(List<String> names) {
        return names.stream()
                .map(name -> root.resolve(name).normalize())
                .filter(folder -> folder.equals(root) ? holdsOwnJava(root) : holdsJava(folder))
                .findFirst();
    }

    private static boolean holdsJava(Path folder) {
        if (!Files.isDirectory(folder)) {
            return false;
        }
        try (Stream<Path> files = Files.find(
                folder,
                40,
                (path, attributes) ->
                        attributes.isRegularFile() && path.toString().endsWith(".java"))) {
            return files.findAny().isPresent();
        } catch (IOException | java.io.UncheckedIOException e) {
            return false;
        }
    }

    /** Java files in the folder itself, or in a folder right below that is no {@code src}: packages without a source root. */
    private static boolean holdsOwnJava(Path folder) {
        try (Stream<Path> files = Files.find(
                folder,
                2,
                (path, attributes) ->
                        attributes.isRegularFile() && path.toString().endsWith(".java"))) {
            return files.findAny().isPresent();
        } catch (IOException | java.io.UncheckedIOException e) {
            return false;
        }
    }

    private List<Path> classPath() {
        if (layout.classPathCommand().isPresent()) {
            String command = layout.classPathCommand().get();
            if (Allowed.has(root, command)) {
                return printed(command);
            }
            problems.add("the class path is not known: " + Configuration.FILE + " names the command '" + command
                    + "' to print it, which is not run before you allow it, once, with --trust");
            return List.of();
        }
        List<String> patterns =
                layout.classPath().isEmpty() ? List.of("lib/*.jar", "lib/**.jar", "libs/*.jar") : layout.classPath();
        List<Path> found = new ArrayList<>();
        for (String pattern : patterns) {
            List<Path> matching = pattern.contains("*")
                    ? matching(pattern)
                    : List.of(root.resolve(pattern).normalize());
            for (Path path : matching) {
                if (!Files.exists(path)) {
                    problems.add(Configuration.FILE + ": '" + pattern + "' under 'layout: classPath:' is not there");
                } else if (!found.contains(path)) {
                    found.add(path);
                }
            }
            if (matching.isEmpty() && !layout.classPath().isEmpty()) {
                problems.add(Configuration.FILE + ": nothing fits '" + pattern + "' under 'layout: classPath:'");
            }
        }
        return found;
    }

    private List<Path> matching(String pattern) {
        PathMatcher matcher = FileSystems.getDefault().getPathMatcher("glob:" + pattern);
        Path start = root.resolve(pattern.substring(0, pattern.indexOf('*')).replaceAll("[^/]*$", ""))
                .normalize();
        if (!Files.isDirectory(start)) {
            return List.of();
        }
        try (Stream<Path> files =
                Files.find(start, DEEPEST_JAR, (path, attributes) -> matcher.matches(root.relativize(path)))) {
            return files.sorted().toList();
        } catch (IOException | java.io.UncheckedIOException e) {
            problems.add(start + " cannot be listed: " + e.getMessage());
            return List.of();
        }
    }

    /** The class path that a command prints. The project's own configuration says so, and it is asked again only when that changes. */
    private List<Path> printed(String command) {
        try {
            boolean windows = File.separatorChar == '\\';
            List<String> shell = windows ? List.of("cmd", "/c", command) : List.of("sh", "-c", command);
            Path output = Files.createTempFile("pare", ".path");
            Process process = new ProcessBuilder(shell)
                    .directory(root.toFile())
                    .redirectOutput(output.toFile())
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            process.getOutputStream().close();
            boolean ended = process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS);
            List<String> lines = Files.readAllLines(output).stream()
                    .filter(line -> !line.isBlank())
                    .toList();
            Files.delete(output);
            if (!ended || process.exitValue() != 0 || lines.isEmpty()) {
                process.destroyForcibly();
                throw new ProjectException("'" + command + "', which " + Configuration.FILE
                        + " names to print the class path, "
                        + (!ended
                                ? "does not end"
                                : lines.isEmpty() ? "prints nothing" : "ends with " + process.exitValue()));
            }
            List<Path> found = new ArrayList<>();
            for (String entry : lines.get(lines.size() - 1).split(File.pathSeparator)) {
                Path path = root.resolve(entry.strip()).normalize();
                if (Files.exists(path)) {
                    found.add(path);
                } else {
                    problems.add(
                            "the class path that '" + command + "' prints holds " + entry + ", which is not there");
                }
            }
            return found;
        } catch (IOException e) {
            throw new ProjectException("'" + command + "' does not start: " + e.getMessage());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ProjectException("'" + command + "' was interrupted");
        }
    }
}
