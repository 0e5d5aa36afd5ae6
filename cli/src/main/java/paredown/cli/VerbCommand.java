package paredown.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import paredown.check.Cuts;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;

/** A command that only says what there is to do with its verb: extract, inline, move. */
final class VerbCommand implements Runnable {
    /** A verb of cuts, and what all of them have in common. */
    enum Verb {
        EXTRACT(
                "Take something out and give it a place and a name of its own.",
                "extract class --help",
                "extract variable --help"),
        INLINE(
                "Put what a name stands for in its place, and take the name away.",
                "inline field --help",
                "inline variable --help"),
        MOVE("Take something to where it belongs, and lead everybody there.", "move method --help");

        private final String header;
        private final List<String> examples;

        Verb(String header, String... examples) {
            this.header = header;
            this.examples = List.of(examples);
        }

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    private final Console console;
    private final CommandSpec spec = CommandSpec.wrapWithoutInspection(this);

    private VerbCommand(Console console) {
        this.console = console;
    }

    static CommandLine of(Console console, Verb verb) {
        CommandSpec spec = new VerbCommand(console).spec;
        spec.name(verb.word()).versionProvider(new Version());
        spec.addMixin("common", CommandSpec.forAnnotatedObject(new CommonOptions()));
        List<String> footer = new ArrayList<>(List.of("", "Examples:"));
        verb.examples.forEach(example -> footer.add("  pare " + example));
        spec.usageMessage().header(verb.header).synopsisSubcommandLabel("WHAT").footer(footer.toArray(String[]::new));
        CommandLine line = new CommandLine(spec);
        Cuts.all().stream()
                .filter(kind -> kind.verb().equals(verb.word()))
                .forEach(kind -> line.addSubcommand(kind.object(), CutCommand.of(console, kind)));
        return line;
    }

    @Override
    public void run() {
        spec.commandLine().usage(console.out());
    }
}
