package paredown.code.index;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import paredown.code.text.ContentHash;
import paredown.code.text.JavaFiles;
import paredown.project.Configuration;
import paredown.project.Module;
import paredown.project.Project;

/**
 * All on the disk that a plan rests on: which Java files there are and what they hold, what the build files say, which jars are on the class
 * path.
 *
 * @param files hashes of content, by path
 * @param settings hashes of build files and the configuration, sizes and times of jars; by path
 * @param unseen what is there and was not read, and why
 */
record DiskState(Map<Path, String> files, Map<Path, String> settings, Map<Path, String> unseen) {
    static DiskState of(Project project, Map<Path, Sources.Entry> entries, Map<Path, String> unseen) {
        Map<Path, String> files = new TreeMap<>();
        entries.forEach((path, entry) -> files.put(path, entry.hash()));
        return new DiskState(files, settings(project), new TreeMap<>(unseen));
    }

    private static Map<Path, String> settings(Project project) {
        Map<Path, String> settings = new LinkedHashMap<>();
        settings.put(project.root().resolve(Configuration.FILE), "");
        for (Module module : project.modules()) {
            settings.put(module.folder().resolve("pom.xml"), "");
            module.classPath().forEach(entry -> settings.put(entry, ""));
        }
        settings.replaceAll((path, nothing) -> path.toString().endsWith(".jar") ? KeptFile.stamp(path) : hash(path));
        return settings;
    }

    /** A file that cannot be read has none, as one that is not there. */
    private static String hash(Path file) {
        try {
            return Files.isRegularFile(file) ? ContentHash.of(Files.readAllBytes(file)) : "";
        } catch (IOException e) {
            return "";
        }
    }

    /** What is different by now; empty for nothing. */
    Optional<String> difference(Project project) {
        for (Map.Entry<Path, String> setting : settings(project).entrySet()) {
            if (!setting.getValue().equals(settings.get(setting.getKey()))) {
                return Optional.of(project.relative(setting.getKey()) + " has changed since it was read");
            }
        }
        Map<Path, String> gone = new TreeMap<>(files);
        for (Module module : project.modules()) {
            for (Path root : (Iterable<Path>)
                    Stream.concat(module.mainRoots().stream(), module.testRoots().stream())::iterator) {
                JavaFiles now = JavaFiles.under(root, project, Map.of());
                for (Map.Entry<Path, String> one : now.unseen().entrySet()) {
                    if (!unseen.containsKey(one.getKey())) {
                        return Optional.of(one.getValue());
                    }
                }
                for (Path file : now.files()) {
                    gone.remove(file);
                    String before = files.get(file);
                    if (before == null && !unseen.containsKey(file)) {
                        return Optional.of(project.relative(file) + " has come into being since the sources were read");
                    }
                    if (before != null && !before.equals(hash(file))) {
                        return Optional.of(project.relative(file) + " has changed since it was read");
                    }
                }
            }
        }
        return gone.keySet().stream().findFirst().map(file -> project.relative(file) + " is gone since it was read");
    }
}
