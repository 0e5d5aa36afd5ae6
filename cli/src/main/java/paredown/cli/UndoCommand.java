package paredown.cli;

import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import paredown.verdict.UnknownNameException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Takes steps back, newest first. */
@Command(
        name = "undo",
        header = "Take the last step back, byte for byte.",
        versionProvider = Version.class,
        description = "Refuses where a file was edited since the step, unless that file is to stay as it is.",
        footer = {
            "",
            "Examples:",
            "  pare undo",
            "  pare undo 3                                the last three steps",
            "  pare undo --keep src/main/java/Night.java  all but this file, which stays as it was edited"
        })
final class UndoCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Parameters(
            paramLabel = "N",
            defaultValue = "1",
            arity = "0..1",
            description = "How many steps. Default: ${DEFAULT-VALUE}.")
    private int count;

    @Option(
            names = "--keep",
            paramLabel = "FILE",
            description =
                    "Leave a file of the step as it is, relative to the root of the project. May be given more than once.")
    private List<String> kept = List.of();

    UndoCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        if (count > 1 && !kept.isEmpty()) {
            throw new UnknownNameException("--keep goes with one step at a time", List.of("pare undo --keep FILE"));
        }
        return new StepMoves(console, options, "undo", "undone").move(count, journal -> journal.undo(Set.copyOf(kept)));
    }
}
