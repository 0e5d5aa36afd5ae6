package paredown.smell;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import paredown.code.compile.Symbol;

/**
 * One smell at one place.
 *
 * @param id stable from run to run while the place keeps its name
 * @param target symbol of the place
 * @param line from 1
 * @param score from 0 to 1, what paring it down would gain over what it would cost
 * @param places other places that belong to it, in the order in which to look at them
 * @param cuts best first
 */
public record Finding(
        String id,
        String smell,
        String target,
        Path file,
        int line,
        double score,
        String summary,
        List<Evidence> evidence,
        List<Place> places,
        List<CutOffer> cuts) {
    private static final double STUCK = 0.75;
    private static final String PASSING = "cuts that pass";

    /**
     * A place that belongs to a finding.
     *
     * @param symbol what is there
     * @param line from 1
     */
    public record Place(String symbol, Path file, int line) {}

    public Finding {
        summary = Symbol.shown(summary);
        evidence = List.copyOf(evidence);
        places = List.copyOf(places);
        cuts = List.copyOf(cuts);
    }

    /** The code of the smell and six digits that depend on smell and target alone. */
    static String id(Traits smell, String target) {
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256")
                    .digest((smell.name() + " " + target).getBytes(StandardCharsets.UTF_8));
            return smell.code() + "-" + HexFormat.of().formatHex(hash, 0, 3);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Qualified name of the type that the place is, or lies in. */
    public String type() {
        return Symbol.typeName(target);
    }

    /** The same with another score and one more fact. */
    Finding weighted(double weight, Evidence reason) {
        List<Evidence> all = new ArrayList<>(evidence);
        all.add(reason);
        return new Finding(id, smell, target, file, line, weight, summary, all, places, cuts);
    }

    /**
     * The same after its cuts were tried. One of which every cut is refused can wait: nothing can be done about it in one step. What
     * nobody could try counts as open.
     */
    public Finding judged(List<CutOffer> tried) {
        boolean stuck = !tried.isEmpty()
                && tried.stream().noneMatch(offer -> offer.feasible().orElse(true));
        if (!stuck || evidence.stream().anyMatch(one -> one.measure().equals(PASSING))) {
            return withCuts(tried);
        }
        String text = tried.size() == 1
                ? "its one cut is refused as things stand"
                : "all its cuts are refused as things stand";
        return withCuts(tried).weighted(stuck(), Evidence.against(PASSING, 0, text));
    }

    /** Its score where every cut of it is refused. */
    public double stuck() {
        return Math.round(1000 * STUCK * score) / 1000.0;
    }

    /** Whether a cut of both would move the same members: then both say the same thing to do. */
    boolean sharesCutWith(Finding other) {
        return target.equals(other.target)
                && cuts.stream()
                        .filter(cut -> !cut.members().isEmpty())
                        .anyMatch(cut -> other.cuts.stream()
                                .anyMatch(one -> one.kind().equals(cut.kind())
                                        && Set.copyOf(one.members()).equals(Set.copyOf(cut.members()))));
    }

    /** The same with another reason for it, found at the same place. */
    Finding joined(Finding other) {
        String reason = other.summary.substring(other.summary.indexOf(": ") + 1).strip();
        return weighted(
                score,
                new Evidence(
                        other.smell,
                        other.score,
                        OptionalDouble.empty(),
                        "also " + other.smell + ": " + reason,
                        false));
    }

    public Finding withCuts(List<CutOffer> tried) {
        return new Finding(id, smell, target, file, line, score, summary, evidence, places, tried);
    }
}
