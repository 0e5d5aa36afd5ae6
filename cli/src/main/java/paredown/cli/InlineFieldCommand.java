package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.inline.InlineField;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Put the value of a constant field wherever it is read, and take the field away. */
@Command(
        name = "field",
        header = "Put the value of a constant field wherever it is read, and take the field away.",
        versionProvider = Version.class,
        description = {
            "The value must be a literal, or made of literals and constants, and never assigned again. A field that nothing reads just goes."
        },
        footer = {
            "",
            "Examples:",
            "  pare inline field 'DewPoint#A'",
            "  pare inline field 'meridian.time.TimeLedger#COMPENSATED_SHARE' --yes --tests all"
        })
final class InlineFieldCommand extends CutCommand {
    @Parameters(paramLabel = "MEMBER", description = "The field, as Type#field.")
    private String member;

    InlineFieldCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new InlineField(member);
    }
}
