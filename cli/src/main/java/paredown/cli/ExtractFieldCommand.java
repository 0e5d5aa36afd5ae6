package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.extract.ExtractField;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Make a local variable a field of its class. */
@Command(
        name = "field",
        header = "Make a local variable, or an expression, a field of its class.",
        versionProvider = Version.class,
        description = {
            "The field is final where the value is the same in every call, else each call sets it anew. Refused where calls may overlap: recursion, calls that may come back, code that runs later."
        },
        footer = {
            "",
            "Examples:",
            "  pare extract field 'PlanReport#exposureLine/total' --name total",
            "  pare extract field src/main/java/meridian/plan/PlanReport.java:29:16-29:20 --name total --preview"
        })
final class ExtractFieldCommand extends CutCommand {
    @Parameters(
            paramLabel = "LOCAL|REGION",
            description =
                    "The variable, as Type#method/name, or the stretch of the file that its name takes in its declaration; or the stretch of an expression.")
    private String local;

    @Option(names = "--name", required = true, paramLabel = "NAME", description = "The field's name.")
    private String name;

    ExtractFieldCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new ExtractField(local, name);
    }
}
