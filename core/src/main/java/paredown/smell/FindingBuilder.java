package paredown.smell;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** Puts a finding together, part by part. */
final class FindingBuilder {
    private final Smell smell;
    private final CodeBase code;
    private final TypeFacts type;
    private final String target;
    private int line;
    private String key;
    private String summary = "";
    private double score;
    private final List<Evidence> evidence = new ArrayList<>();
    private final List<Finding.Place> places = new ArrayList<>();
    private final List<CutOffer> cuts = new ArrayList<>();

    private FindingBuilder(Smell smell, CodeBase code, TypeFacts type, String target, int line) {
        this.smell = smell;
        this.code = code;
        this.type = type;
        this.target = target;
        this.line = line;
        this.key = target;
    }

    static FindingBuilder about(Smell smell, CodeBase code, TypeFacts type) {
        return new FindingBuilder(smell, code, type, type.name(), type.line());
    }

    /**
     * @param line from 1
     */
    static FindingBuilder about(Smell smell, CodeBase code, TypeFacts type, MemberFacts member, int line) {
        return new FindingBuilder(smell, code, type, member.symbol(), line);
    }

    /**
     * @param line from 1, where the target's own first line is not the place to look at
     */
    FindingBuilder line(int line) {
        this.line = line;
        return this;
    }

    /** What the finding's name hangs on, where that is not its target alone. */
    FindingBuilder key(String key) {
        this.key = key;
        return this;
    }

    FindingBuilder summary(String summary) {
        this.summary = summary;
        return this;
    }

    /**
     * @param score from 0 to 1
     */
    FindingBuilder score(double score) {
        this.score = Math.round(1000 * score) / 1000.0;
        return this;
    }

    /** A figure that reached the limit of the measure. */
    FindingBuilder measured(String measure, double value, String limit, String text) {
        evidence.add(Evidence.of(measure, value, smell.limit(code, limit), text));
        return this;
    }

    /** A figure without a limit. */
    FindingBuilder counted(String measure, double value, String text) {
        evidence.add(new Evidence(measure, value, OptionalDouble.empty(), text, false));
        return this;
    }

    FindingBuilder against(String measure, double value, String text) {
        evidence.add(Evidence.against(measure, value, text));
        return this;
    }

    FindingBuilder place(TypeFacts where, MemberFacts member, int at) {
        places.add(new Finding.Place(member.symbol(), where.file(), at));
        return this;
    }

    FindingBuilder cut(CutOffer cut) {
        cuts.add(cut);
        return this;
    }

    FindingBuilder cut(Optional<CutOffer> cut) {
        cut.ifPresent(cuts::add);
        return this;
    }

    Finding finding() {
        return new Finding(
                Finding.id(smell.traits(), key),
                smell.name(),
                target,
                type.file(),
                line,
                score,
                summary,
                evidence,
                places,
                cuts);
    }
}
