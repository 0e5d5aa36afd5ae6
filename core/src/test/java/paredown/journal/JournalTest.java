package paredown.journal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.project.Disk;
import paredown.project.Progress;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.tree.Touched;
import paredown.trial.TestReport;
import paredown.trial.TestScope;
import paredown.verdict.Plan;
import paredown.verdict.Verdict;

class JournalTest {
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-03-14T21:00:00Z"), ZoneOffset.UTC);

    @TempDir
    private Path root;

    private Path night;
    private Path added;

    @BeforeEach
    void files() throws IOException {
        night = root.resolve("Night.java");
        added = root.resolve("deep/Weather.java");
        Files.writeString(night, "old");
    }

    private ChangeSet changes() throws IOException {
        SourceText before = SourceText.read(night, StandardCharsets.UTF_8);
        Draft after =
                Draft.of(before, List.of(new Edit(new Region(0, before.text().length()), "new")));
        return new ChangeSet(List.of(
                new ChangeSet.Change(night, ChangeSet.Kind.EDITED, before, Optional.of(after)),
                new ChangeSet.Change(
                        added,
                        ChangeSet.Kind.ADDED,
                        before.sibling(added, ""),
                        Optional.of(new Draft().write("fresh")))));
    }

    private Step write(Journal journal) throws IOException {
        return journal.write("extract-class", "extract Weather", "extract class …", changes(), CLOCK);
    }

    @Test
    void stepsGoBackAndForth() throws IOException {
        try (Journal journal = Journal.open(root)) {
            journal.confirm(write(journal));
            assertThat(night).hasContent("new");
            assertThat(added).hasContent("fresh");
            assertThat(journal.undo().state()).isEqualTo(Step.State.UNDONE);
            assertThat(night).hasContent("old");
            assertThat(added).doesNotExist();
            journal.redo();
            assertThat(added).hasContent("fresh");
            assertThatThrownBy(journal::redo).isInstanceOf(JournalException.class);
        }
        assertThat(Journal.steps(root)).singleElement().satisfies(step -> {
            assertThat(step.time()).isEqualTo("2026-03-14T21:00Z");
            assertThat(step.files())
                    .extracting(Step.FileChange::path)
                    .containsExactly("Night.java", "deep/Weather.java");
        });
    }

    @Test
    void whatWasUndoneBeforeAnotherStepIsGivenUp() throws IOException {
        try (Journal journal = Journal.open(root)) {
            journal.confirm(write(journal));
            journal.undo();
            added = root.resolve("far/off/Moon.java");
            Step moon = journal.confirm(write(journal));
            assertThatThrownBy(journal::redo).hasMessageContaining("undone before step 2 (extract Weather)");
            journal.undo();
            assertThat(root.resolve("far")).doesNotExist();
            assertThat(journal.redo().number()).isEqualTo(moon.number());
            assertThat(added).exists();
            Files.writeString(root.resolve("far/own.txt"), "mine");
            journal.undo();
        }
        assertThat(root.resolve("far/off")).doesNotExist();
        assertThat(root.resolve("far/own.txt")).hasContent("mine");
    }

    @Test
    void whatWasEditedSinceIsNotOverwritten() throws IOException {
        try (Journal journal = Journal.open(root)) {
            journal.confirm(write(journal));
            Files.writeString(night, "mine");
            assertThatThrownBy(journal::undo).hasMessageContaining("Night.java was edited since");
        }
        assertThat(night).hasContent("mine");
        assertThat(added).hasContent("fresh");
    }

    @Test
    void aFileThatChangedSinceThePlanStopsTheStep() throws IOException {
        ChangeSet changes = changes();
        Files.writeString(night, "mine");
        try (Journal journal = Journal.open(root)) {
            assertThatThrownBy(() -> journal.write("k", "t", "c", changes, CLOCK))
                    .hasMessageContaining("has changed since");
        }
        assertThat(added).doesNotExist();
    }

    @Test
    void aStepThatFailsHalfwayLeavesNothing() throws IOException {
        Files.writeString(root.resolve("deep"), "a file where the folder should be");
        try (Journal journal = Journal.open(root)) {
            assertThatThrownBy(() -> write(journal))
                    .isInstanceOf(JournalException.class)
                    .hasMessageContaining("nothing was written");
        }
        assertThat(night).hasContent("old");
    }

