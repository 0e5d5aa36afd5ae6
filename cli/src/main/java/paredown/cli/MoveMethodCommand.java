package paredown.cli;

import java.util.Optional;
import paredown.cut.Cut;
import paredown.cut.move.MoveMethod;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Moves a method. */
@Command(
        name = "method",
        header = "Move a method to the class that it works for.",
        versionProvider = Version.class,
        description = {
            "An instance method moves to the type of one of its parameters or fields, a static one to any class. Callers are led there; what the"
                    + " method still needs of its old object is passed: a few values where that is enough, else the object."
        },
        footer = {
            "",
            "Examples:",
            "  pare move method 'PlanReport#exposureLine' --to Exposure",
            "  pare move method 'TimeLedger#remaining(Proposal)' --to Proposal --via proposal --preview",
            "  pare move method 'meridian.plan.PlanReport#clock' --to Night --callers delegate --yes"
        })
final class MoveMethodCommand extends CutCommand {
    @Parameters(paramLabel = "MEMBER", description = "The method, as Type#method or Type#method(int,String).")
    private String member;

    @Option(names = "--to", required = true, paramLabel = "TYPE", description = "The class that it moves to.")
    private String to;

    @Option(
            names = "--via",
            paramLabel = "NAME",
            description = "The field, parameter or accessor that leads there, when there are several.")
    private String via;

    @Mixin
    private CallersOption callers;

    MoveMethodCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        return new MoveMethod(member, to, Optional.ofNullable(via), callers.mode());
    }
}
