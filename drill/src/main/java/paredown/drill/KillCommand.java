package paredown.drill;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Kills the program at every call of the file system. */
@Command(
        name = "kill",
        mixinStandardHelpOptions = true,
        description =
                "Kills the built program before every call of the file system of a cut, an undo, a redo and of recovery, on a copy of a project. Needs a C compiler.")
final class KillCommand implements Callable<Integer> {
    @Mixin
    private KilledCut killed;

    @Override
    public Integer call() throws Exception {
        Path copy = Files.createTempDirectory("kill").toRealPath();
        Copies.copyProject(killed.project(), copy);
        KillDrill.Report report =
                new KillDrill(copy, killed.program(), killed.cut(), look -> look.at(copy), System.err::println).run();
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
