package paredown.smell;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.facts.ConditionFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.smell.EqualConditions.Place;

/** The same question asked of an object's data in several places: the object could answer it. */
final class RepeatedConditions {
    private static final int FEWEST_ASKED = 2;

    /** A comparison with a value: by order, or of equality with a literal or a string. */
    private static final Pattern COMPARES = Pattern.compile("(?<!-)[<>]|[=!]=-?[\\d\"']|equals\\(\"");

    private RepeatedConditions() {}

    static Stream<Finding> findings(FeatureEnvy smell, CodeBase code) {
        return EqualConditions.alike(code, condition -> isAboutData(code, condition)).stream()
                .map(places -> places.stream()
                        .filter(place -> !Roles.sameNest(
                                place.type().name(), place.condition().type(), code))
                        .toList())
                .filter(places -> places.size() >= smell.limit(code, "places") && isWorthAName(places))
                .map(places -> finding(smell, code, places));
    }

    /** Two terms joined read well enough in two places; a value that they compare with, or a third term, is a rule that must not be known twice. */
    private static boolean isWorthAName(List<Place> places) {
        ConditionFacts condition = places.get(0).condition();
        return places.size() > 2
                || condition.terms() > 2
                || COMPARES.matcher(condition.text()).find();
    }

    /** Whether a question looks at several members of a class of the project that could be given a method. */
    private static boolean isAboutData(CodeBase code, ConditionFacts condition) {
        return condition.asked().size() >= FEWEST_ASKED
                && condition.text().split("\\$", -1).length - 1 >= FEWEST_ASKED
                && code.type(condition.type())
                        .filter(owner ->
                                owner.kind() != TypeFacts.Kind.ANNOTATION && Roles.isOpen(code, owner) && !owner.test())
                        .isPresent();
    }

    private static Finding finding(FeatureEnvy smell, CodeBase code, List<Place> places) {
        Place first = places.get(0);
        ConditionFacts condition = first.condition();
        String owner = condition.type().substring(condition.type().lastIndexOf('.') + 1);
        Set<String> asked = new TreeSet<>();
        condition.asked().forEach(symbol -> asked.add(Symbol.property(symbol)));
        long classes =
                places.stream().map(place -> place.type().name()).distinct().count();
        String name = ConditionName.of(condition).orElse(null);
        Map<String, Object> arguments =
                CutOffer.stretch(code, first.type(), condition.place().toString(), name);
        arguments.put("all", true);
        FindingBuilder finding = FindingBuilder.about(
                        smell,
                        code,
                        first.type(),
                        first.member(),
                        condition.place().line())
                .key("question " + condition.type() + " " + condition.text())
                .score(0.7 * (places.size() + asked.size() - 2.0) / (places.size() + asked.size() + 2.0))
                .summary("the same condition on " + owner + " in " + places.size() + " places: "
                        + condition.text().replace("$", condition.subject()))
                .measured(
                        "places",
                        places.size(),
                        "places",
                        "asked in "
                                + places.stream()
                                        .map(place -> GodClass.spelled(place.type(), place.member()))
                                        .collect(Collectors.joining(", ")))
                .counted("members asked", asked.size(), "each looks at " + String.join(", ", asked) + " of " + owner)
                .counted(
                        "alternative",
                        1,
                        "one method of " + owner + " could answer it; extract it here, then move it there");
        places.forEach(place -> finding.place(
                place.type(), place.member(), place.condition().place().line()));
        return finding.cut(CutOffer.untried(
                        "extract-method",
                        "make the question a method, to be moved to " + owner,
                        arguments,
                        places.stream().map(place -> place.member().symbol()).toList(),
                        List.of(
                                new CutOffer.Effect("places that know the answer", places.size(), 1),
                                new CutOffer.Effect("classes touched", 0, classes + 1.0))))
                .finding();
    }
}
