package paredown.code.facts;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import paredown.code.facts.OutsideCall.Passed;
import paredown.code.facts.OutsideCall.Role;

/** The types of the objects that a call gets at, as they are found, with the parameters that some of them come by. */
final class PointsToTypes {
    private final Set<String> given = new LinkedHashSet<>();
    private final Set<String> held = new LinkedHashSet<>();
    private final Set<Passed> passed = new LinkedHashSet<>();

    /**
     * Adds the types of an argument.
     *
     * @param parameter the place of the parameter of the member that it comes by; {@link CallArgumentFacts#OTHER} for another value
     */
    void add(Role role, List<String> types, int parameter) {
        if (parameter != CallArgumentFacts.OTHER) {
            types.forEach(type -> passed.add(new Passed(parameter, type, role)));
        } else if (role == Role.GIVEN) {
            given.addAll(types);
        } else {
            held.addAll(types);
        }
    }

    /** Takes notice that any object is called, which comes by a parameter. */
    void receiver(int parameter) {
        if (parameter != CallArgumentFacts.OTHER) {
            passed.add(new Passed(parameter, "java.lang.Object", Role.RECEIVER));
        }
    }

    /** What is held, to add to. */
    Set<String> held() {
        return held;
    }

    /**
     * The call of what has been found.
     *
     * @param receiver type of the object that is called, or empty
     */
    OutsideCall call(String method, String receiver, List<String> reflected) {
        List<Passed> only = new ArrayList<>(passed);
        only.removeIf(one -> one.role() == Role.GIVEN && given.contains(one.type())
                || one.role() == Role.HELD && held.contains(one.type()));
        return new OutsideCall(
                method, receiver, all(given, Role.GIVEN, only), all(held, Role.HELD, only), reflected, only);
    }

    private static List<String> all(Set<String> types, Role role, List<Passed> passed) {
        Set<String> all = new LinkedHashSet<>(types);
        passed.stream().filter(one -> one.role() == role).map(Passed::type).forEach(all::add);
        return List.copyOf(all);
    }
}
