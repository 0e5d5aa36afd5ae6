package paredown.drill;

import java.io.PrintStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
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

    @Option(names = "--count", defaultValue = "50", description = "How many cuts to draw.")
    private int count;

    @Option(
            names = "--tests-every",
            paramLabel = "K",
            defaultValue = "0",
            description = "Run the project's tests on every K-th applied cut. 0: never.")
    private int testsEvery;

    @Option(names = "--keep", paramLabel = "DIR", description = "Where to keep the diff of every broken cut.")
    private Path keep;

    @Override
    public Integer call() throws Exception {
        CutDrill.Report report = new CutDrill(project, seed, count, testsEvery, keep).run(System.err::println);
        print(System.out, report);
        return report.broken().isEmpty() ? 0 : 1;
    }

    private void print(PrintStream out, CutDrill.Report report) {
        out.printf(
                "%s, seed %d: %d tried, %d applied, %d refused, %d broken%n",
                project.getFileName(),
                seed,
                report.tried(),
                report.applied(),
                report.refused().values().stream().mapToInt(List::size).sum(),
                report.broken().size());
        report.refused().entrySet().stream()
                .sorted(Map.Entry.comparingByValue((a, b) -> b.size() - a.size()))
                .forEach(entry -> out.printf(
                        "  %4d %s, such as: %s%n",
                        entry.getValue().size(),
                        entry.getKey(),
                        entry.getValue().get(0)));
        report.broken().forEach(broken -> out.println("  BROKEN " + broken));
    }
}
