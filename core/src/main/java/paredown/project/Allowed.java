package paredown.project;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.stream.Stream;

/**
 * The commands of projects that this user allowed to run, kept outside of them: a clone cannot bring along that it is trusted. A command is
 * allowed for one project and one text; a line is the hash of both.
 */
public final class Allowed {
    private Allowed() {}

    /** Whether the user allowed it. */
    public static boolean has(Path root, String command) {
        Path file = file();
        try (Stream<String> lines = Files.isRegularFile(file) ? Files.lines(file) : Stream.of()) {
            String wanted = line(root, command);
            return lines.anyMatch(wanted::equals);
        } catch (IOException | java.io.UncheckedIOException e) {
            return false;
        }
    }

    /**
     * Allows it from now on.
     *
     * @throws ProjectException when that cannot be kept
     */
    public static void add(Path root, String command) {
        if (has(root, command)) {
            return;
        }
        try {
            Home.make();
            Files.writeString(file(), line(root, command) + "\n", StandardOpenOption.CREATE, StandardOpenOption.APPEND);
        } catch (IOException e) {
            throw new ProjectException("what you allow cannot be kept in " + file() + ": " + e.getMessage());
        }
    }

    private static Path file() {
        return Home.folder().resolve("allowed");
    }

    private static String line(Path root, String command) {
        return Disk.hash((root + "\0" + command).getBytes(StandardCharsets.UTF_8));
    }
}
