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
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.project.Progress;
import paredown.source.ChangeSet;
import paredown.tree.Touched;
import paredown.verdict.Plan;
import paredown.verdict.Verdict;

/**
 * Verdicts on many cuts of one state of a project, worked out over one reading of the files that they look at. Plans that pass can all be
 * written: none changes a file that another one looks at.
 */
public final class Batch {
    private final Sources sources;
    private final Planner planner;
    private final BiConsumer<Cut, RuntimeException> faults;
    private final Map<Cut, Verdict> verdicts = new LinkedHashMap<>();
    private final Bindings before;

    private Batch(Sources sources, BiConsumer<Cut, RuntimeException> faults) {
        this.sources = sources;
        this.planner = new Planner(sources, Progress.SILENT);
        this.faults = faults;
        this.before = new Bindings(sources);
    }

    /** A plan that the rules of its cut allow, and the files whose meaning it may change. */
    private record Candidate(Cut cut, Plan plan, Set<Path> files) {}

    /**
     * Goes through all gates with each cut that can be judged beside the others.
     *
     * @param faults told what a cut cannot be judged for: a name that is not there, or a fault of ours
     * @return by cut; none for those that would change what another one looks at, which were not judged to the end
     */
    public static Map<Cut, Verdict> of(
            Sources sources, Collection<Cut> cuts, BiConsumer<Cut, RuntimeException> faults) {
        Batch batch = new Batch(sources, faults);
        batch.judge(batch.apart(batch.candidates(cuts)));
        return batch.verdicts;
    }

    private List<Candidate> candidates(Collection<Cut> cuts) {
        Map<Cut, Set<Path>> touched = new LinkedHashMap<>();
        Set<Path> all = new LinkedHashSet<>();
        for (Cut cut : cuts) {
            guarded(cut, () -> {
                Set<Path> files = planner.touchSet(cut);
                touched.put(cut, files);
                all.addAll(files);
            });
        }
        List<Candidate> candidates = new ArrayList<>();
        planner.attribute(all, Planner.NOTHING, attributions -> {
            Touched files = planner.touched(attributions);
            touched.forEach((cut, mine) -> guarded(cut, () -> {
                Verdict verdict = planner.ruled(cut, mine, attributions, files, before);
                if (verdict instanceof Plan plan) {
                    Set<Path> looked = new LinkedHashSet<>(mine);
                    looked.addAll(planner.concerned(cut, plan.words()));
                    looked.addAll(plan.changes().files());
                    candidates.add(new Candidate(cut, plan, looked));
                } else {
                    verdicts.put(cut, verdict);
                }
            }));
            return null;
        });
        return candidates;
    }

    private void guarded(Cut cut, Runnable work) {
        try {
            work.run();
        } catch (RuntimeException e) {
            faults.accept(cut, e);
        }
    }

    /** As many as do not come into each other's way. */
    private static List<Candidate> apart(List<Candidate> candidates) {
        List<Candidate> chosen = new ArrayList<>();
        Set<Path> changed = new HashSet<>();
        Set<Path> looked = new HashSet<>();
        for (Candidate candidate : candidates) {
            Set<Path> own = candidate.plan().changes().files();
            boolean free = Collections.disjoint(changed, candidate.files()) && Collections.disjoint(looked, own);
            if (free) {
                chosen.add(candidate);
                changed.addAll(own);
                looked.addAll(candidate.files());
            }
        }
        return chosen;
    }

    private void judge(List<Candidate> candidates) {
        Set<Path> all = new LinkedHashSet<>();
        candidates.forEach(candidate -> all.addAll(candidate.files()));
        Set<Path> unread = new LinkedHashSet<>(all);
        unread.removeAll(before.files());
        unread.removeIf(file -> sources.file(file).isEmpty());
        if (!unread.isEmpty()) {
            planner.attribute(unread, Planner.NOTHING, attributions -> {
                attributions.forEach(one -> before.add(one, unread));
                return null;
            });
        }
        ChangeSet changes = ChangeSet.of(
                candidates.stream().map(candidate -> candidate.plan().changes()));
        Set<Cut> passing = planner.attribute(
                all,
                changes,
                results -> candidates.stream()
                        .filter(candidate -> planner.passes(candidate.plan(), candidate.files(), results, before))
                        .map(Candidate::cut)
                        .collect(Collectors.toSet()));
        for (Candidate candidate : candidates) {
            // What does not pass beside others is judged by itself: the fault may be another's.
            guarded(
                    candidate.cut(),
                    () -> verdicts.put(
                            candidate.cut(),
                            passing.contains(candidate.cut()) ? candidate.plan() : planner.plan(candidate.cut())));
        }
    }
}
