package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Function;
import paredown.code.Attribution;
import paredown.code.CodeBase;
import paredown.code.Problem;
import paredown.code.Sources;
import paredown.cut.Cut;
import paredown.cut.Place;
import paredown.cut.Plan;
import paredown.cut.Refusal;
import paredown.cut.Rule;
import paredown.cut.Touched;
import paredown.cut.UnknownNameException;
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
    private final Optional<CodeBase> facts;

    public Planner(Sources sources, Progress progress) {
        this(sources, progress, Optional.empty());
    }

    private Planner(Sources sources, Progress progress, Optional<CodeBase> facts) {
        this.sources = sources;
        this.progress = progress;
        this.facts = facts;
    }

    /**
     * One that looks only at production files that use what a cut is about, by the facts: enough to tell whether a cut is worth offering,
     * not to carry it out.
     */
    static Planner skimming(CodeBase code) {
        return new Planner(code.sources(), Progress.SILENT, Optional.of(code));
    }

    /** Under which the verdict on a cut is known. */
    String key(Cut cut, KnownVerdicts known) {
        return known.key(cut, touchSet(cut));
    }

    private Set<Path> touchSet(Cut cut) {
        if (facts.isPresent()) {
            return new LinkedHashSet<>(cut.users(facts.get()));
        }
        Set<Path> files = concerned(cut, cut.words(sources));
        files.addAll(cut.further(sources));
        return files;
    }

    /** The files that mention a word, without those of which it is known that they mean something else by it. */
    private Set<Path> concerned(Cut cut, Set<String> words) {
        Set<Path> files = new LinkedHashSet<>(sources.mentioning(words));
        files.removeIf(file -> !cut.concerns(sources, file));
        return files;
    }

    /**
     * Works a cut out and checks it.
     *
     * @throws ProjectException when a file that the cut touches does not compile as it is
     * @throws paredown.cut.UnknownNameException when the request names what is not there
     */
    public Verdict plan(Cut cut) {
        Set<Path> files = touchSet(cut);
        progress.at("resolving " + files.size() + " files", 0, 3);
        return attribute(files, NOTHING, attributions -> {
            return plan(cut, files, attributions, new Touched(sources, attributions), new Bindings());
        });
    }

    private Verdict plan(Cut cut, Set<Path> files, List<Attribution> attributions, Touched touched, Bindings before) {
        Optional<Refusal> unresolved = requireCompiling(attributions, cut, files);
        if (unresolved.isPresent()) {
            return unresolved.get();
        }
        Verdict verdict = cut.plan(sources, touched.only(files));
        if (verdict instanceof Plan plan) {
            attributions.forEach(one -> before.add(one, files));
            return checked(cut, plan, files, before);
        }
        return verdict;
    }

    /**
     * Tries choices of cuts, each choice until one of its cuts passes, over one reading of all the files that they look at.
     *
     * @param taker told the verdict on a cut, or why there is none
     */
    void tryOut(List<List<Cut>> choices, BiConsumer<Cut, Optional<String>> taker) {
        Set<Path> files = new LinkedHashSet<>();
        choices.forEach(cuts -> cuts.forEach(cut -> files.addAll(touchSet(cut))));
        if (files.isEmpty()) {
            return;
        }
        attribute(files, NOTHING, attributions -> {
            Bindings before = new Bindings();
            Touched touched = new Touched(sources, attributions);
            for (List<Cut> cuts : choices) {
                boolean passed = false;
                for (int i = 0; i < cuts.size() && !passed; i++) {
                    Optional<String> refusal = tried(cuts.get(i), attributions, touched, before);
                    taker.accept(cuts.get(i), refusal);
                    passed = refusal.isEmpty();
                }
            }
            return null;
        });
    }

    private Optional<String> tried(Cut cut, List<Attribution> attributions, Touched touched, Bindings before) {
        try {
            Set<Path> files = touchSet(cut);
            return plan(cut, files, attributions, touched, before) instanceof Refusal refusal
                    ? Optional.of(refusal.rule().id() + ": " + refusal.reason())
                    : Optional.empty();
        } catch (ProjectException | UnknownNameException e) {
            return Optional.of(e.getMessage());
        }
    }

    private Verdict checked(Cut cut, Plan plan, Set<Path> files, Bindings known) {
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
        Set<Path> later = new LinkedHashSet<>(facts.isPresent() ? Set.of() : concerned(cut, plan.words()));
        later.removeAll(files);
        Bindings before = known;
        if (!later.isEmpty()) {
            Bindings added = new Bindings(known);
            before = added;
            attribute(later, NOTHING, attributions -> {
                attributions.forEach(one -> added.add(one, later));
                return null;
            });
        }
        // Whether an offer is worth making shows in the files that it would change.
        Set<Path> all = new LinkedHashSet<>(facts.isPresent() ? Set.of() : files);
        all.addAll(later);
        plan.changes().changes().forEach(change -> all.add(change.file()));
        progress.at("compiling " + all.size() + " files", 1, 3);
        Bindings after = new Bindings();
        Optional<Refusal> broken = attribute(all, plan.changes(), attributions -> {
            attributions.forEach(one -> after.add(one, all));
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

    /** A refusal where a name would come from a processor that does not run; everything else must compile as it is. */
    private Optional<Refusal> requireCompiling(List<Attribution> attributions, Cut cut, Set<Path> files) {
        for (Attribution attribution : attributions) {
            for (Problem problem : attribution.problems()) {
                if (!files.contains(problem.file())) {
                    continue;
                }
                if (problem.isProbablyGenerated()) {
                    return Optional.of(
                            Refusal.at(new Place(problem.file(), problem.line()), Rule.RESOLVES, problem.message())
                                    .withWayOut("leave out what this file uses, or write the member by hand"));
                }
                throw new ProjectException(sources.project().relative(problem.file())
                        + ":"
                        + problem.line()
                        + " does not compile, and '"
                        + cut.commandLine()
                        + "' has to look at it: "
                        + problem.message());
            }
        }
        return Optional.empty();
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
