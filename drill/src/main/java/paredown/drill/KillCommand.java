package paredown.drill;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Kills the program at every call of the file system. */
@Command(
        name = "kill",
        mixinStandardHelpOptions = true,
        description =
                "Kills the built program before every call of the file system of a cut, an undo, a redo and of recovery, on a copy of a project. Needs a C compiler.")
final class KillCommand implements Callable<Integer> {
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

    @Override
    public Integer call() throws Exception {
        Path copy = Files.createTempDirectory("kill").toRealPath();
        Copies.copy(project.toRealPath(), copy, path -> !path.matches("(.*/)?(target|\\.git|\\.pare)(/.*)?"));
        KillDrill.Report report = new KillDrill(copy, program, cut, look -> look.at(copy), System.err::println).run();
        Copies.delete(copy);
        return print(report);
    }

    /** Prints what came of it, and gives the exit code. */
    static int print(KillDrill.Report report) {
        System.out.println("| command | killed | stood afterwards |");
        System.out.println("| --- | --- | --- |");
        report.commands()
                .forEach((name, tally) ->
                        System.out.printf("| %s | %d | %d |%n", name, tally.killed(), tally.forward()));
        System.out.println("killed: "
                + report.commands().values().stream()
                        .mapToInt(KillDrill.Tally::killed)
                        .sum() + ", wrong: "
                + report.wrong().size());
        report.wrong().forEach(one -> System.out.println("  " + one));
        return report.wrong().isEmpty() ? 0 : 1;
    }
}
