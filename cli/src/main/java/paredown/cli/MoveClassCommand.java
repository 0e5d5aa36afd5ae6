package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.move.MoveClass;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Moves a class. */
@Command(
        name = "class",
        header = "Move a class to another package.",
        versionProvider = Version.class,
        description = {
            "Imports, qualified names, links in comments and service files follow. What only its package could see is made public where it is"
                    + " needed across the border, and the preview says so. Mentions elsewhere are pointed out."
        },
        footer = {
            "",
            "Examples:",
            "  pare move class meridian.sky.Airmass --to meridian.plan",
            "  pare move class Airmass --to meridian.plan --preview"
        })
final class MoveClassCommand extends CutCommand {
    @Parameters(paramLabel = "TYPE", description = "The class, by its simple or qualified name.")
    private String type;

    @Option(names = "--to", required = true, paramLabel = "PACKAGE", description = "The package that it moves to.")
    private String to;

    MoveClassCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new MoveClass(type, to);
    }
}
