package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.extract.ExtractMethod;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Give statements in a row, or an expression, a method of their own. */
@Command(
        name = "method",
        header = "Give statements in a row, or an expression, a method of their own.",
        versionProvider = Version.class,
        description = {
            "Parameters and result follow from what the code reads and what is used of it afterwards. The method comes below the one that the code stood in."
        },
        footer = {
            "",
            "Examples:",
            "  pare extract method src/main/java/meridian/plan/PlanReport.java:17-22 --name appendBlocks",
            "  pare extract method src/main/java/meridian/sky/Coordinates.java:35:21-35:43 --name radians --all --preview"
        })
final class ExtractMethodCommand extends CutCommand {
    @Parameters(
            paramLabel = "REGION",
            description =
                    "Stretch of a file: File.java:12-30 for whole lines, File.java:12:9-12:40 from a column to a column, both included.")
    private String region;

    @Option(names = "--name", paramLabel = "NAME", required = true, description = "The method's name.")
    private String name;

    @Option(
            names = "--visibility",
            paramLabel = "V",
            defaultValue = "private",
            description = "private, package, protected or public. Default: ${DEFAULT-VALUE}.")
    private String visibility;

    @Option(
            names = "--all",
            description = "The same code elsewhere in the class, local variables renamed, becomes a call too.")
    private boolean duplicates;

    ExtractMethodCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new ExtractMethod(region, name, visibility, duplicates);
    }
}
