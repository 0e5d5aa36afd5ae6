package paredown.project;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** The folder {@code .pare} at the root of a project, in which the tool keeps what it knows. */
public final class OwnFolder {
    private static final String UNFINISHED = ".unfinished";

    private OwnFolder() {}

    public static Path of(Path root) {
        return root.resolve(".pare");
    }

    /** Makes the folder, in a way that version control passes it by. */
    public static void make(Path root) throws IOException {
        Files.createDirectories(of(root));
        Path ignore = of(root).resolve(".gitignore");
        if (!Files.exists(ignore)) {
            Files.writeString(ignore, "*\n");
        }
    }

    /** A file that only saves time: deleting it is always fine. */
    public static Path kept(Path root, String name) {
        return of(root).resolve("index").resolve(name);
    }

    /** What a run that was killed left behind, an hour ago or more: another run may be writing. */
    private static void clean(Path folder) throws IOException {
        Instant old = Instant.now().minus(1, ChronoUnit.HOURS);
        try (DirectoryStream<Path> left = Files.newDirectoryStream(folder, "*" + UNFINISHED)) {
            for (Path one : left) {
                if (Files.getLastModifiedTime(one).toInstant().isBefore(old)) {
                    Files.deleteIfExists(one);
                }
            }
        }
    }

    /**
     * Writes such a file aside and moves it into place: a reader sees the old content or the new one. That it cannot be written, for a
     * read-only folder or a full disk, is no fault: the next run takes longer.
     */
    public static void keep(Path root, String name, byte[] content) {
        Path file = kept(root, name);
        try {
            make(root);
            Files.createDirectories(file.getParent());
            clean(file.getParent());
            Path unfinished = Files.createTempFile(file.getParent(), name, UNFINISHED);
            try {
                Files.write(unfinished, content);
                Files.move(unfinished, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            } finally {
                Files.deleteIfExists(unfinished);
            }
        } catch (IOException e) {
            return;
        }
    }
}
