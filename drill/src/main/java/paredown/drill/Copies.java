package paredown.drill;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.function.Predicate;
import java.util.stream.Stream;
import paredown.project.Module;

/** Copies of a project's sources that are projects of their own. */
public final class Copies {
    private Copies() {}

    /** Writes the configuration by which a folder with sources under {@code src} is read as a module was. */
    public static void configure(Path folder, Module module) throws IOException {
        StringBuilder configuration = new StringBuilder(
                "layout:\n  sources: [src]\n  encoding: " + module.encoding().name() + "\n");
        module.release().ifPresent(level -> configuration.append("  release: " + level + "\n"));
        if (!module.classPath().isEmpty()) {
            configuration.append("  classPath:\n");
            module.classPath().forEach(entry -> configuration.append("    - '" + entry + "'\n"));
        }
        Files.writeString(folder.resolve(".pare.yaml"), configuration);
    }

    /** Copies a project without what builds, Git and the program keep in it. */
    static void copyProject(Path from, Path to) throws IOException {
        copy(from.toRealPath(), to, path -> !path.matches("(.*/)?(target|\\.git|\\.pare)(/.*)?"));
    }

    /**
     * Copies what is in a folder; nothing where there is none.
     *
     * @param wanted told the path below the folder of everything that lies there
     */
    public static void copy(Path from, Path to, Predicate<String> wanted) throws IOException {
        if (!Files.isDirectory(from)) {
            return;
        }
        try (Stream<Path> all = Files.walk(from)) {
            for (Path path : all.toList()) {
                String relative = from.relativize(path).toString();
                if (!wanted.test(relative)) {
                    continue;
                }
                if (Files.isDirectory(path)) {
                    Files.createDirectories(to.resolve(relative));
                } else {
                    Files.copy(path, to.resolve(relative));
                }
            }
        }
    }

    public static void delete(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        }
    }
}
