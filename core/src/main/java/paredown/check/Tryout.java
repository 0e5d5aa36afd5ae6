package paredown.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.atomic.AtomicInteger;
import paredown.code.Sources;
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

    /** The findings with every cut tried. */
    public List<Finding> tried(List<Finding> findings) {
        AtomicInteger done = new AtomicInteger();
        List<Callable<Finding>> work = new ArrayList<>();
        for (Finding finding : findings) {
            work.add(
                    () -> {
                        Finding tried = tried(finding);
                        progress.at("trying cuts", done.incrementAndGet(), findings.size());
                        return tried;
                    });
        }
        // Parsed once before the threads start, not by whoever comes first while the others wait.
        sources.types();
        return Sources.together(work);
    }

    private Finding tried(Finding finding) {
        return finding.withCuts(finding.cuts().stream().map(offer -> offer.tried(refusal(offer))).toList());
    }

    private Optional<String> refusal(CutOffer offer) {
        try {
            Verdict verdict = new Planner(sources, Progress.SILENT).plan(cut(offer));
            return verdict instanceof Refusal refusal ? Optional.of(refusal.rule().id() + ": " + refusal.reason()) : Optional.empty();
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
        List<String> members = ((List<?>) offer.arguments().get("members")).stream().map(String::valueOf).toList();
        return new ExtractClass(
                (String) offer.arguments().get("type"),
                members,
                name.orElse((String) offer.arguments().get("name")),
                Boolean.TRUE.equals(offer.arguments().get("keepDelegates")));
    }
}
