package paredown.cli;

import java.io.PrintStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.history.ChangeHistory;
import paredown.journal.CommittedState;
import paredown.project.NearNames;
import paredown.project.Progress;
import paredown.project.Project;
import paredown.smell.Finding;
import paredown.smell.Smell;
import paredown.smell.Smells;
import paredown.tree.TypeName;
import paredown.verdict.UnknownNameException;

/**
 * A project as far as looking at it needs: read, resolved, findings ranked.
 *
 * @param findings all of them, best first, their cuts not tried yet
 * @param problems what could not be read or resolved, a sentence each
 */
record Looking(
        Project project,
        Sources sources,
        CodeBase code,
        ChangeHistory history,
        List<Finding> findings,
        List<String> problems) {
    private static final int SHOWN_PROBLEMS = 5;

    static Looking at(Project project, Progress progress) {
        return at(project, progress, false);
    }

    /** The look in which a finding is: over production code, or over the tests as well where only that has it. */
    static Looking with(String id, Project project, Progress progress) {
        Looking production = at(project, progress, false);
        return production.has(id) ? production : at(project, progress, true);
    }

    private boolean has(String id) {
        return findings.stream().anyMatch(one -> one.id().equalsIgnoreCase(id));
    }

    /** @param tests whether test code is looked at too */
    static Looking at(Project project, Progress progress, boolean tests) {
        List<Smell> smells = Smells.wanted(project.configuration());
        CommittedState committed = CommittedState.of(project.root());
        List<String> problems = new ArrayList<>(committed.said());
        problems.addAll(project.problems());
        Sources sources = Sources.read(project, committed.instead(), progress);
        problems.addAll(sources.problems());
        CodeBase code = CodeBase.read(sources, tests, progress);
        problems.addAll(code.problemsByFile());
        ChangeHistory history = ChangeHistory.of(project, progress);
        progress.at("looking", 0, 1);
        return new Looking(project, sources, code, history, Smells.ranked(code, history, smells), problems);
    }

    /** A finding with all its cuts. */
    Finding finding(String id) {
        return findings.stream()
                .filter(one -> one.id().equalsIgnoreCase(id))
                .findFirst()
                .map(one -> Smells.deepened(code, List.of(one)).get(0))
                .orElseThrow(() -> new UnknownNameException(
                        "there is no finding '" + id
                                + "' now; 'pare find' lists those there are, with --tests those in tests",
                        NearNames.of(id, findings.stream().map(Finding::id))));
    }

    /**
     * The facts of a type.
     *
     * @throws UnknownNameException when it is a test, or the compiler gave up on it
     */
    TypeFacts type(String name) {
        return code.type(name).orElseThrow(() -> new UnknownNameException(notRead(name), List.of()));
    }

    private String notRead(String type) {
        Path file = TypeName.file(sources, type);
        return sources.isTest(file)
                ? "'" + type + "' is a test class; 'show' reads production code"
                : "'" + type + "' cannot be understood: the compiler gives up on " + project.relative(file);
    }

    void reportProblems(PrintStream err) {
        report(problems, err);
    }

    /** Says what was left out, shortened, where people see it. */
    static void report(List<String> problems, PrintStream err) {
        int shown = Math.min(SHOWN_PROBLEMS, problems.size());
        problems.subList(0, shown).forEach(problem -> err.println("pare: " + problem));
        if (problems.size() > shown) {
            err.println(
                    "pare: and " + (problems.size() - shown) + " more such problems; the rest of the project was read");
        }
    }
}
