package paredown.drill.plant;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Measures the finders on planted smells. */
@Command(name = "plant", description = "Plants smells into a project's code and reports how many of them are found.")
public final class PlantCommand implements Callable<Integer> {
    @Parameters(paramLabel = "PROJECT", description = "A project; it is copied, not changed.")
    private Path project;

    @Option(names = "--seed", defaultValue = "1", description = "Where the drawing starts.")
    private long seed;

    @Option(names = "--count", defaultValue = "100", description = "How many plants of each smell.")
    private int count;

    @Option(names = "--smell", split = ",", paramLabel = "NAME", description = "Only these smells.")
    private List<String> smells = new ArrayList<>();

    @Option(names = "--missed", description = "List what was not found, or found wrong.")
    private boolean missed;

    @Override
    public Integer call() throws Exception {
        PlantDrill drill = new PlantDrill(project, seed, count, smells, System.err::println);
        PlantDrill.Untouched untouched = drill.untouched();
        List<PlantDrill.Result> results = drill.run();
        System.out.printf("%s, seed %d%n%n", project.getFileName(), seed);
        System.out.println(
                "| planted | how many | found | of these right | median rank | untouched, per 1,000 lines |");
        System.out.println("| --- | --- | --- | --- | --- | --- |");
        for (PlantDrill.Result result : results) {
            System.out.printf(
                    "| %s | %d | %.2f | %.2f | %.0f | %.2f |%n",
                    result.smell(),
                    result.planted(),
                    result.found() / (double) Math.max(1, result.planted()),
                    result.fates().getOrDefault(PlantDrill.Fate.RIGHT, 0) / (double) Math.max(1, result.found()),
                    result.medianRank(),
                    1000.0 * untouched.findings().getOrDefault(result.smell(), 0) / Math.max(1, untouched.lines()));
        }
        int all = untouched.findings().values().stream()
                .mapToInt(Integer::intValue)
                .sum();
        System.out.printf(
                "%nUntouched: %d findings in %,d lines of code, %.2f per 1,000.%n",
                all, untouched.lines(), 1000.0 * all / Math.max(1, untouched.lines()));
        if (missed) {
            results.forEach(
                    result -> result.missed().forEach(one -> System.out.println("  " + result.smell() + " " + one)));
        }
        return 0;
    }
}
