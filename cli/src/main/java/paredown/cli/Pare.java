package paredown.cli;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.lang.reflect.Constructor;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.journal.JournalException;
import paredown.project.ConfigurationException;
import paredown.project.NearNames;
import paredown.project.ProjectException;
import paredown.smell.Smells;
import paredown.trial.NotAllowedException;
import paredown.verdict.UnknownNameException;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Spec;

/** The program: its commands, and how each way of failing becomes an exit code. */
@Command(
        name = "pare",
        header = "Pares a Java code base down in small steps that keep the tests green.",
        synopsisSubcommandLabel = "COMMAND",
        versionProvider = Version.class,
        footer = {
            "",
            "Examples:",
            "  pare demo                      walk through a sample project",
            "  pare find                      what clutters the project in this folder",
            "  pare show GC-7902f1            the evidence for one finding",
            "  pare fix GC-7902f1             carry its first cut out, after a preview and a question",
            "  pare undo                      take the last step back",
            "",
            "Exit codes: 0 done, 1 gate: something new, 2 wrong command line or configuration, 3 refused, 4 project unreadable, 5 tests failed, 70 a fault of pare, 71 out of memory."
        })
public final class Pare implements Runnable {
    private static final Map<String, Function<Commands, CommandLine>> COMMANDS = commands();

    private static Function<Commands, CommandLine> plain(Class<?> command) {
        return commands -> new CommandLine(command, commands);
    }

    private static Map<String, Function<Commands, CommandLine>> commands() {
        Map<String, Function<Commands, CommandLine>> all = new LinkedHashMap<>();
        all.put("find", plain(FindCommand.class));
        all.put("show", plain(ShowCommand.class));
        all.put("gate", plain(GateCommand.class));
        all.put("fix", plain(FixCommand.class));
        for (VerbCommand.Verb verb : VerbCommand.Verb.values()) {
            all.put(verb.word(), one -> VerbCommand.of(one.console(), verb));
        }
        all.put("undo", plain(UndoCommand.class));
        all.put("redo", plain(RedoCommand.class));
        all.put("journal", plain(JournalCommand.class));
        all.put("demo", plain(DemoCommand.class));
        return all;
    }

    private static final int CODES_WIDTH = 90;

    @Mixin
    private CommonOptions options;

    @Spec
    private CommandLine.Model.CommandSpec spec;

    private final Console console;

    Pare(Console console) {
        this.console = console;
    }

    /** Runs one command line and returns its exit code. */
    static int run(Console console, String... arguments) {
        CommandLine line = commandLine(console, arguments);
        line.setOut(new PrintWriter(console.out(), true, StandardCharsets.UTF_8));
        line.setErr(new PrintWriter(console.err(), true, StandardCharsets.UTF_8));
        boolean colours = console.screen() && !console.environment().containsKey("NO_COLOR");
        line.setColorScheme(
                CommandLine.Help.defaultColorScheme(colours ? CommandLine.Help.Ansi.ON : CommandLine.Help.Ansi.OFF));
        line.setUsageHelpWidth(Math.min(110, console.width()));
        line.setParameterExceptionHandler((failure, given) -> {
            Optional<String> unknown = unknownCommand(line, failure);
            unknown.ifPresent(name -> console.err().println("pare: " + noCommand(name)));
            return unknown.isPresent() ? ExitCode.USAGE : WrongArguments.report(console, failure);
        });
        line.setExecutionExceptionHandler((failure, command, parsed) -> explain(console, failure));
        line.setCaseInsensitiveEnumValuesAllowed(true);
        int code = line.execute(arguments);
        console.out().flush();
        return code;
    }

    /** The commands, ready to be run or read: where the arguments begin with one of them that one alone, for each takes a while to make. */
    static CommandLine commandLine(Console console, String... arguments) {
        Commands factory = new Commands(console);
        CommandLine line = new CommandLine(new Pare(console), factory);
        Optional<String> asked = Stream.of(arguments).findFirst().filter(COMMANDS::containsKey);
        COMMANDS.forEach((name, command) -> {
            if (asked.isEmpty() || asked.get().equals(name)) {
                line.addSubcommand(name, command.apply(factory));
            }
        });
        Optional.ofNullable(line.getSubcommands().get("find")).ifPresent(Pare::nameCodes);
        return line;
    }

    /** An ID tells its smell by its first letters. */
    private static void nameCodes(CommandLine find) {
        String codes = Smells.all().stream()
                .map(smell -> smell.traits().code() + " " + smell.name())
                .collect(Collectors.joining(", ", "IDs of findings begin with a code of the smell: ", "."));
        CommandLine.Model.UsageMessageSpec usage = find.getCommandSpec().usageMessage();
        List<String> lines = new ArrayList<>(List.of(usage.footer()));
        lines.add("");
        lines.addAll(Table.broken(codes, CODES_WIDTH));
        usage.footer(lines.toArray(String[]::new));
    }

    private static Optional<String> unknownCommand(CommandLine line, CommandLine.ParameterException failure) {
        return failure instanceof CommandLine.UnmatchedArgumentException unknown && failure.getCommandLine() == line
                ? Optional.of(unknown.getUnmatched().get(0)).filter(name -> !name.startsWith("-"))
                : Optional.empty();
    }

    private static String noCommand(String name) {
        List<String> near = NearNames.of(name, COMMANDS.keySet().stream());
        return "there is no command '" + name + "'; "
                + (near.isEmpty() ? "'pare --help' lists all" : "did you mean '" + near.get(0) + "'?");
    }

    private static int explain(Console console, Exception failure) {
        if (failure instanceof UnknownNameException unknown) {
            console.err().println("pare: " + unknown.getMessage());
            if (!unknown.candidates().isEmpty()) {
                console.err().println("  did you mean:");
                unknown.candidates().forEach(name -> console.err().println("    " + name));
            }
            return ExitCode.USAGE;
        }
        if (failure instanceof NotAllowedException || failure instanceof JournalException) {
            console.err().println("pare: " + failure.getMessage());
            return ExitCode.REFUSED;
        }
        if (failure instanceof ConfigurationException) {
            console.err().println("pare: " + failure.getMessage());
            return ExitCode.USAGE;
        }
        if (failure instanceof ProjectException) {
            console.err().println("pare: " + failure.getMessage());
            return ExitCode.UNREADABLE;
        }
        StringWriter trace = new StringWriter();
        failure.printStackTrace(new PrintWriter(trace));
        console.err().println("pare: a fault in Pare Down itself. Please report this:");
        console.err().println(trace);
        return ExitCode.FAULT;
    }

    @Override
    public void run() {
        spec.commandLine().usage(console.out());
    }

    /** Makes the commands, handing the console to those that take it. */
    private record Commands(Console console) implements CommandLine.IFactory {
        @Override
        public <K> K create(Class<K> type) throws Exception {
            for (Constructor<?> constructor : type.getDeclaredConstructors()) {
                if (Arrays.equals(constructor.getParameterTypes(), new Class<?>[] {Console.class})) {
                    return type.cast(constructor.newInstance(console));
                }
            }
            return CommandLine.defaultFactory().create(type);
        }
    }
}
