package paredown.cli;

import java.util.concurrent.Callable;
import paredown.journal.Journal;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Takes steps back, newest first. */
@Command(
        name = "undo",
        header = "Take the last step back, byte for byte.",
        versionProvider = Version.class,
        description = "Refuses where a file was edited since the step.",
        footer = {"", "Examples:", "  pare undo", "  pare undo 3      the last three steps"})
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

    UndoCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        return new StepMoves(console, options, "undo", "undone").move(count, Journal::undo);
    }
}
