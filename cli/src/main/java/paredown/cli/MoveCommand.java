package paredown.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** The cuts that take something elsewhere. */
@Command(
        name = "move",
        header = "Take something to where it belongs, and lead everybody there.",
        versionProvider = Version.class,
        synopsisSubcommandLabel = "WHAT",
        subcommands = {MoveClassCommand.class, MoveMethodCommand.class, MoveFieldCommand.class},
        footer = {"", "Examples:", "  pare move method --help"})
final class MoveCommand implements Runnable {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Spec
    private CommandSpec spec;

    MoveCommand(Console console) {
        this.console = console;
    }

    @Override
    public void run() {
        spec.commandLine().usage(console.out());
    }
}
