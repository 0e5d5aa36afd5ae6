package paredown.project;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Locale;
import java.util.Map;

/**
 * The folder in which this user's program keeps what no project may touch: the key by which it knows its own records, and the commands that
 * the user allowed. {@code PARE_HOME} names another one.
 */
final class Home {
    private Home() {}

    static Path folder() {
        String given = System.getProperty("pare.home", System.getenv().getOrDefault("PARE_HOME", ""));
        return given.isEmpty()
                ? usual(System.getProperty("os.name"), System.getenv(), Path.of(System.getProperty("user.home")))
                : Path.of(given).toAbsolutePath();
    }

    /** Where the system keeps the state of a user's programs. */
    static Path usual(String system, Map<String, String> environment, Path user) {
        String name = system.toLowerCase(Locale.ROOT);
        if (name.startsWith("windows")) {
            String local = environment.getOrDefault("LOCALAPPDATA", "");
            return (local.isEmpty() ? user.resolve("AppData").resolve("Local") : Path.of(local)).resolve("pare");
        }
        if (name.startsWith("mac")) {
            return user.resolve("Library/Application Support/pare");
        }
        // The standard for such folders says that a relative path is to be ignored.
        Path state = Path.of(environment.getOrDefault("XDG_STATE_HOME", ""));
        return (state.isAbsolute() ? state : user.resolve(".local/state")).resolve("pare");
    }

    /** Makes the folder, for this user alone where the file system knows users. */
    static Path make() throws IOException {
        Path folder = folder();
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            Files.createDirectories(folder);
            if (Files.getFileStore(folder).supportsFileAttributeView("posix")) {
                Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
            }
        }
        return folder;
    }
}
