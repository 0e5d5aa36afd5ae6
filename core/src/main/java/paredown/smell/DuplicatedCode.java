package paredown.smell;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.smell.StatementRuns.Run;

/** The same statements in several places, under other names of local variables or with other literals. See {@link StatementRuns}. */
public final class DuplicatedCode implements Smell {
    private static final Traits TRAITS = new Traits(
            "duplicated-code",
            "DU",
            "the same statements in several places, names of local variables and literals aside",
            Map.of("lines", 10.0, "size", 120.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        List<TypeFacts> types =
                code.types().filter(type -> Roles.isHandwritten(code, type)).toList();
        Map<String, Integer> same = new HashMap<>();
        List<Finding> found = new ArrayList<>();
        for (List<Run> runs : StatementRuns.alike(types, (int) limit(code, "size"))) {
            boolean counts = runs.get(0).lines() >= limit(code, "lines")
                    && runs.stream().noneMatch(run -> Roles.isRoutine(run.member()))
                    && !TwinMethod.areSiblings(code, runs);
            if (counts) {
                String members = runs.stream().map(run -> run.member().symbol()).collect(Collectors.joining(" "));
                // Two runs in the same members are two findings.
                found.add(finding(code, runs, members + " " + same.merge(members, 1, Integer::sum)));
            }
        }
        return found.stream();
    }

    private Finding finding(CodeBase code, List<Run> runs, String key) {
        Run first = runs.get(0);
        int lines = first.lines();
        int saved = lines * (runs.size() - 1);
        long classes = runs.stream().map(run -> run.type().name()).distinct().count();
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(
                Evidence.of("lines", lines, limit(code, "lines"), lines + " lines, " + saved + " of which could go"));
        evidence.add(Evidence.of("places", runs.size(), 2, "in " + places(code, runs)));
        if (classes > 1) {
            evidence.add(Evidence.against(
                    "classes",
                    classes,
                    "in " + classes + " classes: the new method needs a place that all of them can call"));
        }
        if (runs.stream().allMatch(run -> run.type().test())) {
            evidence.add(Evidence.against(
                    "tests", runs.size(), "all of them in tests, where plain repetition can be clearer"));
        }
        Map<String, Object> arguments = CutOffer.stretch(
                code,
                first.type(),
                first.line() + "-" + first.endLine(),
                new StretchName(code, first.type(), first.member(), first.line(), first.endLine())
                        .best(Set.of())
                        .orElse(null));
        arguments.put("all", true);
        CutOffer cut = CutOffer.untried(
                "extract-method",
                "extract lines " + first.line() + " to " + first.endLine() + " of "
                        + first.member().name() + " into a method, and call it in " + runs.size() + " places",
                arguments,
                runs.stream().map(run -> run.member().symbol()).distinct().toList(),
                List.of(
                        new CutOffer.Effect("lines", lines * runs.size(), lines + 2.0 + runs.size()),
                        new CutOffer.Effect("classes touched", 0, classes)));
        return new Finding(
                Finding.id(TRAITS, key),
                name(),
                first.member().symbol(),
                first.type().file(),
                first.line(),
                score(saved, classes),
                lines + " lines alike in " + runs.size() + " places: "
                        + runs.stream()
                                .limit(3)
                                .map(run -> run.type().simpleName() + "#"
                                        + run.member().name())
                                .distinct()
                                .collect(Collectors.joining(", ")),
                evidence,
                runs.stream()
                        .map(run -> new Finding.Place(
                                run.member().symbol(), run.type().file(), run.line()))
                        .toList(),
                List.of(cut));
    }

    static String places(CodeBase code, List<Run> runs) {
        return runs.stream()
                .map(run -> run.type().simpleName() + "#" + run.member().name() + " ("
                        + run.type().file().getFileName() + ":" + run.line() + "-" + run.endLine() + ")")
                .collect(Collectors.joining(", "));
    }

    /** Gain (lines that would go) over cost (classes that would have to share a place). */
    private static double score(int saved, long classes) {
        return Math.round(1000 * 0.75 * saved / (saved + 45.0) / (1 + 0.12 * (classes - 1))) / 1000.0;
    }
}
