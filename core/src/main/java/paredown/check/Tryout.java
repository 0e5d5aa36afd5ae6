package paredown.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.atomic.AtomicInteger;
import paredown.code.Sources;
import paredown.code.Threads;
import paredown.cut.Cut;
import paredown.cut.Refusal;
import paredown.cut.Verdict;
import paredown.cut.extract.ExtractClass;
import paredown.project.Progress;
import paredown.project.ProjectException;
import paredown.smell.CutOffer;
import paredown.smell.Finding;

/** Tries the cuts that findings offer, in memory. */
public final class Tryout {
    private final Sources sources;
    private final Progress progress;

    public Tryout(Sources sources, Progress progress) {
        this.sources = sources;
        this.progress = progress;
    }

    /** The findings with every cut tried against the whole project. */
    public List<Finding> tried(List<Finding> findings) {
        return tried(findings, new Planner(sources, Progress.SILENT), false);
    }

    /**
     * The findings with cuts tried against the production code, best first, until one of each finding passes; those behind it stay
     * untried. Much quicker where tests are large.
     */
    public List<Finding> skimmed(List<Finding> findings) {
        return tried(findings, Planner.ofProductionCode(sources), true);
    }

    private List<Finding> tried(List<Finding> findings, Planner planner, boolean firstOnly) {
        AtomicInteger done = new AtomicInteger();
        List<Callable<Finding>> work = new ArrayList<>();
        for (Finding finding : findings) {
            work.add(() -> {
                Finding tried = tried(finding, planner, firstOnly);
                progress.at("trying cuts", done.incrementAndGet(), findings.size());
                return tried;
            });
        }
        // Parsed once before the threads start, not by whoever comes first while the others wait.
        sources.types();
        return Threads.together(work);
    }

    private static Finding tried(Finding finding, Planner planner, boolean firstOnly) {
        List<CutOffer> offers = new ArrayList<>();
        boolean passed = false;
        for (CutOffer offer : finding.cuts()) {
            CutOffer tried = passed && firstOnly ? offer : offer.tried(refusal(offer, planner));
            passed |= tried.feasible().orElse(false);
            offers.add(tried);
        }
        return finding.withCuts(offers);
    }

    private static Optional<String> refusal(CutOffer offer, Planner planner) {
        try {
            Verdict verdict = planner.plan(cut(offer));
            return verdict instanceof Refusal refusal
                    ? Optional.of(refusal.rule().id() + ": " + refusal.reason())
                    : Optional.empty();
        } catch (ProjectException e) {
            return Optional.of(e.getMessage());
        }
    }

    /** The cut that an offer stands for. */
    public static Cut cut(CutOffer offer) {
        return cut(offer, Optional.empty());
    }

    /**
     * The cut that an offer stands for, under another name.
     *
     * @param name the new declaration's name; empty for the one proposed
     */
    public static Cut cut(CutOffer offer, Optional<String> name) {
        if (!offer.kind().equals("extract-class")) {
            throw new IllegalArgumentException("no cut of the kind '" + offer.kind() + "'");
        }
        List<String> members = ((List<?>) offer.arguments().get("members"))
                .stream().map(String::valueOf).toList();
        return new ExtractClass(
                (String) offer.arguments().get("type"),
                members,
                name.orElse((String) offer.arguments().get("name")),
                Boolean.TRUE.equals(offer.arguments().get("keepDelegates")));
    }
}
