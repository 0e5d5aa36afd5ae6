package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.extract.ExtractConstant;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Give a value that never changes a name: a static final field. */
@Command(
        name = "constant",
        header = "Give a value that never changes a name: a static final field.",
        versionProvider = Version.class,
        description = {
            "The value must be the same whenever it is computed: literals, constants, and operators over them."
        },
        footer = {
            "",
            "Examples:",
            "  pare extract constant src/main/java/meridian/sky/MoonGlare.java:8:16-8:18 --name STRONGEST --all",
            "  pare extract constant src/main/java/meridian/sky/MoonGlare.java:8:16-8:18 --name STRONGEST --visibility package"
        })
final class ExtractConstantCommand extends CutCommand {
    @Parameters(
            paramLabel = "REGION",
            description =
                    "Stretch of a file: File.java:12-30 for whole lines, File.java:12:9-12:40 from a column to a column, both included.")
    private String region;

    @Option(names = "--name", paramLabel = "NAME", required = true, description = "The constant's name.")
    private String name;

    @Option(
            names = "--visibility",
            paramLabel = "V",
            defaultValue = "private",
            description = "private, package, protected or public. Default: ${DEFAULT-VALUE}.")
    private String visibility;

    @Option(names = "--all", description = "The same value elsewhere in the class becomes the constant too.")
    private boolean all;

    ExtractConstantCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new ExtractConstant(region, name, visibility, all);
    }
}