    @Test
    void anInterruptedStepIsTakenBackByTheNextCommand() throws IOException {
        Path temporary;
        try (Journal journal = Journal.open(root)) {
            write(journal);
            temporary = root.resolve(
                    journal.steps().get(0).files().get(0).temporary().orElseThrow());
        }
        Files.delete(added);
        Files.writeString(temporary, "half");
        assertThat(said()).singleElement().asString().contains("step 1 (extract Weather) had been interrupted");
        assertThat(night).hasContent("old");
        assertThat(temporary).doesNotExist();
        assertThat(said()).isEmpty();
    }

    private List<String> said() {
        return CommittedState.of(root).said();
    }

    /** A clone can bring a journal along, and a disk can lose a bit. */
    @ParameterizedTest
    @ValueSource(strings = {"../out.txt", "/tmp/out.txt", ".git/config", ".pare/green", "deep/Weathes.java"})
    void aRecordThatWasNotWrittenHereIsNamedAndLeftAlone(String path) throws IOException {
        try (Journal journal = Journal.open(root)) {
            write(journal);
        }
        Path record = root.resolve(".pare/journal/0001/step.json");
        Files.writeString(record, Files.readString(record).replace("deep/Weather.java", path));
        assertThat(said()).singleElement().asString().contains("journal/0001 was not written here");
        assertThat(root.resolve("../out.txt")).doesNotExist();
        assertThat(night).as("nothing of it is believed").hasContent("new");
        Files.writeString(night, "old");
        Files.delete(added);
        try (Journal journal = Journal.open(root)) {
            assertThat(journal.recovered()).singleElement().asString().contains("moved to .pare/set-aside/0001");
            assertThat(journal.confirm(write(journal)).number()).isEqualTo(1);
        }
        assertThat(said()).isEmpty();
    }

    @Test
    void whatIsKeptOfAFileIsCheckedBeforeAnyIsWritten() throws IOException {
        try (Journal journal = Journal.open(root)) {
            journal.confirm(write(journal));
            Files.writeString(root.resolve(".pare/journal/0001/before-0"), "olf");
            assertThatThrownBy(journal::undo).hasMessageContaining("kept of Night.java is damaged");
            assertThat(added).hasContent("fresh");
            Files.writeString(root.resolve(".pare/journal/0001/before-0"), "old");
            journal.undo();
            Files.writeString(root.resolve(".pare/journal/0001/after-1"), "fresg");
            assertThatThrownBy(journal::redo).hasMessageContaining("kept of deep/Weather.java is damaged");
        }
        assertThat(night).hasContent("old");
    }

    @Test
    void nothingIsWrittenThroughALink() throws IOException {
        Path outside = Files.createDirectory(root.resolveSibling(root.getFileName() + "-outside"));
        Files.createSymbolicLink(root.resolve("deep"), outside);
        try (Journal journal = Journal.open(root)) {
            assertThatThrownBy(() -> write(journal))
                    .hasMessageContaining("nothing was written")
                    .hasMessageContaining("link");
        }
        assertThat(outside).isEmptyDirectory();
        assertThat(night).hasContent("old");
        Files.delete(outside);
    }

    @Test
    void aFileThatChangesWhileTheStepIsWrittenStopsItAndIsNotLost() throws IOException {
        Disk disk = new Disk(root) {
            @Override
            public void replace(Path temporary, Path file) throws IOException {
                super.replace(temporary, file);
                if (file.equals(night)) {
                    Files.writeString(added, "mine");
                }
            }
        };
        try (Journal journal = Journal.tryOpen(root, disk, said -> {}).orElseThrow()) {
            assertThatThrownBy(() -> write(journal))
                    .isInstanceOf(StaleException.class)
                    .hasMessageContaining("nothing was written");
            assertThat(journal.steps()).extracting(Step::state).containsExactly(Step.State.TAKEN_BACK);
        }
        assertThat(night).hasContent("old");
        assertThat(added).hasContent("mine");
    }

