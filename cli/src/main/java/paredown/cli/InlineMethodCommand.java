package paredown.cli;

import paredown.cut.Cut;
import paredown.cut.inline.InlineMethod;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Put the body of a method in the place of its calls, and take the method away. */
@Command(
        name = "method",
        header = "Put the body of a method in the place of its calls, and take the method away.",
        versionProvider = Version.class,
        description = {
            "Arguments are evaluated once and in order; names that would clash are changed. Calls that may mean another method at run time, early returns and recursion are refused."
        },
        footer = {
            "",
            "Examples:",
            "  pare inline method 'PlanReport#clock'",
            "  pare inline method 'NightPlanner#sequenceFor' --keep",
            "  pare inline method src/main/java/meridian/plan/PlanReport.java:18:25-18:47 --preview"
        })
final class InlineMethodCommand extends CutCommand {
    @Parameters(
            paramLabel = "MEMBER",
            description =
                    "The method, as Type#method or Type#method(int,String); or the stretch of a file that one call takes: then only that call is inlined.")
    private String member;

    @Option(names = "--keep", description = "Keep the method.")
    private boolean keep;

    InlineMethodCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new InlineMethod(member, keep);
    }
}
