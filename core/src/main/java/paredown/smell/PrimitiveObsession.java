package paredown.smell;

import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.facts.ConditionFacts;
import paredown.code.index.CodeBase;
import paredown.measure.IdentifierWords;
import paredown.smell.EqualConditions.Place;

/** The same rule about a number or a string, checked wherever it passes: the rule has no home because the value has no class. */
public final class PrimitiveObsession implements Smell {
    private static final Traits TRAITS = new Traits(
            "primitive-obsession",
            "PO",
            "the same rule about a number or a string, checked in several places",
            Map.of("places", 3.0));

    /** Looks for nothing, for an end or for an order: no rules of what the value stands for. */
    private static final Pattern COMMON = Pattern.compile(
            "\\$[<>=!]=?-?[012](\\.0)?[dfL]?|\\$[!=]=null(\\|\\||&&)!?\\$\\.(isEmpty|isBlank)\\(\\)|!?\\$\\.(isEmpty|isBlank)\\(\\)"
                    + "|\\$[!=]=null(\\|\\||&&)\\$\\.length\\(\\)[<>=!]=?[01]|\\$\\.length\\(\\)[<>=!]=?\\w+"
                    + "|!?\\w+\\.(isEmpty|isBlank|isNotEmpty|isNotBlank|isNaN|isInfinite)\\(\\$\\)|\\$[<>!=]=?[\\w.]*[A-Z_]{3,}");

    @Override
    public Traits traits() {
        return TRAITS;
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return EqualConditions.alike(code, PrimitiveObsession::isRule).stream()
                .filter(places -> places.size() >= limit(code, "places"))
                .filter(PrimitiveObsession::areAboutOneThing)
                .map(places -> finding(code, places));
    }

    private static boolean isRule(ConditionFacts condition) {
        boolean simple = !condition.type().contains(".") || condition.type().equals("java.lang.String");
        boolean compares = condition.text().matches(".*(\\d|[A-Z]\\w+_\\w+|\"[^\"]).*");
        boolean letter = condition.type().equals("char");
        boolean round = condition.terms() == 1 && condition.text().matches(".*[<>=]-?[1-9]?0*(\\.0)?[dfL]?");
        return simple
                && !letter
                && compares
                && !round
                && !COMMON.matcher(condition.text()).matches();
    }

    /** Whether most of the variables have a word in common: a rule about anything is no rule. */
    private static boolean areAboutOneThing(List<Place> places) {
        Map<String, Long> words = places.stream()
                .flatMap(place ->
                        IdentifierWords.of(place.condition().subject()).stream().distinct())
                .filter(word -> word.length() > 2)
                .collect(Collectors.groupingBy(word -> word, Collectors.counting()));
        return words.values().stream().anyMatch(count -> count * 3 >= places.size() * 2);
    }

    private Finding finding(CodeBase code, List<Place> places) {
        Place first = places.get(0);
        String subject = first.condition().subject();
        String rule = first.condition().text().replace("$", subject);
        long classes =
                places.stream().map(place -> place.type().name()).distinct().count();
        FindingBuilder finding = FindingBuilder.about(
                        this,
                        code,
                        first.type(),
                        first.member(),
                        first.condition().place().line())
                .key(first.condition().type() + " " + first.condition().text())
                .score(0.6
                        * (places.size() + first.condition().terms() - 2.0)
                        / (places.size() + first.condition().terms() + 3.0))
                .summary(rule + ": the same rule in " + places.size() + " places")
                .measured(
                        "places",
                        places.size(),
                        "places",
                        "checked in "
                                + places.stream()
                                        .map(place -> GodClass.spelled(place.type(), place.member()))
                                        .collect(Collectors.joining(", ")))
                .counted("classes", classes, "in " + classes + (classes == 1 ? " class" : " classes"));
        places.forEach(place -> finding.place(
                place.type(), place.member(), place.condition().place().line()));
        Map<String, Object> arguments = CutOffer.stretch(
                code,
                first.type(),
                first.condition().place().toString(),
                ConditionName.of(first.condition()).orElse(null));
        arguments.put("all", true);
        return finding.cut(CutOffer.untried(
                        "extract-method",
                        "give the rule a name, and ask by it",
                        arguments,
                        places.stream().map(place -> place.member().symbol()).toList(),
                        List.of(new CutOffer.Effect("places that know the rule", places.size(), classes))))
                .finding();
    }
}
