package paredown.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import paredown.demo.Meridian;
import paredown.demo.MeridianHistory;
import paredown.journal.JournalException;
import paredown.project.ProjectReader;
import paredown.smell.Finding;
import paredown.verdict.UnknownNameException;

/** The walk: each command as a user would type it, and what it really prints. */
final class DemoTour {
    private final Console console;
    private final Style style;
    private final PrintStream out;

    DemoTour(Console console, Style style) {
        this.console = console;
        this.style = style;
        this.out = console.out();
    }

    int walk(Path wanted) {
        Path folder = prepared(wanted);
        String id = firstFinding(folder);
        say("A sample project is in " + folder + ", with two years of history. What clutters it?");
        int code = type(folder, "find");
        say("The first finding, with its evidence and the cuts that were tried in memory:");
        code = Math.max(code, type(folder, "show", id));
        say("What would its first cut change? Nothing is written yet:");
        code = Math.max(code, type(folder, "fix", id, "--preview"));
        say("Carry it out. The tests run before and after; a red one would take the step back:");
        code = Math.max(code, type(folder, "fix", id, "--yes"));
        say("Every step is on record, and can be taken back byte for byte:");
        code = Math.max(code, type(folder, "journal"));
        code = Math.max(code, type(folder, "undo"));
        say("That was all. The project stays in " + folder + "; try 'pare fix " + id + " --cut 2' there.");
        return code;
    }

    private Path prepared(Path wanted) {
        try {
            Path folder = wanted == null
                    ? Files.createTempDirectory("meridian-").toRealPath()
                    : wanted.toAbsolutePath().normalize();
            if (Files.exists(folder) && !isEmpty(folder)) {
                throw new UnknownNameException(folder + " is not empty; give a folder that is, or none", List.of());
            }
            Files.createDirectories(folder);
            Meridian.copyTo(folder);
            new MeridianHistory().makeIn(folder);
            return folder.toRealPath();
        } catch (IOException e) {
            throw new JournalException("the sample project cannot be written: " + e.getMessage());
        }
    }

    private static boolean isEmpty(Path folder) throws IOException {
        try (Stream<Path> entries = Files.list(folder)) {
            return entries.findAny().isEmpty();
        }
    }

    private String firstFinding(Path folder) {
        Looking looking = Looking.at(ProjectReader.at(folder), (phase, done, total) -> {});
        return looking.findings().stream().map(Finding::id).findFirst().orElseThrow();
    }

    private void say(String text) {
        out.println();
        Table.broken(text, console.width()).forEach(line -> out.println(style.notable(line)));
        out.println();
    }

    private int type(Path folder, String... command) {
        out.println(style.strong("$ pare " + String.join(" ", command)));
        List<String> arguments = new ArrayList<>(Arrays.asList(command));
        arguments.addAll(List.of("--project", folder.toString()));
        return Pare.run(console, arguments.toArray(String[]::new));
    }
}