    @Test
    void whatStandsInTheWayOfRecoveryIsNamedWithTheCommandThatGoesOn() throws IOException {
        try (Journal journal = Journal.open(root)) {
            write(journal);
        }
        Files.writeString(night, "mine");
        assertThat(said())
                .singleElement()
                .asString()
                .contains("none of its files was taken back", "pare undo --keep 'Night.java'");
        assertThat(added).hasContent("fresh");
        try (Journal journal = Journal.open(root)) {
            assertThatThrownBy(() -> write(journal)).hasMessageContaining("is not settled");
            assertThatThrownBy(() -> journal.undo(Set.of("Moon.java")))
                    .hasMessageContaining("did not change 'Moon.java'");
            assertThat(journal.undo(Set.of("Night.java")).state()).isEqualTo(Step.State.TAKEN_BACK);
        }
        assertThat(night).hasContent("mine");
        assertThat(added).doesNotExist();
    }

    @Test
    void aStepWhoseTestsAreRedIsLeftWhereAFileWasEditedMeanwhile() throws IOException {
        Deque<TestReport> waiting = new ArrayDeque<>(List.of(green(), red()));
        try (Journal journal = Journal.open(root)) {
            Outcome outcome = new StepRunner(
                            root,
                            () -> {
                                if (waiting.size() == 1) {
                                    edit(night, "mine");
                                }
                                return waiting.pop();
                            },
                            CLOCK,
                            Progress.SILENT)
                    .carryOut(journal, new NoCut(), plan(), Optional::empty, TestScope.ALL);
            assertThat(outcome.kind()).isEqualTo(Outcome.Kind.LEFT);
            assertThat(outcome.reason().orElseThrow()).contains("NightTest.plans", "pare undo --keep 'Night.java'");
        }
        assertThat(added).hasContent("fresh");
    }

