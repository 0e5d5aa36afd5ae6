package paredown.smell;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * The same way from object to object to object, walked in several places: each of them knows how all classes on the way are built.
 *
 * <p>Law of Demeter: Lieberherr, Holland, Assuring Good Style for Object-Oriented Programs, IEEE Software 1989.
 */
public final class MessageChain implements Smell {
    private static final Traits TRAITS = new Traits(
            "message-chain",
            "CH",
            "the same path from object to object to object, walked in several places",
            Map.of("hops", 3.0, "places", 3.0));

    @Override
    public Traits traits() {
        return TRAITS;
    }

    private record Place(TypeFacts type, MemberFacts member, int line) {}

    @Override
    public Stream<Finding> findings(CodeBase code) {
        Map<List<String>, List<Place>> chains = new LinkedHashMap<>();
        code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test())
                .forEach(type -> type.members()
                        .forEach(member -> member.references().stream()
                                .filter(reference -> reference.kind() == Reference.Kind.CALL
                                        && reference.through().endsWith("()")
                                        && !goesOn(member, reference))
                                .forEach(reference -> {
                                    List<String> hops = hops(code, member, reference);
                                    if (hops.size() >= limit(code, "hops")) {
                                        chains.computeIfAbsent(hops, key -> new ArrayList<>())
                                                .add(new Place(type, member, reference.line()));
                                    }
                                })));
        return chains.entrySet().stream()
                .filter(entry -> members(entry.getValue()) >= limit(code, "places"))
                .map(entry -> finding(code, entry.getKey(), entry.getValue()));
    }

    /** Whether a chain is the beginning of a longer one. */
    private static boolean goesOn(MemberFacts member, Reference reference) {
        String through = reference.through() + "." + Symbol.memberName(reference.target()) + "()";
        return member.references().stream()
                .anyMatch(other ->
                        other.line() == reference.line() && other.through().equals(through));
    }

    private static long members(List<Place> places) {
        return places.stream().map(Place::member).distinct().count();
    }

    /** The calls of a chain by symbol, each of another class of the project; nothing where it is no such chain. */
    private static List<String> hops(CodeBase code, MemberFacts member, Reference last) {
        List<String> hops = new ArrayList<>(List.of(last.target()));
        Set<String> owners = new LinkedHashSet<>(Set.of(last.owner()));
        String through = last.through();
        if (!last.inProject()) {
            return List.of();
        }
        while (through.endsWith("()")) {
            String before = through.substring(0, Math.max(0, through.lastIndexOf('.')));
            String name = through.substring(before.isEmpty() ? 0 : before.length() + 1, through.length() - 2);
            Optional<Reference> call = member.references().stream()
                    .filter(one -> one.kind() == Reference.Kind.CALL
                            && one.line() == last.line()
                            && one.through().equals(before)
                            && one.target().endsWith("#" + name + "()"))
                    .findFirst();
            // A class that comes back is a fluent one or walks its own kind, such as a tree.
            if (call.isEmpty()
                    || !call.get().inProject()
                    || !owners.add(call.get().owner())) {
                return List.of();
            }
            hops.add(0, call.get().target());
            through = before;
        }
        return hops;
    }

    private Finding finding(CodeBase code, List<String> hops, List<Place> places) {
        Place first = places.get(0);
        String path = hops.stream().map(hop -> Symbol.memberName(hop) + "()").collect(Collectors.joining("."));
        String simple = Symbol.simple(Symbol.typeName(hops.get(0)));
        long members = members(places);
        long classes =
                places.stream().map(place -> place.type().name()).distinct().count();
        FindingBuilder finding = FindingBuilder.about(this, code, first.type(), first.member(), first.line())
                .key(String.join(" ", hops))
                .score(0.6 * (hops.size() + members - 3.0) / (hops.size() + members + 3.0))
                .summary(path + ": the same path from " + simple + " in " + places.size() + " places")
                .measured(
                        "hops",
                        hops.size(),
                        "hops",
                        "it goes through "
                                + hops.stream()
                                        .map(hop -> Symbol.simple(Symbol.typeName(hop)))
                                        .collect(Collectors.joining(", ")))
                .measured("places", members, "places", members + " members of " + classes + " classes walk it")
                .counted("alternative", 0, simple + " could answer the question itself");
        places.forEach(place -> finding.place(place.type(), place.member(), place.line()));
        return finding.finding();
    }
}
