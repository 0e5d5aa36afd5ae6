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
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import paredown.code.Sources;
import paredown.cut.Cut;
import paredown.cut.Plan;
import paredown.cut.Touched;
import paredown.cut.Verdict;
import paredown.project.Progress;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.source.SourceText;
import paredown.trial.TestReport;
import paredown.trial.TestScope;

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
        try (Journal journal = Journal.open(root)) {
            write(journal);
        }
        Files.delete(added);
        Files.writeString(Disk.unfinished(night), "half");
        assertThat(Journal.recover(root))
                .singleElement()
                .asString()
                .contains("step 1 (extract Weather) had been interrupted");
        assertThat(night).hasContent("old");
        assertThat(Disk.unfinished(night)).doesNotExist();
        assertThat(Journal.recover(root)).isEmpty();
    }

    /** A clone can bring a journal along. */
    @ParameterizedTest
    @ValueSource(strings = {"../out.txt", "deep/../../out.txt", "/tmp/out.txt", ".git/config", ".pare/green"})
    void aForgedRecordLeadsNowhere(String path) throws IOException {
        Path out = root.resolve("../out.txt").normalize();
        try (Journal journal = Journal.open(root)) {
            write(journal);
        }
        Path record = root.resolve(".pare/journal/0001/step.json");
        Files.writeString(record, Files.readString(record).replace("deep/Weather.java", path));
        assertThat(Journal.recover(root)).singleElement().asString().contains("no file of the project");
        assertThat(out).doesNotExist();
        assertThat(night).as("nothing else of it is believed").hasContent("new");
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

    private Outcome run(TestReport... reports) throws IOException {
        Deque<TestReport> waiting = new ArrayDeque<>(List.of(reports));
        Plan plan = new Plan(
                "extract Weather",
                changes(),
                Map.of(),
                Set.of(),
                Set.of(),
                new Plan.Effects(0, List.of(), List.of(), List.of()));
        try (Journal journal = Journal.open(root)) {
            Outcome outcome = new StepRunner(root, waiting::pop, CLOCK, Progress.SILENT)
                    .carryOut(journal, new NoCut(), plan, TestScope.ALL);
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
