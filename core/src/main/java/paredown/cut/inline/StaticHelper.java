package paredown.cut.inline;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.ElementKind;
import paredown.source.Draft;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Use;
import paredown.verdict.Plan;
import paredown.verdict.Rule;

/** A class of static members goes into the class that uses them. */
final class StaticHelper {
    private final ClassInlining work;
    private final Optional<String> into;

    StaticHelper(ClassInlining work, Optional<String> into) {
        this.work = work;
        this.into = into;
    }

    Plan plan() {
        DeclaredClass source = work.source;
        List<Use> members = work.uses(true);
        DeclaredClass target = work.target(into, members);
        if (target.element().getKind() != ElementKind.CLASS || target.symbol().equals(source.symbol())) {
            throw work.refused(work.place(), Rule.FITS_THE_KIND, target.simpleName() + " cannot take its members");
        }
        List<Member> moved = source.members().stream()
                .filter(member -> member.element().getKind() != ElementKind.CONSTRUCTOR)
                .toList();
        work.requireFreeNames(target, moved);
        for (Use use : work.uses(false)) {
            if (!work.isQualifier(use)) {
                throw work.refused(
                        use.place(), Rule.FITS_THE_KIND, "'" + source.simpleName() + "' is named as a type here");
            }
        }
        work.requireQuiet(target, members);
        List<Draft> fields = new ArrayList<>();
        List<Draft> methods = new ArrayList<>();
        for (Member member : moved) {
            if (member.isField() && !work.isFreeOfOrder(member)) {
                throw work.refused(
                        source.file().place(member.tree()),
                        Rule.KEEPS_INITIALISATION_ORDER,
                        "the value of '" + member.name() + "' is worked out when " + source.simpleName()
                                + " is initialised");
            }
            (member.isField() ? fields : methods).add(work.moved(member, target, List.of()));
        }
        for (Use use : members) {
            work.redirect(use, target);
        }
        if (target.isEmpty()) {
            work.fill(target, fields, methods);
        } else {
            if (!fields.isEmpty()) {
                work.prepend(target, fields);
            }
            if (!methods.isEmpty()) {
                work.append(target, methods);
            }
        }
        List<String> warnings = target.file().packageName().equals(source.file().packageName())
                ? List.of()
                : List.of("'" + source.simpleName() + "' leaves the package "
                        + source.file().packageName());
        return work.finished(
                target,
                "inline class " + source.simpleName() + " into " + target.simpleName(),
                members.size(),
                warnings);
    }
}
