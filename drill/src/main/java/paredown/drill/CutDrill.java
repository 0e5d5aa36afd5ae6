package paredown.drill;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import paredown.check.Batch;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.journal.Journal;
import paredown.journal.Step;
import paredown.project.Configuration;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.project.ProjectReader;
import paredown.source.ChangeSet;
import paredown.source.UnifiedDiff;
import paredown.trial.TestReport;
import paredown.trial.Trial;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.UnknownNameException;
import paredown.verdict.Verdict;

/**
 * Carries random cuts out on a copy of a project: planned and written as the program does it, a batch of them one upon the other. Then a
 * javac that knows nothing of the tool compiles the result, the tests run now and then, and everything is undone and compared byte by byte
 * with what was there before.
 */
final class CutDrill {
    /**
     * What came of one kind of cut.
     *
     * @param refused command lines and reasons by rule
     */
    record Tally(int tried, int applied, Map<String, List<String>> refused) {
        Tally() {
            this(0, 0, new TreeMap<>());
        }

        Tally with(int more, int done) {
            return new Tally(tried + more, applied + done, refused);
        }
    }

    /**
     * What came of it.
     *
     * @param kinds by kind of cut
     * @param broken what went wrong, with the command line
     * @param tested how often the tests ran
     * @param judged how many of the applied cuts the tests judged; the others were compiled
     * @param unsteady tests that failed once and passed when they ran again over the same text
     */
    record Report(Map<String, Tally> kinds, List<String> broken, int tested, int judged, List<String> unsteady) {
        int applied() {
            return kinds.values().stream().mapToInt(Tally::applied).sum();
        }
    }

    /**
     * What to do.
     *
     * @param kinds kinds of cut, drawn in turn; all for none
     * @param count how many cuts to draw, at most
     * @param each how many applied cuts of a kind are enough; 0 for no such end
     * @param minutes how long to go on; 0 for no such end
     * @param together how many are drawn at a time, and judged over one reading
     * @param testsEvery how many applied cuts stand when the tests run; 0 for no tests
     * @param batch how many applied cuts are compiled together where no tests run
     * @param settings what the configuration of the copy says beside that of the project; often empty
     * @param keep where diffs of broken cuts go; empty for nowhere
     */
    record Orders(
            long seed,
            List<String> kinds,
            int count,
            int each,
            int minutes,
            int together,
            int testsEvery,
            int batch,
            Optional<Path> keep,
            List<String> settings) {
        int size() {
            return testsEvery > 0 ? testsEvery : batch;
        }
    }

    /** A cut that stands, and how it changed the text. */
    private record Standing(Cut cut, String diff) {}

    private static final int TOLD = 60;

    private final Path original;
    private final Orders orders;
    private final Map<String, Tally> kinds = new LinkedHashMap<>();
    private final List<String> broken = new ArrayList<>();
    private final List<Standing> standing = new ArrayList<>();
    private final Map<Path, byte[]> bytes = new TreeMap<>();
    private int applied;
    private int tested;
    private int judgedByTests;
    private final List<String> unsteady = new ArrayList<>();

    CutDrill(Path original, Orders orders) {
        this.original = original;
        this.orders = orders;
    }

    Report run(Consumer<String> progress) throws IOException {
        Path copy = Files.createTempDirectory("drill").toRealPath();
        Copies.copyProject(original, copy);
        Path settings = copy.resolve(Configuration.FILE);
        if (!orders.settings().isEmpty()) {
            String own = Files.exists(settings) ? Files.readString(settings) + "\n" : "";
            Files.writeString(settings, own + String.join("\n", orders.settings()) + "\n");
        }
        Project project = ProjectReader.at(copy);
        Optional<String> before = PlainCompiler.firstError(project);
        if (before.isPresent()) {
            throw new IllegalArgumentException("the project does not compile: " + before.get());
        }
        RandomCuts cuts = new RandomCuts(orders.seed());
        List<String> wanted = orders.kinds().isEmpty() ? List.copyOf(cuts.kinds()) : orders.kinds();
        wanted.forEach(kind -> kinds.put(kind, new Tally()));
        CodeBase code = read(project);
        int drawn = 0;
        int told = 0;
        Instant end = orders.minutes() == 0 ? Instant.MAX : Instant.now().plus(orders.minutes(), ChronoUnit.MINUTES);
        while (drawn < orders.count() && !isEnough() && Instant.now().isBefore(end)) {
            List<Cut> together = new ArrayList<>();
            for (int i = 0; i < orders.together() && drawn < orders.count(); i++) {
                String kind = wanted.get(drawn++ % wanted.size());
                if (!isEnough(kind)) {
                    cuts.next(kind, code).ifPresent(together::add);
                }
            }
            attempt(project, code.sources(), together);
            if (standing.size() >= orders.size()) {
                settle(project);
            }
            code = read(project);
            if (drawn / TOLD > told) {
                told = drawn / TOLD;
                progress.accept(
                        drawn + " of " + orders.count() + ": " + applied + " applied, " + broken.size() + " broken");
            }
        }
        settle(project);
        Copies.delete(copy);
        return new Report(kinds, broken, tested, judgedByTests, unsteady);
    }

    private boolean isEnough() {
        return kinds.keySet().stream().allMatch(this::isEnough);
    }

    private boolean isEnough(String kind) {
        return orders.each() > 0 && kinds.get(kind).applied() >= orders.each();
    }

