package paredown.drill;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.code.CodeBase;
import paredown.code.MemberFacts;
import paredown.code.TypeFacts;
import paredown.cut.Cut;
import paredown.cut.extract.ExtractClass;

/** Draws cuts that look like those a person would ask for: some state, and some of what works on it. */
final class RandomCuts {
    private final Random random;
    private final List<TypeFacts> types;
    private int drawn;

    RandomCuts(CodeBase code, long seed) {
        random = new Random(seed);
        types = code.types()
                .filter(type ->
                        type.kind() == TypeFacts.Kind.CLASS && movable(type).count() >= 3)
                .toList();
    }

    Cut next() {
        TypeFacts type = types.get(random.nextInt(types.size()));
        List<MemberFacts> movable = new ArrayList<>(movable(type).toList());
        MemberFacts start = movable.get(random.nextInt(movable.size()));
        Set<MemberFacts> chosen = new LinkedHashSet<>(Set.of(start));
        Collections.shuffle(movable, random);
        int wanted = 2 + random.nextInt(6);
        for (MemberFacts member : movable) {
            boolean related = chosen.stream().anyMatch(one -> one.uses(member.symbol()) || member.uses(one.symbol()));
            if (chosen.size() < wanted && (related || random.nextInt(8) == 0)) {
                chosen.add(member);
            }
        }
        List<String> names = type.members().stream()
                .filter(chosen::contains)
                .map(member -> spelled(type, member))
                .toList();
        return new ExtractClass(type.name(), names, "Drilled" + ++drawn, random.nextInt(4) == 0);
    }

    private static Stream<MemberFacts> movable(TypeFacts type) {
        return type.members().stream().filter(member -> member.isField() || member.isMethod());
    }

    /** With parameter types, so that overloads are told apart. */
    private static String spelled(TypeFacts type, MemberFacts member) {
        String spelling = member.symbol().substring(member.symbol().indexOf('#') + 1);
        long same = type.members().stream()
                .filter(other -> other.name().equals(member.name()))
                .count();
        return same == 1 || member.isField()
                ? member.name()
                : Stream.of(spelling.split(",")).map(String::strip).collect(Collectors.joining(","));
    }
}
