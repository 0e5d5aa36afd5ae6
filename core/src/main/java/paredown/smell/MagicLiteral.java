package paredown.smell;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.facts.LiteralFacts;
import paredown.code.facts.LocalFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** The same unexplained number, or the same word, written again and again in a class. */
public final class MagicLiteral implements Smell {
    private static final Traits TRAITS = new Traits(
            "magic-literal",
            "ML",
            "the same number or word written in several methods of a class, without a name",
            Map.of("places", 4.0));

    /** Numbers that everybody knows: halves, tens, and the factors of binary and time. */
    private static final Set<String> KNOWN = Set.of(
            "-1", "-1L", "-1.0", "-2", "0x1", "0x01", "0x0F", "0xf", "0xF", "3", "4", "5", "8", "10", "16", "31", "37",
            "17", "32", "64", "100", "255", "0xFF", "0xff", "0.5", "2.0", "0.5f", "100.0", "10.0", "5.0", "4.0", "3.0",
            "90.0", "180.0", "360.0");

    @Override
    public Traits traits() {
        return TRAITS;
    }

    private record Place(MemberFacts member, LiteralFacts literal) {}

    @Override
    public Stream<Finding> findings(CodeBase code) {
        return code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test())
                .flatMap(type -> {
                    Map<String, List<Place>> byText = new LinkedHashMap<>();
                    type.members().stream()
                            .filter(member -> !Roles.isConstant(member) && !Roles.isRoutine(member))
                            .forEach(member -> member.body().literals().stream()
                                    .filter(literal -> isMagic(member, literal))
                                    .forEach(literal -> byText.computeIfAbsent(literal.text(), key -> new ArrayList<>())
                                            .add(new Place(member, literal))));
                    return byText.entrySet().stream()
                            .filter(entry -> members(entry.getValue()) >= limit(code, "places"))
                            .map(entry -> finding(code, type, entry.getKey(), entry.getValue()));
                });
    }

    private static long members(List<Place> places) {
        return places.stream().map(Place::member).distinct().count();
    }

    private static boolean isMagic(MemberFacts member, LiteralFacts literal) {
        if (!literal.isText()) {
            return !KNOWN.contains(literal.text());
        }
        String text = literal.text().substring(1, literal.text().length() - 1);
        // The name of a parameter, for a message about it, is no value.
        return text.matches("[A-Za-z][\\w.:-]{3,}")
                && member.locals().stream().noneMatch(local -> local.name().equals(text));
    }

    private Finding finding(CodeBase code, TypeFacts type, String text, List<Place> places) {
        Place first = places.get(0);
        long members = members(places);
        FindingBuilder finding = FindingBuilder.about(
                        this,
                        code,
                        type,
                        first.member(),
                        first.literal().place().line())
                .key(type.name() + " " + text)
                .score(0.42 * members / (members + 6.0))
                .summary(type.simpleName() + ": " + text + " stands in " + places.size() + " places without a name")
                .measured(
                        "places",
                        members,
                        "places",
                        places.stream()
                                .map(place -> GodClass.spelled(type, place.member()))
                                .distinct()
                                .limit(8)
                                .collect(Collectors.joining(", ", "in ", members > 8 ? " and others" : "")));
        if (!first.literal().isText()) {
            finding.against(
                    "same value", places.size(), "the same number may mean different things: look at each place");
        }
        places.forEach(place ->
                finding.place(type, place.member(), place.literal().place().line()));
        Map<String, Object> arguments = CutOffer.stretch(
                code,
                type,
                first.literal().place().toString(),
                name(type, first).orElse(null));
        arguments.put("all", true);
        return finding.cut(CutOffer.untried(
                        "extract-constant",
                        "name it"
                                + (arguments.get("name") == null ? "" : " " + arguments.get("name"))
                                + ", in all places",
                        arguments,
                        List.of(),
                        List.of(new CutOffer.Effect("places that write it", places.size(), 1))))
                .finding();
    }

    /** A string names itself; a number is named after the variable that is declared on its line, as far as there is one. */
    private static Optional<String> name(TypeFacts type, Place place) {
        Optional<String> base = place.literal().isText()
                ? Optional.of(place.literal().text())
                : place.member().locals().stream()
                        .filter(local -> local.line() == place.literal().place().line())
                        .map(LocalFacts::name)
                        .findFirst();
        return base.map(words -> words.replaceAll("(?<=[a-z])(?=[A-Z])", "_")
                        .replaceAll("\\W+", "_")
                        .replaceAll("^_+|_+$", "")
                        .toUpperCase(Locale.ROOT))
                .filter(name -> name.matches("[A-Z]\\w{2,}"))
                .filter(name -> type.members().stream()
                        .noneMatch(member -> member.name().equals(name)));
    }
}