    private static CodeBase read(Project project) {
        return CodeBase.read(Sources.read(project, Progress.SILENT), false, Progress.SILENT);
    }

    private void attempt(Project project, Sources sources, List<Cut> together) throws IOException {
        Map<Cut, Verdict> verdicts = Batch.of(sources, together, (cut, fault) -> {
            tried(cut);
            if (fault instanceof UnknownNameException) {
                refuse(cut, "ambiguous", fault.getMessage());
            } else {
                StackTraceElement at = fault.getStackTrace().length == 0 ? null : fault.getStackTrace()[0];
                breaks(cut, "a fault while planning: " + fault + " at " + at, Optional.empty());
            }
        });
        for (Map.Entry<Cut, Verdict> entry : verdicts.entrySet()) {
            tried(entry.getKey());
            if (entry.getValue() instanceof Refusal refusal) {
                refuse(entry.getKey(), refusal.rule().id(), refusal.reason());
            } else {
                apply(project, entry.getKey(), (Plan) entry.getValue());
            }
        }
    }

    private void tried(Cut cut) {
        kinds.computeIfPresent(cut.kind(), (kind, tally) -> tally.with(1, 0));
    }

    private void apply(Project project, Cut cut, Plan plan) throws IOException {
        for (ChangeSet.Change change : plan.changes().changes()) {
            boolean there = Files.exists(change.file());
            bytes.putIfAbsent(change.file(), there ? Files.readAllBytes(change.file()) : new byte[0]);
        }
        try (Journal journal = Journal.open(project.root())) {
            journal.confirm(
                    journal.write(cut.kind(), plan.title(), cut.commandLine(), plan.changes(), Clock.systemUTC()));
        }
        applied++;
        kinds.computeIfPresent(cut.kind(), (kind, tally) -> tally.with(0, 1));
        standing.add(new Standing(cut, UnifiedDiff.of(plan.changes(), project.root())));
    }

    private void refuse(Cut cut, String rule, String reason) {
        kinds.get(cut.kind())
                .refused()
                .computeIfAbsent(rule, key -> new ArrayList<>())
                .add(cut.commandLine() + ": " + reason);
    }

    /**
     * Compiles what stands, tests it where tests are asked for, and takes it all back. What went wrong is the first cut with which it does,
     * found by halving: those that stand upon it are not judged.
     */
    private void settle(Project project) throws IOException {
        if (standing.isEmpty()) {
            return;
        }
        boolean test = orders.testsEvery() > 0;
        tested += test ? 1 : 0;
        int judged = standing.size();
        try (Journal journal = Journal.open(project.root())) {
            Optional<String> fault = fault(project, test);
            if (fault.isPresent()) {
                judged = firstFault(journal, project, test, fault.get());
            }
            int left = (int) journal.steps().stream()
                    .filter(step -> step.state() == Step.State.APPLIED)
                    .count();
            for (int i = 0; i < left; i++) {
                journal.undo();
            }
        }
        judgedByTests += test ? judged : 0;
        for (Map.Entry<Path, byte[]> file : bytes.entrySet()) {
            boolean same = file.getValue().length == 0
                    ? !Files.exists(file.getKey())
                    : java.util.Arrays.equals(Files.readAllBytes(file.getKey()), file.getValue());
            if (!same) {
                breaks(standing.get(0).cut(), "undo did not bring back " + file.getKey(), Optional.empty());
            }
        }
        bytes.clear();
        standing.clear();
    }

    /** How many cuts stand up to the first with which something goes wrong, that one included. */
    private int firstFault(Journal journal, Project project, boolean test, String last) throws IOException {
        int right = 0;
        int wrong = standing.size();
        int at = wrong;
        String fault = last;
        while (wrong - right > 1) {
            int middle = (right + wrong) / 2;
            for (; at > middle; at--) {
                journal.undo();
            }
            for (; at < middle; at++) {
                journal.redo();
            }
            Optional<String> found = fault(project, test);
            fault = found.orElse(fault);
            right = found.isPresent() ? right : middle;
            wrong = found.isPresent() ? middle : wrong;
        }
        Standing guilty = standing.get(wrong - 1);
        breaks(guilty.cut(), fault, Optional.of(guilty.diff()));
        return wrong;
    }

    private Optional<String> fault(Project project, boolean test) throws IOException {
        Optional<String> error = PlainCompiler.firstError(project);
        if (error.isPresent() || !test) {
            return error;
        }
        TestReport report = Trial.of(project).run();
        if (report.isGreen()) {
            return Optional.empty();
        }
        TestReport again = Trial.of(project).run();
        if (again.isGreen()) {
            report.failures().forEach(failure -> unsteady.add(failure.toString()));
            return Optional.empty();
        }
        return Optional.of("tests: " + again.failures() + again.output());
    }

    private void breaks(Cut cut, String what, Optional<String> diff) {
        broken.add(cut.commandLine() + "\n    " + what);
        if (orders.keep().isPresent() && diff.isPresent()) {
            try {
                Path keep = orders.keep().get();
                Files.createDirectories(keep);
                Files.writeString(
                        keep.resolve("broken-" + orders.seed() + "-" + broken.size() + ".diff"),
                        cut.commandLine() + "\n" + what + "\n" + diff.get());
            } catch (IOException e) {
                throw new java.io.UncheckedIOException(e);
            }
        }
    }
}
