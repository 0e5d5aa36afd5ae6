package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.inline.InlineVariable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** Put the value of a local variable wherever it is read. */
@Command(
        name = "variable",
        header = "Put the value of a local variable wherever it is read.",
        versionProvider = Version.class,
        description = {
            "Refused where the value would be evaluated at another time, more often, or on some ways only, and may then be another."
        },
        footer = {
            "",
            "Examples:",
            "  pare inline variable 'Coordinates#distanceTo/a1'",
            "  pare inline variable src/main/java/meridian/sky/Coordinates.java:35:16-35:17 --preview"
        })
final class InlineVariableCommand extends CutCommand {
    @Parameters(
            paramLabel = "LOCAL",
            description =
                    "The variable, as Type#method/name, or the stretch of the file that its name takes in its declaration.")
    private String local;

    InlineVariableCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new InlineVariable(local);
    }
}