    private static void edit(Path file, String text) {
        try {
            Files.writeString(file, text);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void whoLooksWhileAStepIsWrittenSeesTheStateBefore() throws IOException {
        try (Journal journal = Journal.open(root)) {
            write(journal);
            CommittedState whole = CommittedState.of(root);
            assertThat(whole.said()).singleElement().asString().contains("another pare is at work");
            assertThat(new String(whole.instead().get(night).orElseThrow(), StandardCharsets.UTF_8))
                    .isEqualTo("old");
            assertThat(whole.instead().get(added)).isEmpty();
        }
    }

    /** The program stops dead. */
    private static final class Killed extends Error {
        private static final long serialVersionUID = 1L;
    }

    /** Stops dead before one of its calls. */
    private static final class Mortal extends Disk {
        private int left;

        Mortal(Path root, int calls) {
            super(root);
            left = calls;
        }

        private void live() {
            if (left-- == 0) {
                throw new Killed();
            }
        }

        @Override
        public void prepare(Path temporary, Path file, byte[] content) throws IOException {
            live();
            if (left == 0) {
                Files.write(temporary, new byte[] {content[0]});
                throw new Killed();
            }
            super.prepare(temporary, file, content);
        }

        @Override
        public void write(Path file, byte[] content) throws IOException {
            live();
            super.write(file, content);
        }

        @Override
        public void replace(Path temporary, Path file) throws IOException {
            live();
            super.replace(temporary, file);
        }

        @Override
        public void delete(Path file) throws IOException {
            live();
            super.delete(file);
        }

        @Override
        public void makeFolders(Path folder) throws IOException {
            live();
            super.makeFolders(folder);
        }
    }

    /** Whether a run was killed before its n-th call of the file system. */
    private boolean killed(int calls, Consumer<Journal> run) {
        try (Journal journal =
                Journal.tryOpen(root, new Mortal(root, calls), said -> {}).orElseThrow()) {
            run.accept(journal);
            return false;
        } catch (Killed e) {
            return true;
        }
    }

    private Step.State wholeState() throws IOException {
        said();
        assertThat(said()).isEmpty();
        List<Step> steps = Journal.steps(root);
        boolean stands = !steps.isEmpty() && steps.get(steps.size() - 1).state() == Step.State.APPLIED;
        assertThat(night).hasContent(stands ? "new" : "old");
        assertThat(Files.exists(added)).isEqualTo(stands);
        try (Stream<Path> all = Files.walk(root)) {
            assertThat(all.filter(file -> Disk.isTemporary(file) && !file.startsWith(root.resolve(".pare"))))
                    .isEmpty();
        }
        return steps.isEmpty() ? null : steps.get(steps.size() - 1).state();
    }

    /** A short form of the drill that kills the real program. */
    @Test
    void whereverARunIsKilledTheNextFindsAllOrNothing() throws IOException {
        int calls = 0;
        boolean more = true;
        for (; more; calls++) {
            more = killed(calls, journal -> {
                try {
                    journal.confirm(write(journal));
                } catch (IOException e) {
                    throw new java.io.UncheckedIOException(e);
                }
            });
            assertThat(wholeState())
                    .isIn(more ? new Object[] {null, Step.State.TAKEN_BACK} : new Object[] {Step.State.APPLIED});
        }
        assertThat(calls).as("calls of the file system").isGreaterThan(10);
        for (calls = 0, more = true; more; calls++) {
            more = killed(calls, Journal::undo);
            if (wholeState() == Step.State.UNDONE && more) {
                // It went on to its end: nothing is lost, it can be redone.
                try (Journal journal = Journal.open(root)) {
                    journal.redo();
                }
            }
        }
        for (calls = 0, more = true; more; calls++) {
            more = killed(calls, Journal::redo);
            assertThat(wholeState()).isEqualTo(more ? Step.State.UNDONE : Step.State.APPLIED);
        }
    }

    @Test
    void thereIsOneWriterAtATime() {
        try (Journal journal = Journal.open(root)) {
            assertThat(journal.steps()).isEmpty();
            assertThatThrownBy(() -> Journal.open(root)).hasMessageContaining("another pare");
        }
    }

    @Test
    void testsDecideWhetherAStepStands() throws IOException {
        assertThat(run(green(), red()).kind()).isEqualTo(Outcome.Kind.REVERTED);
        assertThat(night).hasContent("old");
        assertThat(added).doesNotExist();
        Files.writeString(root.resolve("Broken.java"), "another state than the one known to be green");
        assertThat(run(red()).kind()).isEqualTo(Outcome.Kind.RED_BEFORE);
        assertThat(Journal.steps(root)).extracting(Step::state).containsExactly(Step.State.TAKEN_BACK);
    }

    @Test
    void aStateKnownToBeGreenIsNotTestedAgain() throws IOException {
        assertThat(run(green(), green()).kind()).isEqualTo(Outcome.Kind.APPLIED);
        Files.delete(added);
        assertThat(run(green(), green()).kind())
                .as("another state: tested before and after")
                .isEqualTo(Outcome.Kind.APPLIED);
        try (Journal journal = Journal.open(root)) {
            journal.undo();
            journal.redo();
        }
        Files.createDirectories(root.resolve("target"));
        Files.writeString(root.resolve("target/Night.class"), "built");
        added = root.resolve("Moon.java");
        assertThat(run(green()).kind()).as("the same state: only after").isEqualTo(Outcome.Kind.APPLIED);
    }

    private Plan plan() throws IOException {
        return new Plan(
                "extract Weather",
                changes(),
                Map.of(),
                Set.of(),
                Set.of(),
                new Plan.Effects(0, List.of(), List.of(), List.of()));
    }

    private Outcome run(TestReport... reports) throws IOException {
        Deque<TestReport> waiting = new ArrayDeque<>(List.of(reports));
        try (Journal journal = Journal.open(root)) {
            Outcome outcome = new StepRunner(root, waiting::pop, CLOCK, Progress.SILENT)
                    .carryOut(journal, new NoCut(), plan(), Optional::empty, TestScope.ALL);
            assertThat(waiting).as("runs of the tests left over").isEmpty();
            return outcome;
        }
    }

    private static TestReport green() {
        return new TestReport(true, 3, List.of(), 1, List.of());
    }

    private static TestReport red() {
        return new TestReport(
                true,
                3,
                List.of(new TestReport.Failure("NightTest.plans", "expected: <4> but was: <5>", "NightTest.java:12")),
                1,
                List.of());
    }

    private record NoCut() implements Cut {
        @Override
        public String kind() {
            return "extract-class";
        }

        @Override
        public String commandLine() {
            return "extract class";
        }

        @Override
        public Set<String> words(Sources sources) {
            return Set.of();
        }

        @Override
        public Verdict plan(Sources sources, Touched touched) {
            throw new UnsupportedOperationException();
        }
    }
}
