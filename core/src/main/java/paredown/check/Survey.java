package paredown.check;

import com.fasterxml.jackson.core.type.TypeReference;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.KeptFile;
import paredown.code.index.Sources;
import paredown.history.ChangeHistory;
import paredown.project.Configuration;
import paredown.project.Progress;
import paredown.smell.Acceptance;
import paredown.smell.Finding;
import paredown.smell.Smell;
import paredown.smell.Smells;

/**
 * A look over a project: the findings most worth reading, their cuts tried. While no file has changed since the same question was last
 * asked, the answer is the same, and is not worked out again.
 */
public final class Survey {
    /** So many findings are tried, at the most, for each that is shown. */
    private static final int TRIES_EACH = 10;

    private Survey() {}

    /**
     * What to look for.
     *
     * @param scope what to look at, see {@link Scope}; everything for none
     * @param top how many findings to try, and to show unless all are wanted
     * @param all whether those behind them are wanted too, their cuts not tried
     * @param tests whether to look at test sources too
     * @param changed only findings in these files; in all where it is empty
     */
    public record Question(
            List<Smell> smells, List<String> scope, int top, boolean all, boolean tests, Optional<Set<Path>> changed) {
        private String text(Configuration configuration) {
            return configuration + " " + smells.stream().map(Smell::name).toList() + " " + scope
                    // Folders and files are named from where the question is asked.
                    + (scope.isEmpty() ? "" : Path.of("").toAbsolutePath()) + " " + top + " " + all + " " + tests + " "
                    + changed;
        }
    }

    /**
     * What was found.
     *
     * @param findings best first, as many as were asked for
     * @param tried how many of them, from the first on, had their cuts tried
     * @param total how many there are
     * @param accepted how many more there are that somebody has accepted
     * @param types how many types were looked at
     * @param lines their lines of code
     * @param problems what could not be resolved, a sentence each
     */
    public record Answer(
            List<Finding> findings, int tried, int total, int accepted, int types, int lines, List<String> problems) {}

    /** The last answer, and for what. */
    private record Kept(String question, Answer answer) {}

    public static Answer of(Sources sources, Question question, Progress progress) {
        String asked = question.text(sources.project().configuration()) + " " + sources.state(question.tests()) + " "
                + ChangeHistory.head(sources.project()).orElse("");
        KeptFile file = new KeptFile(sources.project(), "answer", asked);
        Optional<Answer> known = file.readAs(new TypeReference<Kept>() {})
                .filter(kept -> kept.question().equals(asked))
                .map(Kept::answer);
        if (known.isPresent()) {
            return known.get();
        }
        Answer answer = worked(sources, question, progress);
        file.writeObject(new Kept(asked, answer));
        return answer;
    }

    private static Answer worked(Sources sources, Question question, Progress progress) {
        CodeBase code = CodeBase.read(sources, question.tests(), progress);
        CodeBase wanted = question.tests() ? code : code.withoutTests();
        List<TypeFacts> types =
                code.types().filter(Scope.of(code, question.scope())).toList();
        Set<String> inScope = new HashSet<>();
        types.forEach(type -> inScope.add(type.name()));
        ChangeHistory history = ChangeHistory.of(sources.project(), progress);
        progress.at("looking", 0, 1);
        Acceptance.Sorted sorted = Acceptance.sort(
                wanted.sources(),
                Smells.ranked(code, history, question.smells()).stream()
                        .filter(finding -> inScope.contains(finding.type()))
                        .filter(finding -> question.changed()
                                .map(files -> files.contains(finding.file())
                                        || finding.places().stream().anyMatch(place -> files.contains(place.file())))
                                .orElse(true))
                        .toList(),
                false);
        List<Finding> findings = sorted.open();
        Tryout tryout = new Tryout(sources, progress);
        List<Expected> order = best(
                some -> tryout.skimmed(wanted, Smells.deepened(code, some)),
                findings.stream()
                        .map(finding -> Tryout.judgedEarly(wanted, finding))
                        .toList(),
                question.top());
        List<Finding> all = order.stream().map(Expected::finding).toList();
        int shown = Math.min(question.top(), all.size());
        int tried = (int)
                order.subList(0, shown).stream().takeWhile(Expected::tried).count();
        int lines = types.stream()
                .filter(type -> type.enclosing().isEmpty())
                .mapToInt(TypeFacts::codeLines)
                .sum();
        List<String> problems = new ArrayList<>(code.problemsByFile());
        problems.addAll(sorted.problems());
        List<Finding> given = question.all() ? all : all.subList(0, shown);
        return new Answer(
                List.copyOf(given), tried, all.size(), sorted.accepted().size(), types.size(), lines, problems);
    }

    /**
     * The findings in the order to show them. Those of which the facts show that they get stuck wait at once; what comes up from behind those
     * that get stuck when they are tried is tried in its turn, until the first few are tried and nothing that waits has a higher score.
     * Where a class has thousands of the same that all get stuck, that would not end: after some tries the others stay untried.
     */
    private static List<Expected> best(UnaryOperator<List<Finding>> tried, List<Finding> findings, int top) {
        int count = Math.min(top, findings.size());
        List<Expected> order = new ArrayList<>(
                findings.stream().map(finding -> new Expected(finding, false)).toList());
        order.sort(Expected.BEST_FIRST);
        long left = (long) TRIES_EACH * top;
        while (left > 0) {
            List<Integer> open = IntStream.range(0, count)
                    .filter(i -> !order.get(i).tried())
                    .limit(left)
                    .boxed()
                    .toList();
            if (open.isEmpty()) {
                break;
            }
            List<Finding> judged =
                    tried.apply(open.stream().map(i -> order.get(i).finding()).toList());
            for (int i = 0; i < judged.size(); i++) {
                order.set(open.get(i), new Expected(judged.get(i), true));
            }
            left -= open.size();
            order.sort(Expected.BEST_FIRST);
        }
        return order;
    }

    /** A finding on its way to be shown. */
    private record Expected(Finding finding, boolean tried) {
        static final Comparator<Expected> BEST_FIRST = Comparator.comparingDouble(
                        (Expected one) -> one.finding().score())
                .reversed()
                .thenComparing(one -> one.finding().target());
    }
}
