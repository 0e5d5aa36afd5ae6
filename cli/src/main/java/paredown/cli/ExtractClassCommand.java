package paredown.cli;

import java.util.ArrayList;
import java.util.List;
import paredown.cut.Cut;
import paredown.cut.extract.ExtractClass;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Extracts a class from a class. */
@Command(
        name = "class",
        header = "Move fields and methods of a class into a new class beside it, or into one that is there.",
        versionProvider = Version.class,
        description = {
            "The members move with their comments; the class holds the new one; callers are led to it. A method that is part of an interface,"
                    + " overrides another, or needs what its callers cannot give leaves a delegate behind."
        },
        footer = {
            "",
            "Examples:",
            "  pare extract class TelescopeControl --members wheelSlot,wheelTurns,wheelNeedsService,currentFilter,wheelSlots,selectFilter,holdsFilter --name Wheel",
            "  pare extract class meridian.time.TimeLedger --members 'remaining(Proposal),COMPENSATED_SHARE' --name Remainder --preview",
            "  pare extract class TimeLedger --members remaining,COMPENSATED_SHARE --name Remainder --callers delegate --yes --tests all",
            "  pare extract class PlanReport --members clock --into Schedule"
        })
final class ExtractClassCommand extends CutCommand {
    @Parameters(paramLabel = "TYPE", description = "The class to extract from, by its simple or qualified name.")
    private String type;

    @Option(
            names = "--members",
            required = true,
            paramLabel = "a,b,…",
            description =
                    "What moves: fields and methods by name; a method with overloads with its parameter types, such as 'score(Target,int)'.")
    private String members;

    /** Where the members go. */
    static final class Goal {
        @Option(names = "--name", paramLabel = "NAME", description = "The new class's simple name.")
        private String name;

        @Option(
                names = "--into",
                paramLabel = "TYPE",
                description = "A class of the same package that takes them in, instead of a new one.")
        private String into;
    }

    @ArgGroup(multiplicity = "1")
    private Goal goal;

    @Mixin
    private CallersOption callers;

    ExtractClassCommand(Console console) {
        super(console);
    }

    @Override
    Cut cut() {
        boolean existing = goal.into != null;
        return new ExtractClass(type, split(members), existing ? goal.into : goal.name, existing, callers.mode());
    }

    /** Commas inside parentheses separate parameter types, not members. */
    static List<String> split(String list) {
        List<String> parts = new ArrayList<>();
        int depth = 0;
        StringBuilder part = new StringBuilder();
        for (char c : list.toCharArray()) {
            depth += c == '(' ? 1 : c == ')' ? -1 : 0;
            if (c == ',' && depth == 0) {
                parts.add(part.toString().strip());
                part.setLength(0);
            } else {
                part.append(c);
            }
        }
        parts.add(part.toString().strip());
        parts.removeIf(String::isEmpty);
        return parts;
    }
}
