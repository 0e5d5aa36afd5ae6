package paredown.smell;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.ParameterFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * Callables with so many parameters that callers get them wrong: long lists, neighbours of one type that can change places without the
 * compiler noticing, and constructors that each add one to the last.
 */
public final class LongParameterList implements Smell {
    private static final Traits TRAITS = new Traits(
            "long-parameter-list",
            "PL",
            "more parameters than a caller keeps apart: long lists, neighbours that can be swapped unseen, telescoping constructors",
            Map.of("parameters", 7.0, "neighbours", 4.0, "telescope", 3.0));
    private static final int LONG = 5;
    private static final int SWAPPABLE = 6;

    private static final int LONGEST_NAME = 28;

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test() && type.kind() != TypeFacts.Kind.RECORD)
                .flatMap(type -> {
                    Map<String, List<MemberFacts>> byName = new LinkedHashMap<>();
                    type.members().stream()
                            .filter(member -> member.isMethod() || member.kind() == MemberFacts.Kind.CONSTRUCTOR)
                            .filter(member -> !member.overrides()
                                    && !Roles.isMarked(member)
                                    && !member.annotations().contains("java.lang.Deprecated"))
                            .forEach(member -> byName.computeIfAbsent(member.name(), key -> new ArrayList<>())
                                    .add(member));
                    return byName.values().stream().flatMap(overloads -> finding(code, type, overloads));
                });
    }

    private Stream<Finding> finding(CodeBase code, TypeFacts type, List<MemberFacts> overloads) {
        MemberFacts longest = overloads.stream()
                .max((one, other) -> Integer.compare(
                        one.parameters().size(), other.parameters().size()))
                .orElseThrow();
        int count = longest.parameters().size();
        List<ParameterFacts> alike = neighbours(longest.parameters());
        boolean creates = longest.kind() == MemberFacts.Kind.CONSTRUCTOR;
        int telescope = creates ? telescope(overloads) : 0;
        boolean many = count >= limit(code, "parameters");
        boolean swappable = count >= (longest.is(Modifier.PRIVATE) ? SWAPPABLE : LONG)
                && alike.size() >= limit(code, "neighbours")
                && !areOneThing(alike);
        boolean telescoping = count >= LONG && telescope >= limit(code, "telescope");
        long calls = code.uses(longest.symbol()).stream()
                .filter(use -> !use.type().name().equals(type.name()))
                .count();
        // What nobody calls with so many values hurts nobody yet.
        if (!many && !swappable && !telescoping || calls == 0 && !longest.is(Modifier.PRIVATE) && !telescoping) {
            return Stream.empty();
        }
        String called = creates ? "new " + type.simpleName() : type.simpleName() + "#" + longest.name();
        double gain = (count - 3.0) / (count + 3.0) + 0.08 * Math.max(0, alike.size() - 2) + 0.05 * telescope;
        double cost = 1 + 0.04 * calls + (code.isApi(type) && longest.is(Modifier.PUBLIC) ? 0.35 : 0);
        String row = swappable
                ? ", " + alike.size() + " in a row of type "
                        + Symbol.simple(alike.get(0).type())
                : "";
        String telescopes = telescoping ? ", " + telescope + " constructors each adding to the last" : "";
        FindingBuilder finding = FindingBuilder.about(this, code, type, longest, longest.line())
                .key(type.name() + "#" + longest.name())
                .score(Math.min(0.7, 0.75 * gain / cost))
                .summary(called + ": " + count + " parameters" + telescopes + row)
                .measured(
                        "parameters",
                        count,
                        "parameters",
                        "it takes "
                                + longest.parameters().stream()
                                        .map(ParameterFacts::name)
                                        .collect(Collectors.joining(", ")));
        addRow(finding, alike);
        if (telescope > 1) {
            finding.measured(
                    "telescope", telescope, "telescope", telescope + " constructors call one with more parameters");
        }
        finding.counted("calls from other classes", calls, calls + (calls == 1 ? " call" : " calls") + " to change");
        if (code.isApi(type) && longest.is(Modifier.PUBLIC)) {
            finding.against("public API", 1, "it is public: others may call it, so the old one should stay");
        }
        return Stream.of(finding.cut(offer(type, longest)).finding());
    }

    private static void addRow(FindingBuilder finding, List<ParameterFacts> alike) {
        if (alike.size() > 1) {
            finding.measured(
                    "neighbours alike",
                    alike.size(),
                    "neighbours",
                    "the compiler would not notice two of "
                            + alike.stream().map(ParameterFacts::name).collect(Collectors.joining(", "))
                            + " changing places");
        }
    }

    /** Coordinates and the like are known by their order: x, y, width, height; one-letter names; one name with numbers. */
    private static boolean areOneThing(List<ParameterFacts> alike) {
        long telling = alike.stream()
                .map(parameter -> parameter.name().replaceAll("\\d+$", ""))
                .filter(name -> name.length() > 2)
                .distinct()
                .count();
        return telling < 3;
    }

    /** The longest run of parameters of the same type. */
    private static List<ParameterFacts> neighbours(List<ParameterFacts> all) {
        List<ParameterFacts> best = List.of();
        int first = 0;
        for (int i = 1; i <= all.size(); i++) {
            if (i == all.size() || !all.get(i).type().equals(all.get(first).type())) {
                if (i - first > best.size()) {
                    best = all.subList(first, i);
                }
                first = i;
            }
        }
        return best;
    }

    /** How many constructors there are of which each but the longest only hands on to one that takes all it takes and more. */
    private static int telescope(List<MemberFacts> constructors) {
        Set<MemberFacts> found = new LinkedHashSet<>();
        for (MemberFacts one : constructors) {
            for (MemberFacts other : constructors) {
                boolean hands = one != other
                        && one.statements().size() == 1
                        && one.uses(other.symbol())
                        && other.parameterNames().containsAll(one.parameterNames())
                        && other.parameters().size() > one.parameters().size();
                if (hands) {
                    found.add(one);
                    found.add(other);
                }
            }
        }
        return found.size();
    }

    private static CutOffer offer(TypeFacts type, MemberFacts longest) {
        Map<String, Object> arguments = new LinkedHashMap<>();
        String member = longest.kind() == MemberFacts.Kind.CONSTRUCTOR
                ? type.simpleName() + Symbol.parameterList(longest.symbol())
                : GodClass.spelling(type, longest);
        // What a constructor takes is how the object is set up; what a method takes, only its meaning tells.
        String settings = type.simpleName() + "Settings";
        boolean named = longest.kind() == MemberFacts.Kind.CONSTRUCTOR && settings.length() <= LONGEST_NAME;
        arguments.put("members", List.of(type.name() + "#" + member));
        arguments.put("params", longest.parameterNames());
        arguments.put("name", named ? settings : null);
        return CutOffer.untried(
                "extract-parameters",
                "pass one object in place of " + longest.parameters().size() + " values",
                arguments,
                List.of(longest.symbol()),
                List.of(new CutOffer.Effect("parameters", longest.parameters().size(), 1)));
    }
}
