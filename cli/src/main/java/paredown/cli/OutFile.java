package paredown.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import paredown.project.ProjectException;
import paredown.verdict.UnknownNameException;

/** A file that the user names for output: what is there already is not lost, unless it is an output of ours. */
final class OutFile {
    /** How our documents begin, and our lists for people. */
    private static final Pattern OWN = Pattern.compile(
            "(?s)\\s*\\{.{0,200}\"schema\"\\s*:\\s*\"pare\\..*|\\s*\\{.{0,600}\"name\"\\s*:\\s*\"Pare Down\".*|[^\\n]*: [\\d,]+ types, [\\d,]+ lines of code, .*");

    private static final int BEGINNING = 4096;

    private OutFile() {}

    /**
     * Checks that it may be written.
     *
     * @throws UnknownNameException when it holds something else
     */
    static void check(Path file, boolean force) {
        if (force || !Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        if (!Files.isRegularFile(file) || !isOwn(file)) {
            throw new UnknownNameException(
                    file + " is there, and was not written by pare; to overwrite it all the same: --force", List.of());
        }
    }

    private static boolean isOwn(Path file) {
        try (var in = Files.newInputStream(file)) {
            byte[] beginning = in.readNBytes(BEGINNING);
            return beginning.length == 0
                    || OWN.matcher(new String(beginning, StandardCharsets.UTF_8))
                            .matches();
        } catch (IOException e) {
            return false;
        }
    }

    static void write(Path file, byte[] content) {
        try {
            Files.write(file, content);
        } catch (IOException e) {
            throw new ProjectException("cannot write " + file + ": " + e.getMessage());
        }
    }
}
