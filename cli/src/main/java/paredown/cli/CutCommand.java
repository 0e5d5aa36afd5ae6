package paredown.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutArguments;
import paredown.cut.CutKind;
import paredown.journal.CommittedState;
import paredown.project.Progress;
import paredown.project.Project;
import picocli.CommandLine;
import picocli.CommandLine.Model.ArgGroupSpec;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;
import picocli.CommandLine.ParseResult;

/** The command that asks for a cut of one kind by its arguments: its options and its help follow from what the kind says of itself. */
final class CutCommand implements Callable<Integer> {
    private final Console console;
    private final CutKind kind;
    private final CommonOptions common = new CommonOptions();
    private final CutOptions options = new CutOptions();
    private final CommandSpec spec = CommandSpec.wrapWithoutInspection(this);

    private CutCommand(Console console, CutKind kind) {
        this.console = console;
        this.kind = kind;
    }

    static CommandLine of(Console console, CutKind kind) {
        CutCommand command = new CutCommand(console, kind);
        command.specify();
        return new CommandLine(command.spec);
    }

    private void specify() {
        spec.name(kind.object()).versionProvider(new Version());
        spec.addMixin("common", CommandSpec.forAnnotatedObject(common));
        spec.addMixin("options", CommandSpec.forAnnotatedObject(options));
        ArgGroupSpec.Builder group =
                ArgGroupSpec.builder().exclusive(true).multiplicity("1").order(-1);
        for (CutArgument argument : kind.arguments()) {
            if (argument.kind() == CutArgument.Kind.SUBJECT) {
                spec.addPositional(PositionalParamSpec.builder()
                        .paramLabel(argument.label())
                        .type(String.class)
                        .index("0")
                        .required(true)
                        .description(described(argument))
                        .build());
                if (argument.isRegion()) {
                    spec.addPositional(PositionalParamSpec.builder()
                            .paramLabel("TEXT")
                            .type(String.class)
                            .index("1")
                            .arity("0..1")
                            .description("What stands there, instead of columns: File.java:12 'total > limit'.")
                            .build());
                }
            } else if (argument.alternative()) {
                group.addArg(option(argument));
            } else {
                spec.addOption(option(argument));
            }
        }
        if (!group.args().isEmpty()) {
            spec.addArgGroup(group.build());
        }
        List<String> footer = new ArrayList<>(List.of("", "Examples:"));
        String words = "  pare " + kind.verb() + " " + kind.object() + " ";
        kind.examples().forEach(example -> footer.add(words + example));
        spec.usageMessage().header(kind.brief()).description(kind.description()).footer(footer.toArray(String[]::new));
    }

    private static String[] described(CutArgument argument) {
        return argument.description().toArray(String[]::new);
    }

    private static OptionSpec option(CutArgument argument) {
        OptionSpec.Builder option = OptionSpec.builder(argument.option())
                .required(argument.required())
                .description(described(argument));
        return switch (argument.kind()) {
            case FLAG -> option.type(boolean.class).arity("0").build();
            case CALLERS ->
                option.type(CallersOption.Choice.class)
                        .paramLabel(argument.label())
                        .build();
            default -> option.type(String.class).paramLabel(argument.label()).build();
        };
    }

    /** What was written for each argument, by its name. */
    private Map<String, Object> given() {
        ParseResult parsed = spec.commandLine().getParseResult();
        Map<String, Object> given = new LinkedHashMap<>();
        for (CutArgument argument : kind.arguments()) {
            Optional<Object> value = argument.kind() == CutArgument.Kind.SUBJECT
                    ? Optional.ofNullable(parsed.<String>matchedPositionalValue(0, null))
                            .map(this::read)
                    : Optional.ofNullable(parsed.matchedOptionValue(argument.option(), null));
            value.ifPresent(one -> given.put(
                    argument.name(),
                    switch (argument.kind()) {
                        case LIST -> CutArguments.split(String.valueOf(one));
                        case FLAG -> one;
                        default -> String.valueOf(one);
                    }));
        }
        return given;
    }

    /** A stretch of a file with the words that stand in it, which a shell takes for two arguments. */
    private Object read(String subject) {
        String text = spec.commandLine().getParseResult().matchedPositionalValue(1, null);
        return text == null ? subject : subject + " '" + text + "'";
    }

    @Override
    public Integer call() {
        Cut cut = kind.factory().apply(new CutArguments(given()));
        Project project = common.project();
        CommittedState committed = CommittedState.of(project.root());
        committed.said().forEach(console::warn);
        project.problems().forEach(console::warn);
        Sources sources = Sources.read(project, committed.instead(), Progress.SILENT);
        return new CutRun(console, common, options, cut.kind()).run(sources, cut);
    }
}
