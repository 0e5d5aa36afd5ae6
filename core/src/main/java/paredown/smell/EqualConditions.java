package paredown.smell;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import paredown.code.facts.ConditionFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** Conditions about one variable that ask the same in several places, whatever the variable is called. */
final class EqualConditions {
    private EqualConditions() {}

    /** A condition in one place. */
    record Place(TypeFacts type, MemberFacts member, ConditionFacts condition) {}

    /** Places that ask the same of variables of the same type, in different members, in the order of the code. */
    static List<List<Place>> alike(CodeBase code, Predicate<ConditionFacts> wanted) {
        Map<String, List<Place>> bySense = new LinkedHashMap<>();
        code.types()
                .filter(type -> Roles.isOpen(code, type) && !type.test())
                .forEach(type -> type.members().stream()
                        .filter(member -> !Roles.isRoutine(member))
                        .forEach(member -> member.body().conditions().stream()
                                .filter(condition -> condition.hasSubject() && wanted.test(condition))
                                .forEach(condition -> {
                                    List<Place> places = bySense.computeIfAbsent(
                                            condition.type() + " " + condition.text(), key -> new ArrayList<>());
                                    if (places.stream().noneMatch(place -> place.member() == member)) {
                                        places.add(new Place(type, member, condition));
                                    }
                                })));
        return bySense.values().stream().filter(places -> places.size() > 1).toList();
    }
}
