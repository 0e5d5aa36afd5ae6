package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import paredown.code.Attribution;
import paredown.code.Problem;
import paredown.code.Sources;
import paredown.cut.Cut;
import paredown.cut.Place;
import paredown.cut.Plan;
import paredown.cut.Refusal;
import paredown.cut.Rule;
import paredown.cut.Touched;
import paredown.cut.Verdict;
import paredown.project.Module;
import paredown.project.Progress;
import paredown.project.ProjectException;
import paredown.source.ChangeSet;
import paredown.source.Draft;

/** Takes a cut through its gates: the cut's own rules, the compiler, the audit of meanings. Nothing is written. */
public final class Planner {
    private static final ChangeSet NOTHING = new ChangeSet(List.of());

    private final Sources sources;
    private final Progress progress;
    private final boolean tests;

    public Planner(Sources sources, Progress progress) {
        this(sources, progress, true);
    }

    private Planner(Sources sources, Progress progress, boolean tests) {
        this.sources = sources;
        this.progress = progress;
        this.tests = tests;
    }

    /** One that leaves test sources out of sight: enough to tell whether a cut is worth offering, not to carry it out. */
    static Planner ofProductionCode(Sources sources) {
        return new Planner(sources, Progress.SILENT, false);
    }

    private Set<Path> mentioning(Set<String> words) {
        Set<Path> files = new LinkedHashSet<>(sources.mentioning(words));
        files.removeIf(this::isLeftOut);
        return files;
    }

    private boolean isLeftOut(Path file) {
        return !tests && sources.isTest(file);
    }

    /**
     * Works a cut out and checks it.
     *
     * @throws ProjectException when a file that the cut touches does not compile as it is
     * @throws paredown.cut.UnknownNameException when the request names what is not there
     */
    public Verdict plan(Cut cut) {
        Set<Path> files = mentioning(cut.words(sources));
        files.addAll(cut.further(sources));
        files.removeIf(this::isLeftOut);
        progress.at("resolving " + files.size() + " files", 0, 3);
        Bindings before = new Bindings();
        Verdict verdict = attribute(files, NOTHING, attributions -> {
            requireCompiling(attributions, cut);
            attributions.forEach(before::add);
            return cut.plan(sources, new Touched(sources, attributions));
        });
        return verdict instanceof Plan plan ? checked(plan, files, before) : verdict;
    }

    private Verdict checked(Plan plan, Set<Path> files, Bindings before) {
        for (ChangeSet.Change change : plan.changes().changes()) {
            boolean writable = change.after()
                    .map(Draft::text)
                    .map(change.before()::canHold)
                    .orElse(true);
            if (!writable) {
                return Refusal.at(
                        new Place(change.file(), 1),
                        Rule.OWN_SOURCES,
                        "the file's encoding cannot write every character of the change");
            }
        }
        Set<Path> later = mentioning(plan.words());
        later.removeAll(files);
        if (!later.isEmpty()) {
            attribute(later, NOTHING, attributions -> {
                attributions.forEach(before::add);
                return null;
            });
        }
        Set<Path> all = new LinkedHashSet<>(files);
        all.addAll(later);
        plan.changes().changes().forEach(change -> all.add(change.file()));
        progress.at("compiling " + all.size() + " files", 1, 3);
        Bindings after = new Bindings();
        Optional<Refusal> broken = attribute(all, plan.changes(), attributions -> {
            attributions.forEach(after::add);
            return attributions.stream()
                    .flatMap(one -> one.problems().stream())
                    .findFirst()
                    .map(Planner::doesNotCompile);
        });
        if (broken.isPresent()) {
            return broken.get();
        }
        progress.at("comparing meanings", 2, 3);
        List<Refusal> faults = new BindingAudit(sources, plan, before, after).faults();
        return faults.isEmpty() ? plan : faults.get(0);
    }

    private static Refusal doesNotCompile(Problem problem) {
        return Refusal.at(
                new Place(problem.file(), problem.line()),
                Rule.COMPILES,
                "the result would not compile: " + problem.message());
    }

    private void requireCompiling(List<Attribution> attributions, Cut cut) {
        for (Attribution attribution : attributions) {
            for (Problem problem : attribution.problems()) {
                throw new ProjectException(sources.project().relative(problem.file())
                        + ":"
                        + problem.line()
                        + " does not compile, and '"
                        + cut.commandLine()
                        + "' has to look at it: "
                        + problem.message());
            }
        }
    }

    /** Attributes the files module by module and lends all of them at once. */
    private <R> R attribute(Set<Path> files, ChangeSet overlay, Function<List<Attribution>, R> borrower) {
        List<Module> modules = sources.project().modules().stream()
                .filter(module -> files.stream()
                        .anyMatch(file -> sources.project()
                                .moduleOf(file)
                                .filter(module::equals)
                                .isPresent()))
                .toList();
        return attribute(modules, files, overlay, new ArrayList<>(), borrower);
    }

    private <R> R attribute(
            List<Module> modules,
            Set<Path> files,
            ChangeSet overlay,
            List<Attribution> lent,
            Function<List<Attribution>, R> borrower) {
        if (modules.isEmpty()) {
            return borrower.apply(lent);
        }
        return sources.attribute(modules.get(0), files, overlay, attribution -> {
            List<Attribution> more = new ArrayList<>(lent);
            more.add(attribution);
            return attribute(modules.subList(1, modules.size()), files, overlay, more, borrower);
        });
    }
}
