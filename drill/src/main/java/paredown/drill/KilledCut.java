package paredown.drill;

import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** What the drills take that kill the program: the project, the cut, and how the program is started. */
final class KilledCut {
    @Parameters(paramLabel = "PROJECT", description = "A project in which the cut passes. It is copied, never changed.")
    private Path project;

    @Option(
            names = "--cut",
            required = true,
            split = " ",
            paramLabel = "WORDS",
            description = "The cutting command, such as 'move class Night --to meridian.sky'.")
    private List<String> cut;

    @Option(names = "--program", required = true, split = " ", description = "How the program is started.")
    private List<String> program;

    Path project() {
        return project;
    }

    List<String> cut() {
        return cut;
    }

    List<String> program() {
        return program;
    }
}
