package paredown.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** The sample project: a small observatory's system for planning and recording its nights. */
public final class Meridian {
    private Meridian() {}

    /** Its files by path relative to the project, with forward slashes, in the order of the paths. */
    public static Map<String, String> files() {
        try {
            Path place = Path.of(Meridian.class
                    .getProtectionDomain()
                    .getCodeSource()
                    .getLocation()
                    .toURI());
            if (Files.isDirectory(place)) {
                return files(place.resolve("meridian"));
            }
            // Opened by its path it is nobody else's: by its URI only one may be open at a time.
            try (FileSystem jar = FileSystems.newFileSystem(place)) {
                return files(jar.getPath("/meridian"));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (URISyntaxException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Map<String, String> files(Path root) throws IOException {
        Map<String, String> files = new TreeMap<>();
        try (Stream<Path> all = Files.walk(root)) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                String name = root.relativize(file).toString().replace('\\', '/');
                files.put(
                        name.equals("gitignore") ? ".gitignore" : name, Files.readString(file, StandardCharsets.UTF_8));
            }
        }
        return files;
    }

    /** Writes the files as they are now, without a repository. */
    public static void copyTo(Path folder) throws IOException {
        write(folder, files());
    }

    static void write(Path folder, Map<String, String> files) throws IOException {
        for (Map.Entry<String, String> file : files.entrySet()) {
            Path path = folder.resolve(file.getKey());
            Files.createDirectories(path.getParent());
            Files.writeString(path, file.getValue(), StandardCharsets.UTF_8);
        }
    }
}
