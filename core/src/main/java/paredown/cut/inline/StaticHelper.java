package paredown.cut.inline;

import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.ElementKind;
import paredown.cut.Plan;
import paredown.cut.Rule;
import paredown.cut.Scopes;
import paredown.cut.SourceClass;
import paredown.cut.SourceClass.Member;
import paredown.cut.Use;
import paredown.source.Draft;
import paredown.source.Edit;

/** A class of static members goes into the class that uses them. */
final class StaticHelper {
    private final Dissolving work;
    private final Optional<String> into;

    StaticHelper(Dissolving work, Optional<String> into) {
        this.work = work;
        this.into = into;
    }

    Plan plan() {
        SourceClass source = work.source;
        List<Use> members = work.uses(true);
        SourceClass target = work.target(into, members);
        if (target.element().getKind() != ElementKind.CLASS || target.symbol().equals(source.symbol())) {
            throw work.refused(work.place(), Rule.FITS_THE_KIND, target.simpleName() + " cannot take its members");
        }
        List<Member> moved = source.members().stream()
                .filter(member -> member.element().getKind() != ElementKind.CONSTRUCTOR)
                .toList();
        work.requireFreeNames(target, moved);
        for (Use use : work.uses(false)) {
            boolean qualifies = use.path().getParentPath().getLeaf() instanceof MemberSelectTree select
                            && select.getExpression() == use.tree()
                            && !select.getIdentifier().contentEquals("class")
                    || use.path().getParentPath().getLeaf() instanceof MemberReferenceTree;
            if (!qualifies) {
                throw work.refused(
                        use.place(), Rule.FITS_THE_KIND, "'" + source.simpleName() + "' is named as a type here");
            }
        }
        List<Draft> fields = new ArrayList<>();
        List<Draft> methods = new ArrayList<>();
        for (Member member : moved) {
            if (member.isField() && !work.isFreeOfOrder(member)) {
                throw work.refused(
                        source.file().place(member.tree()),
                        Rule.KEEPS_INITIALISATION_ORDER,
                        "the value of '" + member.name() + "' is worked out when " + source.simpleName()
                                + " is loaded");
            }
            (member.isField() ? fields : methods).add(work.moved(member, target, List.of()));
        }
        for (Use use : members) {
            redirect(use, target);
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

    private void redirect(Use use, SourceClass target) {
        boolean here = target.element().equals(use.file().element(Scopes.type(use.path())));
        boolean hidden = use.target().getKind().isField()
                && Scopes.localNames(use.path())
                        .contains(use.target().getSimpleName().toString());
        String type = work.edits.types(use.file()).of(target.element());
        if (use.isMethodReference()) {
            work.edits.add(
                    use.file(), new Edit(use.file().region(use.qualifier().orElseThrow()), type));
        } else if (use.form() == Use.Form.NAME) {
            if (!here) {
                work.edits.add(use.file(), Edit.insert(use.file().start(use.tree()), type + "."));
            }
        } else {
            int start = use.file().start(use.tree());
            int name = use.file().name(use.tree()).start();
            String text = here && !hidden ? "" : type + ".";
            work.edits.add(use.file(), new Edit(new paredown.source.Region(start, name), text));
        }
    }
}
