package paredown.smell;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import paredown.code.facts.ConditionFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** A condition of so many parts, or so many negations, that a name would say more than it does. */
public final class ComplexCondition implements Smell {
    private static final Traits TRAITS = new Traits(
            "complex-condition",
            "CC",
            "a condition of so many parts or negations that a name would say more",
            Map.of("terms", 6.0, "negations", 4.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test())
                .flatMap(type -> type.members().stream()
                        .filter(member -> !Roles.isRoutine(member))
                        // A method that only asks has the name already.
                        .filter(member ->
                                member.isMethod() && member.statements().size() > 1)
                        .flatMap(member -> finding(code, type, member)));
    }

    private boolean isComplex(CodeBase code, ConditionFacts condition) {
        // One question asked of a list of values reads well at any length.
        boolean list = condition.hasSubject() && condition.text().split("\\$", -1).length - 1 == condition.terms();
        return !list
                && (condition.terms() >= limit(code, "terms")
                        || condition.negations() >= limit(code, "negations") && condition.terms() > 2);
    }

    /** Whether a method does hardly more than ask: its own name is the question's. */
    private static boolean isMostOf(MemberFacts member, ConditionFacts condition) {
        int lines = condition.place().endLine() - condition.place().line() + 1;
        return lines * 2 >= member.codeLines();
    }

    private Stream<Finding> finding(CodeBase code, TypeFacts type, MemberFacts member) {
        List<ConditionFacts> complex = member.body().conditions().stream()
                .filter(condition -> isComplex(code, condition) && !condition.named() && !isMostOf(member, condition))
                .toList();
        if (complex.isEmpty()) {
            return Stream.empty();
        }
        int terms = complex.stream().mapToInt(ConditionFacts::terms).max().orElse(0);
        double weight = complex.stream()
                .mapToDouble(condition -> condition.terms() + condition.negations() / 2.0)
                .sum();
        FindingBuilder finding = FindingBuilder.about(
                        this, code, type, member, complex.get(0).place().line())
                .score(0.5 * weight / (weight + 8.0))
                .summary(type.simpleName() + "#" + member.name() + ": "
                        + (complex.size() == 1 ? "a condition" : complex.size() + " conditions, one") + " of " + terms
                        + " parts");
        for (ConditionFacts condition : complex) {
            int line = condition.place().line();
            finding.measured(
                    "terms",
                    condition.terms(),
                    "terms",
                    "the one in line " + line + " joins " + condition.terms() + " questions and denies "
                            + condition.negations());
            finding.place(type, member, line).cut(offer(code, type, member, condition));
        }
        return Stream.of(finding.finding());
    }

    private static CutOffer offer(CodeBase code, TypeFacts type, MemberFacts member, ConditionFacts condition) {
        Optional<String> name = ConditionName.of(condition)
                .filter(known ->
                        type.members().stream().noneMatch(other -> other.name().equals(known)));
        Map<String, Object> arguments =
                CutOffer.stretch(code, type, condition.place().toString(), name.orElse(null));
        return CutOffer.untried(
                "extract-method",
                "give the condition in line " + condition.place().line() + " a name"
                        + name.map(known -> ": " + known).orElse(""),
                arguments,
                List.of(member.symbol()),
                List.of(new CutOffer.Effect("terms in " + member.name(), condition.terms(), 1)));
    }
}
