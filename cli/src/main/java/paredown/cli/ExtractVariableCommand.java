package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.extract.ExtractVariable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Give an expression a name: a local variable in front of its statement. */
@Command(
        name = "variable",
        header = "Give an expression a name: a local variable in front of its statement.",
        versionProvider = Version.class,
        description = {
            "Refused where the expression would be evaluated at another time, or on ways on which it is not evaluated now."
        },
        footer = {
            "",
            "Examples:",
            "  pare extract variable src/main/java/meridian/sky/Coordinates.java:39:25-39:36 --name sine",
            "  pare extract variable src/main/java/meridian/sky/Coordinates.java:39:25-39:36 --name sine --all --preview"
        })
final class ExtractVariableCommand extends CutCommand {
    @Parameters(
            paramLabel = "REGION",
            description =
                    "Stretch of a file: File.java:12-30 for whole lines, File.java:12:9-12:40 from a column to a column, both included.")
    private String region;

    @Option(names = "--name", paramLabel = "NAME", required = true, description = "The variable's name.")
    private String name;

    @Option(names = "--all", description = "The same expression further down in the block becomes the variable too.")
    private boolean all;

    ExtractVariableCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new ExtractVariable(region, name, all);
    }
}
