package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.SelectionFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** The same decision by kind, made in several places: a new kind has to be remembered in all of them. */
public final class TypeCodeSwitch implements Smell {
    private static final Traits TRAITS = new Traits(
            "type-code-switch",
            "SW",
            "the same decision by kind or code, made in several places",
            Map.of("labels", 3.0, "places", 2.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    private record Place(TypeFacts type, MemberFacts member, SelectionFacts selection) {
        Set<String> labels() {
            return new TreeSet<>(selection.labels());
        }
    }

    @Override
    public Stream<Finding> findings(CodeBase code) {
        Map<String, List<Place>> byType = new LinkedHashMap<>();
        code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test())
                .forEach(type -> type.members().stream()
                        .filter(member -> !Roles.isRoutine(member))
                        .forEach(member -> member.body().selections().stream()
                                .filter(selection -> isCode(code, selection))
                                .forEach(selection -> byType.computeIfAbsent(selection.type(), key -> new ArrayList<>())
                                        .add(new Place(type, member, selection)))));
        return byType.values().stream()
                .flatMap(places -> groups(code, places).stream())
                .map(group -> finding(code, group));
    }

    /** Whether it decides by names of constants or types: numbers and letters on their own are often a format, read in one piece. */
    private static boolean isCode(CodeBase code, SelectionFacts selection) {
        long named = selection.labels().stream()
                .filter(label -> Character.isUpperCase(label.charAt(0)))
                .count();
        boolean texts = selection.type().equals("java.lang.String");
        // What the JDK has kinds of, such as Number, nobody here can give a method to.
        boolean foreign = selection.labels().stream()
                .allMatch(label -> label.matches(
                        "(Byte|Short|Integer|Long|Float|Double|Character|Boolean|String|Number|Class|Object)"
                                + "(\\.class|\\.TYPE)?"));
        return !foreign && (texts || named * 2 > selection.labels().size());
    }

    /** Places whose labels are mostly the same. */
    private List<List<Place>> groups(CodeBase code, List<Place> places) {
        List<List<Place>> groups = new ArrayList<>();
        Set<Place> left = new LinkedHashSet<>(places);
        places.stream()
                .sorted(Comparator.comparingInt((Place place) -> -place.labels().size()))
                .forEach(place -> {
                    if (!left.contains(place)) {
                        return;
                    }
                    List<Place> group = left.stream()
                            .filter(other -> common(place, other).size() >= limit(code, "labels")
                                    && common(place, other).size() * 3
                                            >= 2
                                                    * Math.min(
                                                            place.labels().size(),
                                                            other.labels().size()))
                            .toList();
                    if (group.stream().map(Place::member).distinct().count() >= limit(code, "places")) {
                        groups.add(group);
                        left.removeAll(group);
                    }
                });
        return groups;
    }

    private static Set<String> common(Place one, Place other) {
        Set<String> labels = one.labels();
        labels.retainAll(other.labels());
        return labels;
    }

    private Finding finding(CodeBase code, List<Place> group) {
        Place first = group.get(0);
        Set<String> labels = new TreeSet<>(first.labels());
        group.forEach(place -> labels.retainAll(place.labels()));
        String type = Symbol.simple(first.selection().type());
        int places = group.size();
        long classes =
                group.stream().map(place -> place.type().name()).distinct().count();
        Optional<TypeFacts> owner = code.type(first.selection().type());
        String what = owner.isPresent() ? type : "'" + first.selection().subject() + "' (" + type + ")";
        int shown = Math.max(labels.size(), 3);
        FindingBuilder finding = FindingBuilder.about(
                        this,
                        code,
                        first.type(),
                        first.member(),
                        first.selection().line())
                .key(first.selection().type() + " " + first.labels())
                // A decision that half the project makes is how the project thinks: nobody moves all of it.
                .score(0.6 * (places - 1 + 0.2 * shown) / (places + 3 + 0.2 * shown) / (1 + 0.08 * (classes - 1)))
                .summary("the same decision by " + what + " in " + places + " places: "
                        + first.selection().labels().stream().limit(4).collect(Collectors.joining(", ")))
                .measured("places", places, "places", "in " + classes + (classes == 1 ? " class" : " classes"))
                .measured("labels", first.labels().size(), "labels", "by " + String.join(", ", first.labels()))
                .counted(
                        "alternative",
                        0,
                        owner.isPresent()
                                ? "a method of " + type + " for each of the questions would keep the cases together"
                                : "one class for each case, or an enum with a method for each of the questions");
        boolean foreign = owner.isEmpty()
                && first.selection().type().contains(".")
                && !first.selection().type().equals("java.lang.String");
        if (foreign) {
            finding.against("foreign type", 1, type + " is not of this project: it can be given no method");
        }
        group.forEach(place ->
                finding.place(place.type(), place.member(), place.selection().line()));
        return finding.finding();
    }
}
