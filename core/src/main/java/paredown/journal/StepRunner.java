package paredown.journal;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Clock;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import paredown.cut.Cut;
import paredown.project.Disk;
import paredown.project.Progress;
import paredown.project.Seal;
import paredown.trial.TestReport;
import paredown.trial.TestScope;
import paredown.trial.Trial;
import paredown.verdict.Plan;

/** Carries a plan out: tests green before, files written, tests green after; else taken back. */
public final class StepRunner {
    private static final Set<String> OUTSIDE = Set.of("target", ".git", ".pare");

    private final Path root;
    private final Trial trial;
    private final Clock clock;
    private final Progress progress;

    public StepRunner(Path root, Trial trial, Clock clock, Progress progress) {
        this.root = root;
        this.trial = trial;
        this.clock = clock;
        this.progress = progress;
    }

    /**
     * Carries out a checked plan.
     *
     * @param difference what differs on disk by now from the state that the plan rests on; empty for nothing
     * @throws StaleException when something does
     */
    public Outcome carryOut(
            Journal journal, Cut cut, Plan plan, Supplier<Optional<String>> difference, TestScope scope) {
        boolean tested = scope != TestScope.NONE;
        if (tested && !isKnownGreen()) {
            progress.at("testing before the step", 0, 2);
            TestReport before = trial.run();
            if (!before.isGreen()) {
                return new Outcome(
                        Outcome.Kind.RED_BEFORE, Optional.of(reason(before)), Optional.of(before), Optional.empty());
            }
            rememberGreen();
        }
        Step step = journal.write(cut.kind(), plan.title(), cut.commandLine(), plan.changes(), difference, clock);
        if (!tested) {
            return new Outcome(
                    Outcome.Kind.APPLIED, Optional.empty(), Optional.empty(), Optional.of(journal.confirm(step)));
        }
        progress.at("testing after the step", 1, 2);
        TestReport after = tested(journal, step);
        if (after.isGreen()) {
            Step kept = journal.confirm(step);
            rememberGreen();
            return new Outcome(Outcome.Kind.APPLIED, Optional.empty(), Optional.of(after), Optional.of(kept));
        }
        try {
            Step taken = journal.revert(step);
            return new Outcome(
                    Outcome.Kind.REVERTED, Optional.of(reason(after)), Optional.of(after), Optional.of(taken));
        } catch (EditedException e) {
            String why = reason(after) + ". Nothing was taken back, because " + e.getMessage()
                    + " changed while the tests ran. To take back the rest: " + Journal.keeping(e.files());
            return new Outcome(Outcome.Kind.LEFT, Optional.of(why), Optional.of(after), Optional.of(step));
        }
    }

    private TestReport tested(Journal journal, Step step) {
        try {
            return trial.run();
        } catch (RuntimeException | Error e) {
            // They cannot be run, or we are at fault: what was not tested does not stand.
            try {
                journal.revert(step);
            } catch (EditedException | JournalException left) {
                e.addSuppressed(left);
            }
            throw e;
        }
    }

    private static String reason(TestReport report) {
        if (!report.built()) {
            String last = report.output().stream()
                    .filter(line -> line.contains("ERROR"))
                    .findFirst()
                    .orElse("its output ended early");
            return "the build failed before the tests ran: "
                    + last.replace("[ERROR]", "").strip();
        }
        int count = report.failures().size();
        return count
                + (count == 1 ? " test failed: " : " tests failed: ")
                + report.failures().stream()
                        .limit(3)
                        .map(TestReport.Failure::toString)
                        .collect(Collectors.joining("; "));
    }

    /** A state of the project whose tests were green need not be tested again: the state after one step is the one before the next. */
    private boolean isKnownGreen() {
        try {
            Path note = root.resolve(".pare/green");
            return Files.isRegularFile(note) && Arrays.equals(Files.readAllBytes(note), sealed());
        } catch (IOException e) {
            return false;
        }
    }

    private void rememberGreen() {
        try {
            new Disk(root).write(root.resolve(".pare/green"), sealed());
        } catch (IOException e) {
            throw new JournalException("the journal cannot be written: " + e.getMessage());
        }
    }

    /** What tells a state of the project; no clone can bring it along. */
    private byte[] sealed() throws IOException {
        return Seal.own().of("green", fingerprint().getBytes(StandardCharsets.UTF_8));
    }

    /** A hash over all files of the project except what builds and this tool write. */
    private String fingerprint() throws IOException {
        TreeMap<String, String> hashes = new TreeMap<>();
        Files.walkFileTree(root, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
                return OUTSIDE.contains(folder.getFileName().toString())
                        ? FileVisitResult.SKIP_SUBTREE
                        : FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                if (attributes.isRegularFile()) {
                    hashes.put(root.relativize(file).toString(), Disk.hash(file).orElse(""));
                }
                return FileVisitResult.CONTINUE;
            }
        });
        String jdk = System.getenv().getOrDefault("JAVA_HOME", "") + System.getProperty("java.version");
        return Disk.hash((jdk + hashes).getBytes(StandardCharsets.UTF_8));
    }
}
