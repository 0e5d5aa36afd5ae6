package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import java.util.stream.IntStream;
import paredown.code.compile.Threads;
import paredown.code.index.CodeBase;
import paredown.history.ChangeHistory;
import paredown.project.Configuration;
import paredown.project.ConfigurationException;
import paredown.project.NearNames;

/** All smells, in the order people see them, and the ranking over them. */
public final class Smells {
    private static final List<Smell> ALL = List.of(
            new GodClass(),
            new DataClump(),
            new FeatureEnvy(),
            new DivergentChange(),
            new LazyClass(),
            new DuplicatedCode(),
            new TwinMethod(),
            new LongMethod(),
            new LongParameterList(),
            new TrampParameter(),
            new PrimitiveObsession(),
            new TypeCodeSwitch(),
            new MessageChain(),
            new ComplexCondition(),
            new MagicLiteral(),
            new DeadCode(),
            new ExcessVisibility(),
            new MisplacedClass());

    private Smells() {}

    static {
        Map<String, String> codes = new HashMap<>();
        for (Smell smell : ALL) {
            String other = codes.put(smell.traits().code(), smell.name());
            if (other != null) {
                throw new IllegalStateException(smell.name() + " has the code of " + other);
            }
        }
    }

    public static List<Smell> all() {
        return ALL;
    }

    /**
     * The smells that are looked for in a project.
     *
     * @throws ConfigurationException when its configuration names a smell or a measure that there is not
     */
    public static List<Smell> wanted(Configuration configuration) {
        configuration.smellsOff().forEach((name, line) -> named(name, line));
        configuration.accepted().forEach(one -> named(one.smell(), one.line()));
        configuration
                .limits()
                .forEach((name, limits) -> limits.forEach((measure, limit) -> {
                    Map<String, Double> known = named(name, limit.line()).limits();
                    if (!known.containsKey(measure)) {
                        throw Configuration.wrong(
                                limit.line(),
                                "'" + name + "' has no limit '" + measure + "'; it takes "
                                        + String.join(", ", new TreeSet<>(known.keySet())));
                    }
                }));
        return ALL.stream()
                .filter(smell -> !configuration.smellsOff().containsKey(smell.name()))
                .toList();
    }

    private static Smell named(String name, int line) {
        return ALL.stream()
                .filter(smell -> smell.name().equals(name))
                .findFirst()
                .orElseThrow(() -> Configuration.wrong(
                        line,
                        "there is no smell '" + name + "'"
                                + NearNames.of(name, ALL.stream().map(Smell::name)).stream()
                                        .findFirst()
                                        .map(near -> "; did you mean '" + near + "'?")
                                        .orElse("")));
    }

    /** The findings of all smells, best first: what gains most for what it costs, in code that changes most. */
    public static List<Finding> ranked(CodeBase code, ChangeHistory history, List<Smell> wanted) {
        ChurnWeight churn = new ChurnWeight(code, history);
        // The dearest stand first; parting each of them as well only makes the threads wait for each other.
        List<List<Finding>> found = Threads.together(wanted.stream()
                .map(smell -> (Callable<List<Finding>>)
                        () -> smell.findings(code, history).toList())
                .toList());
        KnownGroups.of(code).save();
        return joined(found.stream()
                .flatMap(List::stream)
                .filter(finding -> !Roles.isOnItsWayOut(code, finding))
                .map(churn::weighted)
                .sorted(Comparator.comparingDouble(Finding::score).reversed().thenComparing(Finding::target))
                .toList());
    }

    /** One entry for two smells of one class that the same cut removes: with the reasons of both, by the ID of the first in the list of smells. */
    private static List<Finding> joined(List<Finding> bestFirst) {
        List<Finding> joined = new ArrayList<>();
        for (Finding finding : bestFirst) {
            OptionalInt same = IntStream.range(0, joined.size())
                    .filter(at -> joined.get(at).sharesCutWith(finding))
                    .findFirst();
            same.ifPresentOrElse(
                    at -> joined.set(
                            at,
                            order(finding) < order(joined.get(at))
                                    ? finding.joined(joined.get(at))
                                    : joined.get(at).joined(finding)),
                    () -> joined.add(finding));
        }
        return joined;
    }

    private static int order(Finding finding) {
        return ALL.stream().map(Smell::name).toList().indexOf(finding.smell());
    }

    /** Findings with what is only worth working out for those that somebody reads. */
    public static List<Finding> deepened(CodeBase code, List<Finding> findings) {
        List<Finding> deepened = Threads.together(findings.stream()
                .map(finding -> (Callable<Finding>) () -> ALL.stream()
                        .filter(smell -> smell.name().equals(finding.smell()))
                        .findFirst()
                        .orElseThrow()
                        .deepened(code, finding))
                .toList());
        KnownGroups.of(code).save();
        return deepened;
    }
}
