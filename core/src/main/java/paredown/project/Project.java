package paredown.project;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import java.util.zip.ZipFile;

/**
 * A project as its build files describe it.
 *
 * @param root the folder of the topmost build file read; absolute, links resolved
 * @param modules in the order of the build files
 * @param problems what could not be read or found, a sentence each; the rest is usable
 * @param configuration what {@code .pare.yaml} says
 */
public record Project(Path root, List<Module> modules, List<String> problems, Configuration configuration) {
    /** A project without a configuration of its own. */
    public Project(Path root, List<Module> modules, List<String> problems) {
        this(root, modules, problems, Configuration.NONE);
    }

    public Project {
        modules = List.copyOf(modules);
        problems = List.copyOf(problems);
    }

    public Optional<Module> module(String name) {
        return modules.stream().filter(module -> module.name().equals(name)).findFirst();
    }

    /** The module whose source roots hold a file. */
    public Optional<Module> moduleOf(Path file) {
        return modules.stream()
                .filter(module ->
                        module.isTest(file) || module.mainRoots().stream().anyMatch(file::startsWith))
                .findFirst();
    }

    /** Whether a source root of some module holds a file, by its path below it. */
    public boolean holds(String path) {
        return modules.stream()
                .flatMap(module -> Stream.concat(module.mainRoots().stream(), module.testRoots().stream()))
                .anyMatch(folder -> Files.isRegularFile(folder.resolve(path)));
    }

    /** The compiler stops at the first jar that does not open: such are left out and named. */
    Project withoutUnreadableJars() {
        Set<Path> unreadable = new LinkedHashSet<>();
        modules.forEach(module -> module.classPath().stream()
                .filter(entry -> !Files.isDirectory(entry) && !opens(entry))
                .forEach(unreadable::add));
        if (unreadable.isEmpty()) {
            return this;
        }
        List<String> named = new ArrayList<>(problems);
        unreadable.forEach(entry -> named.add(relative(entry) + " on the class path is no jar that can be read"));
        List<Module> without =
                modules.stream().map(module -> module.without(unreadable)).toList();
        return new Project(root, without, named, configuration);
    }

    private static boolean opens(Path jar) {
        // A pipe would never end.
        if (!Files.isRegularFile(jar)) {
            return false;
        }
        try (ZipFile opened = new ZipFile(jar.toFile())) {
            return opened.stream().noneMatch(entry -> leadsAside(entry.getName()));
        } catch (IOException | IllegalArgumentException e) {
            return false;
        }
    }

    /** Whether the compiler would refuse a jar for the name of an entry. */
    private static boolean leadsAside(String name) {
        return name.indexOf('.') >= 0
                && (name.startsWith("./")
                        || name.startsWith("../")
                        || name.contains("/./")
                        || name.contains("/../")
                        || name.endsWith("/.")
                        || name.endsWith("/..")
                        || name.equals(".")
                        || name.equals(".."));
    }

    Project withProblems(List<String> more) {
        return new Project(
                root, modules, Stream.concat(more.stream(), problems.stream()).toList(), configuration);
    }

    Project with(Configuration other) {
        return new Project(root, modules, problems, other);
    }

    /** The modules whose main code a module sees, itself first, then what it uses and what those use. */
    public List<Module> seenBy(Module module) {
        Set<String> names = new LinkedHashSet<>();
        collect(module, names);
        List<Module> seen = new ArrayList<>();
        names.forEach(name -> module(name).ifPresent(seen::add));
        return seen;
    }

    private void collect(Module module, Set<String> names) {
        if (names.add(module.name())) {
            module.uses().forEach(used -> module(used).ifPresent(next -> collect(next, names)));
        }
    }

    /** A path as people read it: relative to the root, with forward slashes. */
    public String relative(Path file) {
        return (file.startsWith(root) ? root.relativize(file) : file).toString().replace('\\', '/');
    }
}
