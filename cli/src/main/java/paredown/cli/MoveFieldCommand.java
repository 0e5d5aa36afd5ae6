package paredown.cli;

import java.util.Optional;
import paredown.cut.Cut;
import paredown.cut.move.MoveField;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Moves a field. */
@Command(
        name = "field",
        header = "Move a field to the class that it belongs to.",
        versionProvider = Version.class,
        description = {
            "A static field moves to any class. A field of objects moves to the class of an object that its own object makes for itself and holds"
                    + " in a final field. Reads and writes are led there."
        },
        footer = {
            "",
            "Examples:",
            "  pare move field 'DewPoint#A' --to Reading",
            "  pare move field 'TimeLedger#COMPENSATED_SHARE' --to Proposal --preview"
        })
final class MoveFieldCommand extends CutCommand {
    @Parameters(paramLabel = "MEMBER", description = "The field, as Type#field.")
    private String member;

    @Option(names = "--to", required = true, paramLabel = "TYPE", description = "The class that it moves to.")
    private String to;

    @Option(names = "--via", paramLabel = "NAME", description = "The field that leads there, when there are several.")
    private String via;

    MoveFieldCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new MoveField(member, to, Optional.ofNullable(via));
    }
}
