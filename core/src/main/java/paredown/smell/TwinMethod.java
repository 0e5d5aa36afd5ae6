package paredown.smell;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.smell.StatementRuns.Run;

/** The same method, by name, parameters and body, in classes that have a parent in common. */
public final class TwinMethod implements Smell {
    private static final Traits TRAITS = new Traits(
            "twin-method", "TW", "the same method in classes that have a parent in common", Map.of("size", 30.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        List<TypeFacts> types = code.types()
                .filter(type -> Roles.isOpen(code, type) && parent(code, type).isPresent())
                .toList();
        return StatementRuns.alike(types, (int) limit(code, "size")).stream()
                .filter(runs -> areSiblings(code, runs))
                .filter(runs ->
                        runs.stream().noneMatch(run -> run.member().name().matches("equals|hashCode|clone|<init>")))
                .map(runs -> finding(code, runs));
    }

    /** Whether runs are the bodies of methods alike in name and parameters, of different classes with the same parent. */
    static boolean areSiblings(CodeBase code, List<Run> runs) {
        Optional<String> parent = parent(code, runs.get(0).type());
        String signature = signature(runs.get(0));
        return parent.isPresent()
                && runs.stream()
                        .allMatch(run -> run.whole()
                                && run.member().isMethod()
                                && signature(run).equals(signature)
                                && parent(code, run.type()).equals(parent));
    }

    private static Optional<String> parent(CodeBase code, TypeFacts type) {
        return type.superclass().filter(name -> code.type(name).isPresent());
    }

    private static String signature(Run run) {
        return Symbol.spelling(run.member().symbol());
    }

    private Finding finding(CodeBase code, List<Run> runs) {
        Run first = runs.get(0);
        String parent = parent(code, first.type()).orElseThrow();
        String simple = parent.substring(parent.lastIndexOf('.') + 1);
        int lines = first.member().codeLines();
        List<Evidence> evidence = new ArrayList<>();
        evidence.add(Evidence.of("places", runs.size(), 2, "in " + DuplicatedCode.places(code, runs)));
        evidence.add(Evidence.of(
                "lines", lines, 3, lines + " lines each, " + lines * (runs.size() - 1) + " of which could go"));
        long others = code.subtypes(parent).size() - runs.size();
        if (others > 0) {
            evidence.add(Evidence.against(
                    "other children", others, others + " more classes below " + simple + " would inherit it too"));
        }
        Map<String, Object> arguments = new LinkedHashMap<>();
        arguments.put("member", first.type().name() + "#" + GodClass.spelling(first.type(), first.member()));
        arguments.put("to", parent);
        CutOffer cut = CutOffer.untried(
                "move-method",
                "move " + first.member().name() + " up to " + simple + " and drop the others",
                arguments,
                runs.stream().map(run -> run.member().symbol()).toList(),
                List.of(
                        new CutOffer.Effect("lines", lines * runs.size(), lines),
                        new CutOffer.Effect("classes touched", 0, runs.size() + 1.0)));
        int saved = lines * (runs.size() - 1);
        double score = 0.72 * saved / (saved + 18.0) / (1 + 0.03 * Math.max(0, others));
        return new Finding(
                Finding.id(TRAITS, parent + " " + signature(first) + runs.size()),
                name(),
                first.member().symbol(),
                first.type().file(),
                first.member().line(),
                Math.round(1000 * score) / 1000.0,
                first.member().name() + ": the same in " + runs.size() + " classes below " + simple + ": "
                        + runs.stream()
                                .limit(4)
                                .map(run -> run.type().simpleName())
                                .collect(Collectors.joining(", ")),
                evidence,
                runs.stream()
                        .map(run -> new Finding.Place(
                                run.member().symbol(),
                                run.type().file(),
                                run.member().line()))
                        .toList(),
                List.of(cut));
    }
}
