package paredown.smell;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.ParameterFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * A value that passes through methods which do nothing with it but hand it on to the next, under the same name and type.
 *
 * <p>Tramp data after Page-Jones, The Practical Guide to Structured Systems Design, 1988.
 */
public final class TrampParameter implements Smell {
    private static final Traits TRAITS = new Traits(
            "tramp-parameter", "TR", "a value that several methods only pass on to the next", Map.of("methods", 3.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    private record Step(TypeFacts type, MemberFacts method, ParameterFacts parameter) {
        String key() {
            return method.symbol() + "/" + parameter.name();
        }
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        Set<String> continued = new HashSet<>();
        List<List<Step>> paths = new ArrayList<>();
        code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test())
                .forEach(type -> type.methods()
                        .filter(method -> !method.overrides() && !isOverload(method))
                        .forEach(method -> method.parameters().stream()
                                .filter(TrampParameter::onlyPasses)
                                .forEach(parameter -> {
                                    List<Step> path = path(code, new Step(type, method, parameter));
                                    path.stream().skip(1).map(Step::key).forEach(continued::add);
                                    paths.add(path);
                                })));
        return paths.stream()
                .filter(path -> !continued.contains(path.get(0).key()))
                .filter(path -> path.size() > limit(code, "methods") && isTelling(path))
                .map(path -> finding(code, path));
    }

    private static boolean onlyPasses(ParameterFacts parameter) {
        return parameter.worked() == 0 && parameter.handed() == 1 && !parameter.written();
    }

    /** An overload that fills in a default is there to pass everything on. */
    private static boolean isOverload(MemberFacts method) {
        return method.references().stream()
                .anyMatch(reference -> reference.kind() == Reference.Kind.CALL
                        && reference.target().contains("#" + method.name() + "("));
    }

    /** What a computation hands from step to step as its working ground is no tramp: it is what it is about. */
    private static boolean isTelling(List<Step> path) {
        return path.stream().map(step -> step.type().name()).distinct().count() > 1
                && path.get(0).method().parameters().size() > 1;
    }

    private static List<Step> path(CodeBase code, Step start) {
        List<Step> path = new ArrayList<>(List.of(start));
        Set<String> seen = new HashSet<>(Set.of(start.key()));
        while (onlyPasses(path.get(path.size() - 1).parameter())) {
            Optional<Step> next = next(code, path.get(path.size() - 1));
            if (next.isEmpty() || !seen.add(next.get().key())) {
                break;
            }
            path.add(next.get());
        }
        return path;
    }

    /** The one method called that takes a parameter of the same name and type. */
    private static Optional<Step> next(CodeBase code, Step step) {
        List<Step> found = new ArrayList<>();
        for (Reference reference : step.method().references()) {
            boolean overload = reference.target().contains("#" + step.method().name() + "(");
            if (reference.kind() == Reference.Kind.CALL && reference.inProject() && !overload) {
                code.type(reference.owner())
                        .flatMap(owner -> owner.member(reference.target())
                                .flatMap(method -> method.parameters().stream()
                                        .filter(parameter -> parameter
                                                        .name()
                                                        .equals(step.parameter().name())
                                                && parameter
                                                        .type()
                                                        .equals(step.parameter().type()))
                                        .findFirst()
                                        .map(parameter -> new Step(owner, method, parameter))))
                        .ifPresent(found::add);
            }
        }
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }

    private Finding finding(CodeBase code, List<Step> path) {
        Step first = path.get(0);
        int passing = path.size() - 1;
        String name = first.parameter().name();
        FindingBuilder finding = FindingBuilder.about(
                        this, code, first.type(), first.method(), first.method().line())
                .key(first.key())
                .score(0.5 * passing / (passing + 4.0))
                .summary(first.type().simpleName() + "#" + first.method().name() + ": '" + name
                        + "' is only passed on, through " + passing + " methods")
                .measured(
                        "methods that pass on",
                        passing,
                        "methods",
                        path.stream()
                                .map(step -> step.type().simpleName() + "#"
                                        + step.method().name())
                                .collect(Collectors.joining(" > ")))
                .counted(
                        "alternative",
                        0,
                        "the last could get it when it is made, or the first could ask the last directly");
        path.forEach(
                step -> finding.place(step.type(), step.method(), step.method().line()));
        return finding.finding();
    }
}
