package paredown.cli;

import java.util.Optional;
import paredown.cut.Cut;
import paredown.cut.move.MoveField;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Moves a field. */
@Command(
        name = "field",
        header = "Move a field to the class that it belongs to.",
        versionProvider = Version.class,
        description = {
            "A static field moves to any class. A field of objects moves to the class of an object that its own object makes for itself and holds"
                    + " in a final field. Reads and writes are led there. With --callers delegate a constant stays under its name with the value of"
                    + " the one that moved; it does so by itself where code outside the project may rely on it."
        },
        footer = {
            "",
            "Examples:",
            "  pare move field 'DewPoint#A' --to Reading",
            "  pare move field 'TimeLedger#COMPENSATED_SHARE' --to Proposal --preview",
            "  pare move field 'TimeLedger#COMPENSATED_SHARE' --to Proposal --callers delegate --yes"
        })
final class MoveFieldCommand extends CutCommand {
    @Parameters(paramLabel = "MEMBER", description = "The field, as Type#field.")
    private String member;

    @Option(names = "--to", required = true, paramLabel = "TYPE", description = "The class that it moves to.")
    private String to;

    @Option(names = "--via", paramLabel = "NAME", description = "The field that leads there, when there are several.")
    private String via;

    @Mixin
    private CallersOption callers;

    MoveFieldCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new MoveField(member, to, Optional.ofNullable(via), callers.mode());
    }
}
