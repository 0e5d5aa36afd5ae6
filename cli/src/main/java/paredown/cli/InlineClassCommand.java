package paredown.cli;

import java.util.Optional;
import paredown.cut.Cut;
import paredown.cut.inline.InlineClass;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Inlines a class. */
@Command(
        name = "class",
        header = "Dissolve a class that adds too little.",
        versionProvider = Version.class,
        description = {
            "A static helper goes into the class that uses it, a small class into the only one that holds an object of it, an interface into its"
                    + " only implementation. Its members move, its users are led there, its file goes."
        },
        footer = {
            "",
            "Examples:",
            "  pare inline class meridian.sky.MoonGlare --into Moon",
            "  pare inline class LogSink --preview"
        })
final class InlineClassCommand extends CutCommand {
    @Parameters(paramLabel = "TYPE", description = "The class, by its simple or qualified name.")
    private String type;

    @Option(
            names = "--into",
            paramLabel = "TYPE",
            description = "Where its members go. Default: the only class that uses it.")
    private String into;

    InlineClassCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new InlineClass(type, Optional.ofNullable(into));
    }
}
