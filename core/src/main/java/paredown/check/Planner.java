package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.Supplier;
import paredown.analysis.init.PurityFromFacts;
import paredown.code.compile.Attribution;
import paredown.code.compile.Problem;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.project.Module;
import paredown.project.Progress;
import paredown.project.ProjectException;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.source.SourceText;
import paredown.tree.PurityOracle;
import paredown.tree.Touched;
import paredown.verdict.Place;
import paredown.verdict.Plan;
import paredown.verdict.Refusal;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;
import paredown.verdict.Verdict;

/** Takes a cut through its gates: the cut's own rules, the compiler, the audit of meanings. Nothing is written. */
public final class Planner {
    static final ChangeSet NOTHING = new ChangeSet(List.of());

    private final Sources sources;
    private final Progress progress;
    private final Optional<CodeBase> facts;
    private final PurityOracle purity;

    public Planner(Sources sources, Progress progress) {
        this(sources, progress, Optional.empty());
    }

    private Planner(Sources sources, Progress progress, Optional<CodeBase> facts) {
        this.sources = sources;
        this.progress = progress;
        this.facts = facts;
        this.purity = new PurityFromFacts(sources);
    }

    Touched touched(List<Attribution> attributions) {
        return new Touched(sources, attributions, purity);
    }

    /**
     * One that looks only at production files that use what a cut is about, by the facts: enough to tell whether a cut is worth offering,
     * not to carry it out.
     */
    static Planner skimming(CodeBase code) {
        return new Planner(code.sources(), Progress.SILENT, Optional.of(code));
    }

    /** Under which the verdict on a cut is known; empty where it names what is not there, or there twice. */
    Optional<String> key(Cut cut, KnownVerdicts known) {
        try {
            return Optional.of(known.key(cut, touchSet(cut)));
        } catch (ProjectException | UnknownNameException e) {
            return Optional.empty();
        }
    }

    /** Whether a cut looks at one of some files; not where it names what is not there. */
    boolean looksAt(Cut cut, Set<Path> files) {
        return !files.isEmpty() && knownTouchSet(cut).stream().anyMatch(files::contains);
    }

    /** Characters in the files that a cut looks at; none where it names what is not there. */
    long length(Cut cut) {
        return knownTouchSet(cut).stream()
                .flatMap(path -> sources.file(path).stream())
                .mapToLong(file -> file.text().length())
                .sum();
    }

    /** The touch set; empty where the cut names what is not there, or there twice. */
    private Set<Path> knownTouchSet(Cut cut) {
        try {
            return touchSet(cut);
        } catch (ProjectException | UnknownNameException e) {
            return Set.of();
        }
    }

    /** The files that a cut has to look at. */
    Set<Path> touchSet(Cut cut) {
        if (facts.isPresent()) {
            return new LinkedHashSet<>(cut.users(facts.get()));
        }
        Set<Path> files = concerned(cut, cut.words(sources));
        files.addAll(cut.further(sources));
        return files;
    }

    /** The files that mention a word, without those of which it is known that they mean something else by it. */
    Set<Path> concerned(Cut cut, Set<String> words) {
        Set<Path> files = new LinkedHashSet<>(sources.mentioning(words));
        files.removeIf(file -> !cut.concerns(sources, file));
        return files;
    }

    /**
     * Works a cut out and checks it.
     *
     * @throws ProjectException when a file that the cut touches does not compile as it is
     * @throws paredown.verdict.UnknownNameException when the request names what is not there
     */
    public Verdict plan(Cut cut) {
        Set<Path> files = touchSet(cut);
        progress.at("resolving " + files.size() + " files", 0, 3);
        return attribute(files, NOTHING, attributions -> {
            return plan(cut, files, attributions, touched(attributions), new Bindings(sources));
        });
    }

    private Verdict plan(Cut cut, Set<Path> files, List<Attribution> attributions, Touched touched, Bindings before) {
        Verdict verdict = ruled(cut, files, attributions, touched, before);
        return verdict instanceof Plan plan ? checked(cut, plan, files, before) : verdict;
    }

