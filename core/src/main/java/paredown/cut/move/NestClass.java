package paredown.cut.move;

import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.tree.DeclaredClass;
import paredown.tree.MemberName;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TypeName;
import paredown.verdict.Place;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.Verdict;

/**
 * Moves a class at the top of its file into another class of its package, as a static member.
 *
 * @param type the class, simple or qualified
 * @param into the class that it goes into, simple or qualified
 */
public record NestClass(String type, String into) implements Cut {
    @Override
    public String kind() {
        return MoveClass.KIND.name();
    }

    @Override
    public String commandLine() {
        return "move class " + type + " --into " + into;
    }

    @Override
    public Set<String> words(Sources sources) {
        return Set.of(TypeName.simple(sources, type));
    }

    @Override
    public Collection<Path> further(Sources sources) {
        Set<Path> files = new LinkedHashSet<>();
        files.add(TypeName.file(sources, TypeName.resolve(sources, type)));
        files.addAll(OutsideJava.naming(sources, TypeName.resolve(sources, type)));
        files.add(TypeName.file(sources, TypeName.resolve(sources, into)));
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            DeclaredClass moved = MemberName.owner(sources, touched, type);
            DeclaredClass target = MemberName.owner(sources, touched, into);
            Place place = moved.file().place(moved.tree());
            Required.ownFile(sources, moved.file(), place);
            Required.ownFile(sources, target.file(), target.file().place(target.tree()));
            checkKinds(moved, target, place);
            checkPackage(moved, target, place);
            checkName(moved, target);
            return new Nesting(sources, touched, moved, target).plan();
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private static void checkKinds(DeclaredClass moved, DeclaredClass target, Place place) {
        String name = moved.simpleName();
        if (moved.element().getNestingKind().isNested()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + name + "' lies inside a class already",
                    "take it out with --top-level first");
        }
        for (Element at = target.element(); at instanceof TypeElement type; at = at.getEnclosingElement()) {
            if (at.equals(moved.element())) {
                throw Required.refused(
                        place,
                        Rule.FITS_THE_KIND,
                        "'" + target.nameInPackage() + "' is or lies in '" + name + "' itself",
                        "name another class");
            }
            boolean below = target.file()
                    .attribution()
                    .types()
                    .isSubtype(
                            target.file().attribution().types().erasure(type.asType()),
                            target.file()
                                    .attribution()
                                    .types()
                                    .erasure(moved.element().asType()));
            if (below) {
                throw Required.refused(
                        target.file().place(target.tree()),
                        Rule.FITS_THE_KIND,
                        "'" + type.getSimpleName() + "' is below '" + name + "', which cannot be a member of it",
                        "name another class");
            }
            boolean inner = type.getNestingKind() == NestingKind.MEMBER
                    && !type.getModifiers().contains(Modifier.STATIC);
            if (inner || type.getKind() == ElementKind.ANNOTATION_TYPE) {
                throw Required.refused(
                        target.file().place(target.tree()),
                        Rule.FITS_THE_KIND,
                        "'" + target.nameInPackage() + "' is or lies in "
                                + (inner ? "an inner class" : "an annotation type"),
                        inner ? "make it static first" : "name another class");
            }
        }
    }

    private static void checkPackage(DeclaredClass moved, DeclaredClass target, Place place) {
        String from = moved.file().packageName();
        String to = target.file().packageName();
        if (from.isEmpty() || !from.equals(to)) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    from.isEmpty()
                            ? "what lies in no package cannot be imported"
                            : "'" + moved.simpleName() + "' is in " + from + ", and '" + target.simpleName() + "' in "
                                    + to,
                    from.isEmpty() ? "give both a package first" : "move it there first with --to " + to);
        }
    }

    private static void checkName(DeclaredClass moved, DeclaredClass target) {
        String name = moved.simpleName();
        boolean around = false;
        for (Element at = target.element(); at instanceof TypeElement; at = at.getEnclosingElement()) {
            around |= at.getSimpleName().contentEquals(name);
        }
        boolean there = target.file().attribution().elements().getAllMembers(target.element()).stream()
                .anyMatch(
                        one -> one instanceof TypeElement && one.getSimpleName().contentEquals(name));
        if (around || there) {
            throw Required.refused(
                    target.file().place(target.tree()),
                    Rule.NAME_IS_FREE,
                    "'" + target.simpleName() + "' " + (around ? "has" : "knows a type of") + " that name already",
                    "give one of them another name first");
        }
    }
}
