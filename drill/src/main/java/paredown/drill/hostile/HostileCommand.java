package paredown.drill.hostile;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Runs the program on broken and hostile inputs. */
@Command(
        name = "hostile",
        mixinStandardHelpOptions = true,
        description = "Runs the built program on broken and hostile inputs, and looks from outside at what it did.")
public final class HostileCommand implements Callable<Integer> {
    @Option(names = "--seed", defaultValue = "1", description = "Where the drawing of mutants and of lost bits starts.")
    private long seed;

    @Option(names = "--flips", defaultValue = "80", description = "How many times a bit is lost.")
    private int flips;

    @Option(names = "--trace", description = "Watch what processes it starts, too; needs strace.")
    private boolean trace;

    @Option(names = "--only", paramLabel = "TEXT", description = "Only inputs whose family and name contain this.")
    private String only = "";

    @Option(names = "--program", required = true, split = " ", description = "How the program is started.")
    private List<String> program;

    @Override
    public Integer call() throws Exception {
        List<Input> inputs = new ArrayList<>(SourceInputs.all(seed));
        inputs.addAll(BuildInputs.all());
        inputs.addAll(FolderInputs.all(seed, flips));
        inputs.removeIf(input -> !(input.family() + ": " + input.name()).contains(only));
        HostileDrill.Report report = new HostileDrill(program, trace).run(inputs, System.err::println);
        System.out.println("| inputs | how many | runs | slowest, seconds |");
        System.out.println("| --- | --- | --- | --- |");
        report.families()
                .forEach((family, tally) -> System.out.printf(
                        "| %s | %d | %d | %.1f |%n", family, tally.inputs(), tally.runs(), tally.slowest()));
        System.out.println("wrong: " + report.wrong().size());
        report.wrong()
                .forEach(one ->
                        System.out.println("  " + one.replaceAll("[\\x00-\\x1f\\x7f-\\x9f\\u202a-\\u202e]", "?")));
        return report.wrong().isEmpty() ? 0 : 1;
    }
}
