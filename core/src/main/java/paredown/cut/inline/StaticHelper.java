package paredown.cut.inline;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import paredown.source.Draft;
import paredown.source.Edit;
import paredown.source.Region;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.MemberText;
import paredown.tree.Scopes;
import paredown.tree.TouchedFile;
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
            Draft text = said(target, moved, member).write(work.moved(member, target, closed(target, members, member)));
            (member.isField() ? fields : methods).add(text);
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

    /** What was visible in its package for its only user is private there. */
    private List<Edit> closed(DeclaredClass target, List<Use> uses, Member member) {
        boolean seen = member.element().getModifiers().stream()
                .anyMatch(one -> Set.of(Modifier.PUBLIC, Modifier.PROTECTED, Modifier.PRIVATE)
                        .contains(one));
        boolean near = uses.stream()
                .filter(use -> use.symbol().equals(member.symbol()))
                .allMatch(use -> Scopes.outermost(use.file().element(Scopes.type(use.path())))
                        .equals(Scopes.outermost(target.element())));
        TouchedFile file = work.source.file();
        return seen || !near
                ? List.of()
                : List.of(Edit.insert(
                        work.source
                                .file()
                                .word("static", member.declaration().start())
                                .start(),
                        "private "));
    }

    /** What is said of a class with one member is said of that, where it says nothing itself. */
    private Draft said(DeclaredClass target, List<Member> moved, Member member) {
        TouchedFile file = work.source.file();
        Region type = file.region(work.source.tree());
        Region above = new Region(MemberText.withComments(file, type).start(), type.start());
        String comment = file.text().substring(above.start(), above.end());
        boolean silent = member.withComments().start() == member.declaration().start();
        boolean line = comment.startsWith("/**") && comment.strip().lines().count() == 1;
        return moved.size() == 1 && silent && line
                ? work.comments(above, target).write(target.memberIndentation())
                : new Draft();
    }
}
