package paredown.cut.extract;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import paredown.code.index.Sources;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;

/**
 * The fields that become components, where the new class is a record.
 *
 * @param fields in order; empty where it is a class
 */
record RecordComponents(List<Member> fields) {
    /** JLS 8.10.1: names that no component has. */
    private static final Set<String> FORBIDDEN =
            Set.of("clone", "finalize", "getClass", "hashCode", "notify", "notifyAll", "toString", "wait");

    /**
     * A class becomes a record where all its state is final and handed over, no comment or annotation stands at a field, and no method has
     * the name of an accessor: JLS 8.10.3 would take it for one.
     */
    static RecordComponents of(
            Sources sources, DeclaredClass source, Set<Member> moved, List<Member> handedOver, MemberNames names) {
        boolean plain = moved.stream()
                .filter(member -> member.isField() && !member.isStatic())
                .allMatch(field -> handedOver.contains(field)
                        && field.isFinal()
                        && field.isBare()
                        && !source.sharesDeclaration(field));
        Set<String> components = handedOver.stream().map(names::of).collect(Collectors.toSet());
        boolean free = moved.stream()
                .filter(Member::isMethod)
                .noneMatch(method -> components.contains(names.of(method))
                        || method.element().getModifiers().contains(Modifier.NATIVE));
        boolean fits = plain
                && free
                && components.stream().noneMatch(FORBIDDEN::contains)
                && !source.isA("java.io.Serializable")
                && SeveralResults.areRecordsKnown(sources, source.file());
        return new RecordComponents(fits ? handedOver : List.of());
    }

    /** Whether the new class is a record. */
    boolean areAny() {
        return !fields.isEmpty();
    }

    boolean contains(Member member) {
        return fields.contains(member);
    }
}
