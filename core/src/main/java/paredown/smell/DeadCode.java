package paredown.smell;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.CodeBase;
import paredown.code.MemberFacts;
import paredown.code.TypeFacts;

/** Private methods and fields that nothing uses. What others may call, or a framework may look up, is not asked about. */
public final class DeadCode implements Smell {
    private static final Map<String, Double> LIMITS = Map.of("uses", 1.0);

    /** Members that serialisation and others look up by name. */
    private static final Set<String> KNOWN = Set.of(
            "serialVersionUID",
            "serialPersistentFields",
            "readObject",
            "writeObject",
            "readObjectNoData",
            "readResolve",
            "writeReplace");

    @Override
    public String name() {
        return "dead-code";
    }

    @Override
    public String description() {
        return "a private method or field that nothing uses";
    }

    @Override
    public Map<String, Double> limits() {
        return LIMITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && type.kind() != TypeFacts.Kind.RECORD)
                .flatMap(type -> type.members().stream()
                        .filter(member -> isDead(code, type, member))
                        .map(member -> finding(code, type, member)));
    }

    private boolean isDead(CodeBase code, TypeFacts type, MemberFacts member) {
        boolean asked = member.is(Modifier.PRIVATE)
                && (member.isField() || member.isMethod() && !member.is(Modifier.NATIVE))
                && !KNOWN.contains(member.name())
                && !Roles.isMarked(member);
        return asked
                && code.uses(member.symbol()).stream()
                                .filter(use -> !use.member().symbol().equals(member.symbol()))
                                .count()
                        < limit(code, "uses")
                && !isNamedInText(code, type, member);
    }

    /** Whether the name stands in quotes in the same file: it may be looked up by it. */
    private static boolean isNamedInText(CodeBase code, TypeFacts type, MemberFacts member) {
        return code.sources().file(type.file()).orElseThrow().text().contains("\"" + member.name() + "\"");
    }

    private Finding finding(CodeBase code, TypeFacts type, MemberFacts member) {
        String what = member.isField() ? "field" : "method";
        Evidence unused = new Evidence(
                "uses",
                0,
                OptionalDouble.of(limit(code, "uses")),
                "no code of the project uses this private " + what,
                false);
        Evidence lines = new Evidence(
                "lines",
                member.codeLines(),
                OptionalDouble.empty(),
                member.codeLines() + (member.codeLines() == 1 ? " line" : " lines") + " would go",
                false);
        Map<String, Object> arguments = new LinkedHashMap<>();
        arguments.put("member", type.name() + "#" + GodClass.spelling(type, member));
        CutOffer cut = CutOffer.untried(
                member.isField() ? "inline-field" : "inline-method",
                "delete " + member.name() + ": inlining what nothing uses",
                arguments,
                List.of(member.symbol()),
                List.of(
                        new CutOffer.Effect(
                                "members of " + type.simpleName(),
                                type.members().size(),
                                type.members().size() - 1.0),
                        new CutOffer.Effect("callers to change", 0, 0)));
        double score = 0.3 + 0.4 * member.codeLines() / (member.codeLines() + 20.0);
        return new Finding(
                Finding.id(name(), member.symbol()),
                name(),
                member.symbol(),
                type.file(),
                member.line(),
                Math.round(1000 * score) / 1000.0,
                type.simpleName() + "#" + member.name() + ": nothing uses this private " + what,
                List.of(unused, lines),
                List.of(),
                List.of(cut));
    }
}
