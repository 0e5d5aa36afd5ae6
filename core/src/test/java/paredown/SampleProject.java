package paredown;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import paredown.code.index.Sources;
import paredown.project.Progress;
import paredown.project.ProjectReader;

/** A small Maven project in a temporary folder. */
public final class SampleProject {
    private static final String POM = """
            <project>
              <modelVersion>4.0.0</modelVersion>
              <groupId>meridian</groupId>
              <artifactId>sample</artifactId>
              <version>1</version>
              <properties>
                <maven.compiler.release>%d</maven.compiler.release>
                <project.build.sourceEncoding>UTF-8</project.build.sourceEncoding>
              </properties>
            </project>
            """;

    private final Path root;

    private SampleProject(Path root) {
        this.root = root;
    }

    /** A project of one file. */
    public static SampleProject of(Path folder, String file, String text) throws IOException {
        return of(folder, Map.of(file, text.getBytes(StandardCharsets.UTF_8)));
    }

    /**
     * A project of some files.
     *
     * @param files bytes by path below {@code src/main/java}
     */
    public static SampleProject of(Path folder, Map<String, byte[]> files) throws IOException {
        return of(folder, files, 17);
    }

    /**
     * A project of some files in an older Java.
     *
     * @param release the version of the language
     */
    public static SampleProject of(Path folder, Map<String, byte[]> files, int release) throws IOException {
        Path root = folder.toRealPath();
        Files.writeString(root.resolve("pom.xml"), POM.formatted(release));
        // Waiting until the names of new folders are on the disk would take longer than what most cases are about.
        Files.createDirectories(root.resolve(".pare/index"));
        for (Map.Entry<String, byte[]> file : files.entrySet()) {
            Path path = root.resolve("src/main/java").resolve(file.getKey()).normalize();
            Files.createDirectories(path.getParent());
            Files.write(path, file.getValue());
        }
        return new SampleProject(root);
    }

    /** The files below a folder, by relative path. */
    public static Map<String, byte[]> filesIn(Path folder) throws IOException {
        Map<String, byte[]> files = new TreeMap<>();
        if (Files.isDirectory(folder)) {
            try (Stream<Path> all = Files.walk(folder)) {
                for (Path file : all.filter(Files::isRegularFile).toList()) {
                    files.put(folder.relativize(file).toString().replace('\\', '/'), Files.readAllBytes(file));
                }
            }
        }
        return files;
    }

    public Path root() {
        return root;
    }

    public Path file(String name) {
        return root.resolve("src/main/java").resolve(name);
    }

    /** The bytes of all sources and resources by path below, or from, {@code src/main/java}. */
    public Map<String, byte[]> files() throws IOException {
        Map<String, byte[]> files = filesIn(root.resolve("src/main/java"));
        filesIn(root.resolve("src/main/resources")).forEach((name, bytes) -> files.put("../resources/" + name, bytes));
        return files;
    }

    public Sources read() {
        return Sources.read(ProjectReader.at(root), Progress.SILENT);
    }
}
