package paredown.cut.extract;

import java.util.HashSet;
import java.util.List;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.RecordComponentElement;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Required;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/** A record that is there and does nothing but hold some values: what it gives back is what it was given. */
final class HoldingRecord {
    private HoldingRecord() {}

    /**
     * Its components, in their order.
     *
     * @throws paredown.verdict.RefusedException when it holds others than those wanted, or has a say in them
     */
    static List<String> components(DeclaredClass type, List<String> wanted) {
        Place place = type.file().place(type.tree());
        String wayOut = "make a record of its own with --name";
        if (type.element().getKind() != ElementKind.RECORD) {
            throw Required.refused(place, Rule.FITS_THE_KIND, "'" + type.simpleName() + "' is no record", wayOut);
        }
        List<String> components = type.element().getRecordComponents().stream()
                .map(RecordComponentElement::getSimpleName)
                .map(String::valueOf)
                .toList();
        List<String> lacking =
                wanted.stream().filter(one -> !components.contains(one)).toList();
        List<String> further =
                components.stream().filter(one -> !wanted.contains(one)).toList();
        if (!lacking.isEmpty() || !further.isEmpty()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + type.simpleName() + "' "
                            + (lacking.isEmpty()
                                    ? "holds '" + further.get(0) + "' too, which the methods do not take"
                                    : "does not hold '" + lacking.get(0) + "'"),
                    wayOut);
        }
        boolean speaks = type.members().stream().anyMatch(member -> isSaid(type, member, new HashSet<>(components)));
        if (speaks || !type.element().getTypeParameters().isEmpty()) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_EVALUATION,
                    "'" + type.simpleName()
                            + "' has a constructor or an accessor of its own, which may check or change the values",
                    wayOut);
        }
        return components;
    }

    /** Whether a member stands between what a record is given and what it gives. */
    private static boolean isSaid(DeclaredClass type, Member member, HashSet<String> components) {
        boolean written = type.file().end(member.tree()) > type.openBrace();
        boolean accessor =
                member.isMethod() && member.method().getParameters().isEmpty() && components.contains(member.name());
        return written && (accessor || member.element().getKind() == ElementKind.CONSTRUCTOR);
    }
}