    /** What the cut's own rules say. */
    Verdict ruled(Cut cut, Set<Path> files, List<Attribution> attributions, Touched touched, Bindings before) {
        Optional<Refusal> unresolved = requireCompiling(attributions, cut, files);
        if (unresolved.isPresent()) {
            return unresolved.get();
        }
        Verdict verdict = cut.plan(sources, touched.only(files));
        if (verdict instanceof Plan plan) {
            attributions.forEach(one -> before.add(one, files));
            return unwritable(plan)
                    .or(() -> unseen(cut, plan))
                    .map(Verdict.class::cast)
                    .orElseGet(() -> plan.with(UnusedImports.removed(plan.changes())));
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
        List<List<Cut>> named = choices.stream()
                .map(cuts ->
                        cuts.stream().filter(cut -> isNamed(cut, files, taker)).toList())
                .toList();
        if (files.isEmpty()) {
            return;
        }
        attribute(files, NOTHING, attributions -> {
            new Choices(attributions, taker).decide(named);
            return null;
        });
    }

    /** A refusal as a verdict tells it. */
    static String text(Refusal refusal) {
        return refusal.rule().id() + ": " + refusal.reason();
    }

    /** Whether the names in a cut each mean one thing; where one does not, such as a type declared twice, that is the verdict. */
    private boolean isNamed(Cut cut, Set<Path> files, BiConsumer<Cut, Optional<String>> taker) {
        try {
            files.addAll(touchSet(cut));
            return true;
        } catch (ProjectException | UnknownNameException e) {
            taker.accept(cut, Optional.of(e.getMessage()));
            return false;
        }
    }

    /** Choices of cuts over one reading of their files. */
    private final class Choices {
        private final List<Attribution> attributions;
        private final BiConsumer<Cut, Optional<String>> taker;
        private final Bindings before = new Bindings(sources);
        private final Touched touched;

        Choices(List<Attribution> attributions, BiConsumer<Cut, Optional<String>> taker) {
            this.attributions = attributions;
            this.taker = taker;
            this.touched = Planner.this.touched(attributions);
        }

        /** Where only offers are judged, what passes the rules of its cut is compiled together with what changes other files. */
        void decide(List<List<Cut>> choices) {
            List<List<Cut>> open = choices;
            while (!open.isEmpty()) {
                List<List<Cut>> left = new ArrayList<>();
                Map<Candidate, List<Cut>> further = new LinkedHashMap<>();
                for (List<Cut> cuts : open) {
                    candidate(cuts).ifPresent(one -> further.put(one, cuts.subList(one.at() + 1, cuts.size())));
                }
                Set<Candidate> passed = facts.isPresent() ? together(further.keySet()) : Set.of();
                further.forEach((candidate, cuts) -> {
                    Optional<String> refusal =
                            passed.contains(candidate) ? Optional.empty() : verdict(() -> alone(candidate));
                    taker.accept(candidate.cut(), refusal);
                    if (refusal.isPresent() && !cuts.isEmpty()) {
                        left.add(cuts);
                    }
                });
                open = left;
            }
        }

        /** The first of the cuts that its own rules allow. */
        private Optional<Candidate> candidate(List<Cut> cuts) {
            for (int i = 0; i < cuts.size(); i++) {
                Cut cut = cuts.get(i);
                Set<Path> files = touchSet(cut);
                Verdict[] planned = new Verdict[1];
                Optional<String> refusal = verdict(() -> planned[0] = ruled(cut, files, attributions, touched, before));
                if (planned[0] instanceof Plan plan) {
                    return Optional.of(new Candidate(i, cut, plan, files));
                }
                taker.accept(cut, refusal);
            }
            return Optional.empty();
        }

        private Verdict alone(Candidate candidate) {
            return checked(candidate.cut(), candidate.plan(), candidate.files(), before);
        }

        private Optional<String> verdict(Supplier<Verdict> work) {
            try {
                return work.get() instanceof Refusal refusal ? Optional.of(text(refusal)) : Optional.empty();
            } catch (ProjectException | UnknownNameException e) {
                return Optional.of(e.getMessage());
            } catch (RuntimeException | StackOverflowError e) {
                // One offer that cannot be judged must not cost the reader all others.
                return Optional.of("not tried to the end, by a fault of Pare Down: " + e);
            }
        }

        /** Those of which it shows in one compilation that they pass; of the others nothing is known. */
        private Set<Candidate> together(Collection<Candidate> candidates) {
            Set<Candidate> passed = new HashSet<>();
            Set<Candidate> open = new LinkedHashSet<>(candidates);
            while (open.size() > 1) {
                List<Candidate> batch = new ArrayList<>();
                Set<Path> taken = new HashSet<>();
                open.removeIf(candidate -> {
                    Set<Path> changed = candidate.changed();
                    boolean apart = Collections.disjoint(taken, changed);
                    if (apart) {
                        taken.addAll(changed);
                        batch.add(candidate);
                    }
                    return apart;
                });
                if (batch.size() > 1) {
                    verdict(() -> {
                        passed.addAll(passing(batch, taken));
                        return null;
                    });
                }
            }
            return passed;
        }

        private List<Candidate> passing(List<Candidate> batch, Set<Path> changed) {
            ChangeSet all = ChangeSet.of(
                    batch.stream().map(candidate -> candidate.plan().changes()));
            return attribute(
                    changed,
                    all,
                    results -> batch.stream()
                            .filter(candidate -> passes(candidate.plan(), candidate.changed(), results, before))
                            .toList());
        }
    }

    /** Whether the result of a plan, maybe beside that of others, compiles in some files, and all in them means what it should. */
    boolean passes(Plan plan, Set<Path> files, List<Attribution> results, Bindings before) {
        boolean compiles = results.stream()
                .flatMap(one -> one.problems().stream())
                .noneMatch(problem -> files.contains(problem.file()));
        if (!compiles) {
            return false;
        }
        Bindings after = new Bindings(sources);
        results.forEach(one -> after.add(one, files));
        return new BindingAudit(sources, plan, before, after).faults().isEmpty();
    }

    /**
     * A cut that its own rules allow.
     *
     * @param at which of its choice it is, from 0
     * @param files that it looks at
     */
    private record Candidate(int at, Cut cut, Plan plan, Set<Path> files) {
        Set<Path> changed() {
            return plan.changes().files();
        }

        @Override
        public boolean equals(Object other) {
            return this == other;
        }

        @Override
        public int hashCode() {
            return System.identityHashCode(this);
        }
    }

    /** A cut that other files can tell looks for its users in all of them. */
    private Optional<Refusal> unseen(Cut cut, Plan plan) {
        if (sources.unseen().isEmpty() || cut.words(sources).isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(Refusal.at(
                        new Place(plan.changes().changes().get(0).file(), 1),
                        Rule.SEES_USERS,
                        sources.unseen().values().iterator().next() + ", and may use what changes")
                .withWayOut("make it readable, or take it out of the source folder"));
    }

    private static Optional<Refusal> unwritable(Plan plan) {
        for (ChangeSet.Change change : plan.changes().changes()) {
            if (change.kind() == ChangeSet.Kind.ADDED) {
                Optional<String> unportable = NewFiles.unportable(change.file());
                if (unportable.isPresent()) {
                    return Optional.of(Refusal.at(new Place(change.file(), 1), Rule.NAME_IS_FREE, unportable.get())
                            .withWayOut("choose another name"));
                }
            }
            boolean writable = change.after()
                    .map(Draft::text)
                    .map(change.before()::canHold)
                    .orElse(true);
            if (!writable) {
                return Optional.of(Refusal.at(
                        new Place(change.file(), 1),
                        Rule.OWN_SOURCES,
                        "the file's encoding cannot write every character of the change"));
            }
        }
        return Optional.empty();
    }

    private Verdict checked(Cut cut, Plan plan, Set<Path> files, Bindings known) {
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
        all.addAll(plan.changes().files());
        progress.at("compiling " + all.size() + " files", 1, 3);
        Bindings after = new Bindings(sources);
        Optional<Refusal> broken = attribute(all, plan.changes(), attributions -> {
            Optional<Refusal> problem = attributions.stream()
                    .flatMap(one -> one.problems().stream())
                    .findFirst()
                    .map(found -> doesNotCompile(plan.changes(), found));
            // Names in what does not compile may belong to nothing.
            if (problem.isEmpty()) {
                attributions.forEach(one -> after.add(one, all));
            }
            return problem;
        });
        if (broken.isPresent()) {
            return broken.get();
        }
        progress.at("comparing meanings", 2, 3);
        Optional<Refusal> swallowed = new SwallowedCode(plan.changes()).first();
        if (swallowed.isPresent()) {
            return swallowed.get();
        }
        BindingAudit audit = new BindingAudit(sources, plan, before, after);
        List<Refusal> faults = audit.faults();
        if (!faults.isEmpty()) {
            return faults.get(0);
        }
        if (facts.isPresent()) {
            return plan;
        }
        List<String> warnings = new ArrayList<>(audit.warnings());
        new LostComments(plan.changes()).warning().ifPresent(warnings::add);
        return plan.warned(warnings);
    }

    private Refusal doesNotCompile(ChangeSet changes, Problem problem) {
        return Refusal.at(place(changes, problem), Rule.COMPILES, "the result would not compile: " + problem.message());
    }

    /** Where the text at fault was taken from: nobody has seen the line that it would have. */
    private Place place(ChangeSet changes, Problem problem) {
        return changes.of(problem.file())
                .flatMap(change -> change.after().map(after -> {
                    SourceText changed = change.before().sibling(problem.file(), after.text());
                    int line = Math.min(problem.line(), changed.lines());
                    return OriginalPlace.of(
                            sources,
                            change,
                            after,
                            changed.lineStart(line)
                                    + changed.indentation(changed.lineStart(line))
                                            .length());
                }))
                .orElse(new Place(problem.file(), problem.line()));
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
    <R> R attribute(Set<Path> files, ChangeSet overlay, Function<List<Attribution>, R> borrower) {
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
