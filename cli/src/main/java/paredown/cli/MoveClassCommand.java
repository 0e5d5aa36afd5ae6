package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.move.MoveClass;
import paredown.cut.move.NestClass;
import paredown.cut.move.UnnestClass;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Moves a class. */
@Command(
        name = "class",
        header = "Move a class to another package, or into or out of another class.",
        versionProvider = Version.class,
        description = {
            "Imports, qualified names, links in comments and service files follow. What only its package, or the class around it,"
                    + " could see is opened where it is needed across the border, and the preview says so. Mentions elsewhere are pointed out."
        },
        footer = {
            "",
            "Examples:",
            "  pare move class meridian.sky.Airmass --to meridian.plan",
            "  pare move class Airmass --to meridian.plan --preview",
            "  pare move class LogEntry.Kind --top-level",
            "  pare move class meridian.sky.MoonGlare --into meridian.sky.Moon"
        })
final class MoveClassCommand extends CutCommand {
    @Parameters(paramLabel = "TYPE", description = "The class, by its simple or qualified name.")
    private String type;

    @ArgGroup(multiplicity = "1")
    private Where where;

    /** Where it goes. */
    private static final class Where {
        @Option(names = "--to", paramLabel = "PACKAGE", description = "The package that it moves to.")
        private String to;

        @Option(
                names = "--into",
                paramLabel = "CLASS",
                description = "The class of its package that it becomes a static member of.")
        private String into;

        @Option(names = "--top-level", description = "Out of the class around it, to a file of its own.")
        private boolean topLevel;
    }

    MoveClassCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        if (where.into != null) {
            return new NestClass(type, where.into);
        }
        return where.topLevel ? new UnnestClass(type) : new MoveClass(type, where.to);
    }
}
