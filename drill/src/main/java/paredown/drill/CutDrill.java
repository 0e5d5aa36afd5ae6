package paredown.drill;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import paredown.check.Planner;
import paredown.code.CodeBase;
import paredown.code.Sources;
import paredown.cut.Cut;
import paredown.cut.Plan;
import paredown.cut.Refusal;
import paredown.cut.Verdict;
import paredown.journal.Journal;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.project.ProjectReader;
import paredown.source.ChangeSet;
import paredown.source.UnifiedDiff;
import paredown.trial.TestReport;
import paredown.trial.Trial;

/**
 * Carries random cuts out on a copy of a project, one at a time: planned and written as the program does it, then compiled by a javac
 * that knows nothing of the tool, tested now and then, undone, and compared byte by byte with what was there before.
 */
final class CutDrill {
    /**
     * What came of it.
     *
     * @param refused command lines by rule
     * @param broken what went wrong, with the command line
     */
    record Report(int tried, int applied, Map<String, List<String>> refused, List<String> broken) {}

    private final Path original;
    private final long seed;
    private final int count;
    private final int testsEvery;
    private final Path keep;
    private final Map<String, List<String>> refused = new LinkedHashMap<>();
    private final List<String> broken = new ArrayList<>();
    private int applied;

    /**
     * @param testsEvery how many applied cuts lie between two runs of the tests; 0 for none
     * @param keep where diffs of broken cuts go; null for nowhere
     */
    CutDrill(Path original, long seed, int count, int testsEvery, Path keep) {
        this.original = original;
        this.seed = seed;
        this.count = count;
        this.testsEvery = testsEvery;
        this.keep = keep;
    }

    Report run(Consumer<String> progress) throws IOException {
        Path copy = Files.createTempDirectory("drill").toRealPath();
        copy(original.toRealPath(), copy);
        Project project = ProjectReader.at(copy);
        Optional<String> before = PlainCompiler.firstError(project);
        if (before.isPresent()) {
            throw new IllegalArgumentException("the project does not compile: " + before.get());
        }
        Sources sources = Sources.read(project, Progress.SILENT);
        RandomCuts cuts = new RandomCuts(CodeBase.read(sources, false, Progress.SILENT), seed);
        for (int i = 1; i <= count; i++) {
            Cut cut = cuts.next();
            attempt(project, sources, cut);
            if (i % 10 == 0) {
                progress.accept(i + " of " + count + ": " + applied + " applied, " + broken.size() + " broken");
            }
        }
        Copies.delete(copy);
        return new Report(count, applied, refused, broken);
    }

    private void attempt(Project project, Sources sources, Cut cut) throws IOException {
        Verdict verdict;
        try {
            verdict = new Planner(sources, Progress.SILENT).plan(cut);
        } catch (RuntimeException e) {
            breaks(cut, "a fault while planning: " + e + " at " + e.getStackTrace()[0], Optional.empty());
            return;
        }
        if (verdict instanceof Refusal refusal) {
            String rule = refusal.rule().id();
            refused.computeIfAbsent(rule, key -> new ArrayList<>()).add(cut.commandLine() + ": " + refusal.reason());
            return;
        }
        Plan plan = (Plan) verdict;
        Map<Path, byte[]> bytes = bytes(plan.changes());
        try (Journal journal = Journal.open(project.root())) {
            journal.confirm(
                    journal.write(cut.kind(), plan.title(), cut.commandLine(), plan.changes(), Clock.systemUTC()));
            applied++;
            String diff = UnifiedDiff.of(plan.changes(), project.root());
            PlainCompiler.firstError(project).ifPresent(error -> breaks(cut, error, Optional.of(diff)));
            if (testsEvery > 0 && applied % testsEvery == 0) {
                TestReport report = Trial.of(project).run();
                if (!report.isGreen()) {
                    breaks(cut, "tests: " + report.failures() + report.output(), Optional.of(diff));
                }
            }
            journal.undo();
        }
        for (Map.Entry<Path, byte[]> file : bytes.entrySet()) {
            boolean same = file.getValue().length == 0
                    ? !Files.exists(file.getKey())
                    : java.util.Arrays.equals(Files.readAllBytes(file.getKey()), file.getValue());
            if (!same) {
                breaks(cut, "undo did not bring back " + file.getKey(), Optional.empty());
            }
        }
    }

    private static Map<Path, byte[]> bytes(ChangeSet changes) throws IOException {
        Map<Path, byte[]> bytes = new TreeMap<>();
        for (ChangeSet.Change change : changes.changes()) {
            boolean there = Files.exists(change.file());
            bytes.put(change.file(), there ? Files.readAllBytes(change.file()) : new byte[0]);
        }
        return bytes;
    }

    private void breaks(Cut cut, String what, Optional<String> diff) {
        broken.add(cut.commandLine() + "\n    " + what);
        if (keep != null && diff.isPresent()) {
            try {
                Files.createDirectories(keep);
                Files.writeString(
                        keep.resolve("broken-" + seed + "-" + broken.size() + ".diff"),
                        cut.commandLine() + "\n" + what + "\n" + diff.get());
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        }
    }

    private static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> all = Files.walk(from)) {
            for (Path path : all.toList()) {
                String relative = from.relativize(path).toString();
                boolean outside = relative.matches("(.*/)?(target|\\.git|\\.pare)(/.*)?");
                if (outside || relative.isEmpty()) {
                    continue;
                }
                Path there = to.resolve(relative);
                if (Files.isDirectory(path)) {
                    Files.createDirectories(there);
                } else {
                    Files.copy(path, there);
                }
            }
        }
    }
}
