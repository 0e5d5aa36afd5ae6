package paredown.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** The cuts that dissolve something into its users. */
@Command(
        name = "inline",
        header = "Put what a name stands for in its place, and take the name away.",
        versionProvider = Version.class,
        synopsisSubcommandLabel = "WHAT",
        subcommands = {
            InlineClassCommand.class,
            InlineMethodCommand.class,
            InlineFieldCommand.class,
            InlineVariableCommand.class
        },
        footer = {"", "Examples:", "  pare inline field --help", "  pare inline variable --help"})
final class InlineCommand implements Runnable {
    private final Console console;

    @Mixin
    private CommonOptions options;

    @Spec
    private CommandSpec spec;

    InlineCommand(Console console) {
        this.console = console;
    }

    @Override
    public void run() {
        spec.commandLine().usage(console.out());
    }
}
