package paredown.drill;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import paredown.project.ProjectReader;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Times the program on a project, against the compiler. */
@Command(
        name = "speed",
        mixinStandardHelpOptions = true,
        description = "Times looks and a preview, whole process, medians, against javac over the same sources.")
final class SpeedCommand implements Callable<Integer> {
    @Parameters(paramLabel = "PROJECT", description = "A project that compiles. Files are edited and put back.")
    private Path project;

    @Option(names = "--runs", defaultValue = "5", description = "How many runs the medians are taken over.")
    private int runs;

    @Option(
            names = "--copies",
            paramLabel = "N",
            defaultValue = "0",
            description = "Also time N copies of the production sources against one. 0: do not.")
    private int copies;

    @Option(
            names = "--prefix",
            paramLabel = "PACKAGE",
            description = "For --copies: the package that all sources share.")
    private String prefix;

    @Option(names = "--program", required = true, split = " ", description = "How the program is started.")
    private List<String> program;

    @Override
    public Integer call() throws Exception {
        Path root = project.toRealPath();
        System.out.println("| " + root.getFileName() + " | seconds | peak MiB | time against | memory against |");
        System.out.println("| --- | --- | --- | --- | --- |");
        SpeedDrill drill = new SpeedDrill(root, runs, program, System.err::println);
        for (SpeedDrill.Line line : drill.run(drill.passingCut())) {
            print(line);
        }
        if (copies > 0) {
            growth(root);
        }
        return 0;
    }

    private void growth(Path root) throws IOException, InterruptedException {
        List<List<SpeedDrill.Line>> sizes = new ArrayList<>();
        List<String> cut = List.of();
        for (int size : new int[] {1, copies}) {
            Path whole = SpeedDrill.copies(ProjectReader.at(root), prefix, size);
            try {
                SpeedDrill drill = new SpeedDrill(whole, Math.max(1, runs / 5), program, System.err::println);
                // The same cut in both: what is in one copy is in the first of several.
                cut = cut.isEmpty() ? drill.passingCut() : cut;
                sizes.add(drill.run(cut));
            } finally {
                Copies.delete(whole);
            }
        }
        System.out.println();
        System.out.println(
                "| " + copies + " copies against one | seconds | peak MiB | time against | memory against |");
        System.out.println("| --- | --- | --- | --- | --- |");
        for (int i = 0; i < sizes.get(0).size(); i++) {
            SpeedDrill.Line large = sizes.get(1).get(i);
            print(new SpeedDrill.Line(
                    large.what(), large.median(), sizes.get(0).get(i).median()));
        }
    }

    private static void print(SpeedDrill.Line line) {
        System.out.printf(
                "| %s | %.2f | %.0f | %.2f | %.2f |%n",
                line.what(),
                line.median().seconds(),
                line.median().peak(),
                line.ratio(),
                line.median().peak() / Math.max(1, line.against().peak()));
    }
}
