package paredown.cli;

import java.util.concurrent.Callable;
import paredown.journal.Journal;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Does undone steps again, oldest first. */
@Command(
        name = "redo",
        header = "Do the last undone step again.",
        versionProvider = Version.class,
        description = "Refuses where a file was edited since. No tests are run.",
        footer = {"", "Examples:", "  pare redo", "  pare redo 2"})
final class RedoCommand implements Callable<Integer> {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Parameters(
            paramLabel = "N",
            defaultValue = "1",
            arity = "0..1",
            description = "How many steps. Default: ${DEFAULT-VALUE}.")
    private int count;

    RedoCommand(Console console) {
        this.console = console;
    }

    @Override
    public Integer call() {
        return new StepMoves(console, options, "redo", "redone").move(count, Journal::redo);
    }
}
