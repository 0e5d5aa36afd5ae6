package paredown.cli;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Walks through the program on the sample project. */
@Command(
        name = "demo",
        header = "Walk through finding, fixing and undoing on a sample project.",
        versionProvider = Version.class,
        description =
                "Copies Meridian, a small observatory's planning system, to a folder, makes its Git repository, and works on it.",
        footer = {"", "Examples:", "  pare demo", "  pare demo --dir /tmp/meridian"})
final class DemoCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Option(
            names = "--dir",
            paramLabel = "DIR",
            description = "Where to put the project; must not exist, or be empty. Default: a new temporary folder.")
    private Path folder;

    DemoCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        return new DemoTour(console, options.style(console)).walk(folder);
    }
}
