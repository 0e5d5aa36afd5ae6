package paredown.cut.move;

import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.Set;
import javax.lang.model.element.Modifier;
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
 * Moves a class that lies inside another to a file of its own, in the same package.
 *
 * @param type the class, simple or qualified
 */
public record UnnestClass(String type) implements Cut {
    @Override
    public String kind() {
        return MoveClass.KIND.name();
    }

    @Override
    public String commandLine() {
        return "move class " + type + " --top-level";
    }

    @Override
    public Set<String> words(Sources sources) {
        return Set.of(TypeName.simple(sources, type));
    }

    /** What is private on either side is seen in the package afterwards: a subclass may come to override it. */
    @Override
    public Collection<Path> further(Sources sources) {
        String at = TypeName.resolve(sources, type);
        Set<Path> files = new LinkedHashSet<>();
        // A text may have its binary name, with a dollar sign in front of the last part.
        files.addAll(OutsideJava.naming(sources, at.substring(0, Math.max(0, at.lastIndexOf('.')))));
        while (!sources.declaring(at).isEmpty()) {
            files.addAll(sources.extending(at));
            at = at.substring(0, Math.max(0, at.lastIndexOf('.')));
        }
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            DeclaredClass moved = MemberName.owner(sources, touched, type);
            Place place = moved.file().place(moved.tree());
            Required.ownFile(sources, moved.file(), place);
            check(sources, moved, place);
            return new Unnesting(sources, touched, moved).plan();
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private static void check(Sources sources, DeclaredClass moved, Place place) {
        String name = moved.simpleName();
        if (!moved.element().getNestingKind().isNested()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + name + "' stands at the top of its file already",
                    "name a class that lies inside another");
        }
        if (!moved.element().getModifiers().contains(Modifier.STATIC)) {
            String outer = moved.element().getEnclosingElement().getSimpleName().toString();
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + name + "' is an inner class: its objects belong to one of " + outer,
                    "make it static first");
        }
        String packageName = moved.file().packageName();
        boolean taken = !sources.declaring(packageName.isEmpty() ? name : packageName + "." + name)
                .isEmpty();
        boolean there = sources.file(moved.file().source().path().resolveSibling(name + ".java"))
                .isPresent();
        if (taken || there) {
            throw Required.refused(
                    place,
                    Rule.NAME_IS_FREE,
                    taken
                            ? "the package has a type '" + name + "' already"
                            : "there is a file " + name + ".java already",
                    "give one of them another name first");
        }
    }
}
