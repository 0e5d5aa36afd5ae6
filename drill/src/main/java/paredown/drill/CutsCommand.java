package paredown.drill;

import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Draws random cuts over a project and carries them out on a copy. */
@Command(
        name = "cuts",
        mixinStandardHelpOptions = true,
        description =
                "Draws random cuts over a copy of a project, carries them out, and compiles the result with a javac of its own.")
final class CutsCommand implements Callable<Integer> {
    @Parameters(paramLabel = "PROJECT", description = "A Maven project that compiles. It is copied, never changed.")
    private Path project;

    @Option(
            names = "--seed",
            defaultValue = "1",
            description = "Where the drawing starts; the same seed draws the same cuts.")
    private long seed;

    @Option(names = "--count", defaultValue = "50", description = "How many cuts to draw, at most.")
    private int count;

    @Option(
            names = "--each",
            paramLabel = "N",
            defaultValue = "0",
            description = "Draw no more of a kind of which N were applied. 0: go on.")
    private int each;

    @Option(
            names = "--minutes",
            paramLabel = "N",
            defaultValue = "0",
            description = "Draw no more after so long. 0: go on.")
    private int minutes;

    @Option(
            names = "--tests-every",
            paramLabel = "K",
            defaultValue = "0",
            description = "Run the project's tests whenever K applied cuts stand. 0: never.")
    private int testsEvery;

    @Option(
            names = "--set",
            paramLabel = "LINE",
            description = "A line for the configuration of the copy, such as 'publicApi: free'.")
    private List<String> settings = List.of();

    @Option(names = "--keep", paramLabel = "DIR", description = "Where to keep the diff of every broken cut.")
    private Path keep;

    @Option(
            names = "--cut",
            paramLabel = "KIND",
            split = ",",
            description = "Kinds of cut to draw, such as move-method. Default: all, in turn.")
    private List<String> kinds = List.of();

    @Option(
            names = "--together",
            defaultValue = "48",
            description = "How many cuts are drawn at a time and judged over one reading of the project.")
    private int together;

    @Option(
            names = "--batch",
            defaultValue = "30",
            description = "How many applied cuts stand one upon the other before they are compiled and taken back.")
    private int batch;

    @Option(names = "--examples", defaultValue = "1", description = "How many refusals of each rule to show.")
    private int examples;

    @Override
    public Integer call() throws Exception {
        CutDrill.Orders orders = new CutDrill.Orders(
                seed, kinds, count, each, minutes, together, testsEvery, batch, Optional.ofNullable(keep), settings);
        CutDrill.Report report = new CutDrill(project, orders).run(System.err::println);
        print(System.out, report);
        return report.broken().isEmpty() ? 0 : 1;
    }

    private void print(PrintStream out, CutDrill.Report report) {
        out.printf(
                "%s, seed %d: %d applied, %d of them judged by %d runs of the tests, the others compiled%n",
                project.getFileName(), seed, report.applied(), report.judged(), report.tested());
        report.unsteady().forEach(test -> out.println("failed once, and passed over the same text: " + test));
        out.printf("%-18s %7s %8s %8s%n", "cut", "tried", "applied", "refused");
        report.kinds().forEach((kind, tally) -> {
            int refused = tally.refused().values().stream().mapToInt(List::size).sum();
            out.printf("%-18s %7d %8d %8d%n", kind, tally.tried(), tally.applied(), refused);
            tally.refused().entrySet().stream()
                    .sorted(Map.Entry.comparingByValue((a, b) -> b.size() - a.size()))
                    .forEach(entry -> {
                        out.printf("    %4d %s%n", entry.getValue().size(), entry.getKey());
                        entry.getValue().stream().limit(examples).forEach(one -> out.println("         " + one));
                    });
        });
        out.println("broken: " + report.broken().size());
        report.broken().forEach(broken -> out.println("  BROKEN " + broken));
    }
}
