package paredown.check;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Whether files can have their names wherever the project is checked out. */
final class NewFiles {
    /** Devices, whatever comes behind the name. */
    private static final Pattern RESERVED =
            Pattern.compile("(con|prn|aux|nul|com\\d|lpt\\d)(\\..*)?", Pattern.CASE_INSENSITIVE);

    private NewFiles() {}

    /** Why a new file could not be there on some systems; empty where it can. */
    static Optional<String> unportable(Path file) {
        String name = file.getFileName().toString();
        if (RESERVED.matcher(name).matches()) {
            return Optional.of("Windows cannot have a file '" + name + "'");
        }
        if (!Files.isDirectory(file.getParent())) {
            return Optional.empty();
        }
        try (Stream<Path> siblings = Files.list(file.getParent())) {
            return siblings.map(one -> one.getFileName().toString())
                    .filter(one -> one.equalsIgnoreCase(name) && !one.equals(name))
                    .findFirst()
                    .map(one -> "'" + one + "' is there, which is the same file where case does not count");
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
