package paredown.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** The cuts that take something out of where it is. */
@Command(
        name = "extract",
        header = "Take something out and give it a place and a name of its own.",
        versionProvider = Version.class,
        synopsisSubcommandLabel = "WHAT",
        subcommands = {
            ExtractClassCommand.class,
            ExtractMethodCommand.class,
            ExtractFieldCommand.class,
            ExtractVariableCommand.class,
            ExtractConstantCommand.class
        },
        footer = {"", "Examples:", "  pare extract class --help", "  pare extract variable --help"})
final class ExtractCommand implements Runnable {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Spec
    private CommandSpec spec;

    ExtractCommand(Console console) {
        this.console = console;
    }

    @Override
    public void run() {
        spec.commandLine().usage(console.out());
    }
}
