package paredown.cli;

import java.nio.file.Path;
import java.util.List;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.project.ProjectReader;
import paredown.verdict.UnknownNameException;
import picocli.CommandLine.Option;

/** What every command takes. */
final class CommonOptions {
    /** Output for people or for programs. */
    enum Format {
        text,
        json,
        sarif
    }

    /** When to colour. */
    enum Color {
        auto,
        always,
        never
    }

    @Option(
            names = "--project",
            paramLabel = "DIR",
            description = "The project to work on. Default: the nearest folder upwards that holds a build file.")
    private Path project;

    @Option(
            names = "--format",
            paramLabel = "text|json",
            defaultValue = "text",
            description = "Text for people, or one JSON document; find also has sarif. Default: ${DEFAULT-VALUE}.")
    private Format format;

    @Option(
            names = "--color",
            paramLabel = "auto|always|never",
            defaultValue = "auto",
            description = "When to colour. NO_COLOR is honoured. Default: ${DEFAULT-VALUE}.")
    private Color color;

    @Option(
            names = "--trust",
            description =
                    "Run the commands that .pare.yaml names, now and later, until their text changes. Without it they are not run.")
    private boolean trust;

    @Option(names = "--quiet", description = "No progress. It goes to standard error, and only to a terminal.")
    private boolean quiet;

    @Option(names = "--help", usageHelp = true, description = "Show this help and exit.")
    private boolean help;

    @Option(names = "--version", versionHelp = true, description = "Show the version and exit.")
    private boolean version;

    boolean json() {
        if (sarif()) {
            throw new UnknownNameException("only 'find' has --format sarif", List.of("--format json"));
        }
        return format == Format.json;
    }

    boolean sarif() {
        return format == Format.sarif;
    }

    /** The project, read; its configuration is believed as far as it names no command, unless the user said so. */
    Project project() {
        return project == null ? ProjectReader.nearest(Path.of(""), trust) : ProjectReader.at(project, trust);
    }

    Style style(Console console) {
        boolean wanted = console.screen()
                && !console.environment().containsKey("NO_COLOR")
                && !"dumb".equals(console.environment().get("TERM"));
        return new Style(color == Color.always || color == Color.auto && wanted);
    }

    /** A place to report progress to while the body runs; taken off the screen before anything else is printed. */
    <R> R withProgress(Console console, java.util.function.Function<Progress, R> body) {
        if (quiet || !console.errorScreen()) {
            return body.apply(Progress.SILENT);
        }
        try (ProgressLine line = new ProgressLine(console.err().raw(), Math.min(console.width(), 100))) {
            return body.apply(line);
        }
    }
}
