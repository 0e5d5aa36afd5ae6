package paredown.check;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import paredown.code.compile.Threads;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.project.Progress;
import paredown.smell.CutOffer;
import paredown.smell.Finding;
import paredown.tree.TypeName;

/** Tries the cuts that findings offer, in memory. */
public final class Tryout {
    private static final int DEEP = 100;

    private final Sources sources;
    private final Progress progress;

    public Tryout(Sources sources, Progress progress) {
        this.sources = sources;
        this.progress = progress;
    }

    /** The findings with every cut tried against the whole project. */
    public List<Finding> tried(List<Finding> findings) {
        Planner planner = new Planner(sources, Progress.SILENT);
        AtomicInteger done = new AtomicInteger();
        List<Callable<Finding>> work = new ArrayList<>();
        for (Finding finding : findings) {
            work.add(() -> {
                List<CutOffer> offers = new ArrayList<>(finding.cuts());
                for (int i = 0; i < offers.size(); i++) {
                    int at = i;
                    cut(offers.get(i))
                            .ifPresent(known -> planner.tryOut(
                                    List.of(List.of(known)),
                                    (cut, refusal) ->
                                            offers.set(at, offers.get(at).tried(refusal))));
                }
                progress.at("trying cuts", done.incrementAndGet(), findings.size());
                return finding.judged(offers);
            });
        }
        return Threads.together(work);
    }

    /**
     * The findings with cuts tried against the production code, best first, until one of each finding passes; those behind it stay
     * untried. Much quicker where tests are large. What is known from before is not tried again.
     */
    public List<Finding> skimmed(CodeBase code, List<Finding> findings) {
        Planner planner = Planner.skimming(code);
        KnownVerdicts known = new KnownVerdicts(code);
        Map<Cut, String> verdicts = new ConcurrentHashMap<>();
        List<List<Cut>> open = new ArrayList<>();
        Set<Path> deep = deeplyNested(code);
        for (Finding finding : findings) {
            List<Cut> cuts = finding.cuts().stream()
                    .flatMap(offer -> cut(offer).stream())
                    .filter(cut -> !planner.looksAt(cut, deep))
                    .toList();
            for (int i = 0; i < cuts.size(); i++) {
                Cut cut = cuts.get(i);
                Optional<String> verdict = cut.early(code)
                        .map(Planner::text)
                        .or(() -> planner.key(cut, known).flatMap(known::get));
                if (verdict.isEmpty()) {
                    open.add(cuts.subList(i, cuts.size()));
                    break;
                }
                verdicts.put(cuts.get(i), verdict.get());
                if (verdict.get().isEmpty()) {
                    break;
                }
            }
        }
        tryOut(planner, open, verdicts);
        verdicts.forEach((cut, verdict) -> planner.key(cut, known).ifPresent(key -> known.put(key, verdict)));
        known.save();
        return findings.stream()
                .map(finding -> finding.judged(finding.cuts().stream()
                        .map(offer -> cut(offer)
                                .map(verdicts::get)
                                .map(verdict -> offer.tried(Optional.of(verdict).filter(text -> !text.isEmpty())))
                                .orElse(offer))
                        .toList()))
                .toList();
    }

    /**
     * Files with types so deep within others that the compiler, whose time for them grows with the cube of the depth, needs seconds each
     * time that it reads them: their cuts stay untried until they are asked for.
     */
    private static Set<Path> deeplyNested(CodeBase code) {
        return code.types()
                .filter(type -> type.name().chars().filter(one -> one == '.').count() > DEEP)
                .map(type -> TypeName.file(code.sources(), type.name()))
                .collect(Collectors.toSet());
    }

    /** A finding as it will be once its cuts are tried, where the facts show by themselves that every one of them is refused. */
    static Finding judgedEarly(CodeBase code, Finding finding) {
        List<CutOffer> refused = finding.cuts().stream()
                .flatMap(offer -> cut(offer)
                        .flatMap(cut -> cut.early(code))
                        .map(refusal -> offer.tried(Optional.of(Planner.text(refusal))))
                        .stream())
                .toList();
        return refused.size() == finding.cuts().size() ? finding.judged(refused) : finding;
    }

    private void tryOut(Planner planner, List<List<Cut>> open, Map<Cut, String> verdicts) {
        AtomicInteger done = new AtomicInteger();
        List<List<List<Cut>>> shares = new ArrayList<>();
        for (int i = 0; i < Threads.COUNT; i++) {
            shares.add(new ArrayList<>());
        }
        // The largest first, each to whoever has least to read so far: all should be done at the same time.
        Map<List<Cut>, Long> lengths = new IdentityHashMap<>();
        open.forEach(cuts -> lengths.put(cuts, planner.length(cuts.get(0))));
        Map<List<List<Cut>>, Long> loads = new IdentityHashMap<>();
        open.stream()
                .sorted(Comparator.comparing((List<Cut> cuts) -> lengths.get(cuts))
                        .reversed())
                .forEach(cuts -> {
                    List<List<Cut>> least = shares.stream()
                            .min(Comparator.comparing(share -> loads.getOrDefault(share, 0L)))
                            .orElseThrow();
                    least.add(cuts);
                    loads.merge(least, lengths.get(cuts), Long::sum);
                });
        Threads.together(shares.stream()
                .map(share -> (Callable<Void>) () -> {
                    planner.tryOut(share, (cut, refusal) -> {
                        verdicts.put(cut, refusal.orElse(""));
                        progress.at("trying cuts", done.incrementAndGet(), 0);
                    });
                    return null;
                })
                .toList());
    }

    /** The cut that an offer stands for; empty for a kind that cannot be carried out yet. */
    public static Optional<Cut> cut(CutOffer offer) {
        return cut(offer, offer.argumentsToTry());
    }

    /** The cut that an offer stands for, with other arguments. */
    public static Optional<Cut> cut(CutOffer offer, Map<String, Object> arguments) {
        return Cuts.of(offer.kind(), arguments);
    }
}
