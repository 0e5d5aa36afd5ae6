package paredown.cut.move;

import java.nio.file.Path;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import paredown.code.index.Sources;
import paredown.cut.Cut;
import paredown.cut.CutArgument;
import paredown.cut.CutKind;
import paredown.tree.DeclaredClass;
import paredown.tree.MemberName;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TypeName;
import paredown.verdict.Place;
import paredown.verdict.RefusedException;
import paredown.verdict.Rule;
import paredown.verdict.UnknownNameException;
import paredown.verdict.Verdict;

/**
 * Moves a class at the top of its file to another package.
 *
 * @param type the class, simple or qualified
 * @param to the package
 */
public record MoveClass(String type, String to) implements Cut {
    public static final CutKind KIND = new CutKind(
            "move-class",
            "Move a class to another package, or into or out of another class.",
            "Imports, qualified names, links in comments and service files follow. What only its package, or the class around it, could see is opened where it is needed across the border, and the preview says so. Mentions elsewhere are pointed out.",
            List.of(
                    CutArgument.subject("type", "TYPE", "The class, by its simple or qualified name."),
                    CutArgument.alternative("to", "PACKAGE", "The package that it moves to."),
                    CutArgument.alternative(
                            "into", "CLASS", "The class of its package that it becomes a static member of."),
                    CutArgument.flag("topLevel", "Out of the class around it, to a file of its own.")
                            .asAlternative()),
            List.of(
                    "meridian.sky.Airmass --to meridian.plan",
                    "Airmass --to meridian.plan --preview",
                    "LogEntry.Kind --top-level",
                    "meridian.sky.MoonGlare --into meridian.sky.Moon"),
            of -> of.on("topLevel")
                    ? new UnnestClass(of.text("type"))
                    : of.optional("into")
                            .<Cut>map(into -> new NestClass(of.text("type"), into))
                            .orElseGet(() -> new MoveClass(of.text("type"), of.text("to"))));

    @Override
    public String kind() {
        return KIND.name();
    }

    @Override
    public String commandLine() {
        return "move class " + type + " --to " + to;
    }

    @Override
    public Set<String> words(Sources sources) {
        return Set.of(TypeName.simple(sources, type));
    }

    /** A file may use what is visible in the package only without naming the class, and what the class itself uses may be visible there only. */
    @Override
    public Collection<Path> further(Sources sources) {
        String resolved = TypeName.resolve(sources, type);
        Path own = TypeName.file(sources, resolved);
        String packageName = sources.outline(own).packageName();
        Set<Path> files = new LinkedHashSet<>();
        files.add(own);
        files.addAll(OutsideJava.naming(sources, resolved));
        // A class above may look for what lies beside the class of its object.
        files.addAll(sources.extendedBy(resolved));
        sources.files()
                .map(file -> file.path())
                .filter(path -> path.getFileName().toString().endsWith(".java")
                        && sources.outline(path).packageName().equals(packageName)
                        && (sources.mayUse(path, resolved)
                                || sources.outline(path).types().stream().anyMatch(one -> sources.mayUse(own, one))))
                .forEach(files::add);
        return files;
    }

    @Override
    public Verdict plan(Sources sources, Touched touched) {
        try {
            DeclaredClass moved = MemberName.owner(sources, touched, type);
            Place place = moved.file().place(moved.tree());
            Required.ownFile(sources, moved.file(), place);
            check(sources, moved, place);
            RelativeResources.requireNone(touched, moved, place);
            return new ClassMove(sources, touched, moved, to).plan();
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    private void check(Sources sources, DeclaredClass moved, Place place) {
        if (!SourceVersion.isName(to)) {
            throw new UnknownNameException("'" + to + "' is no name for a package", java.util.List.of());
        }
        if (moved.element().getNestingKind().isNested()) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + moved.simpleName() + "' lies inside another class",
                    "take it out first: --top-level; or move the class around it");
        }
        if (!sources.declaring(to).isEmpty()) {
            throw Required.refused(
                    place, Rule.FITS_THE_KIND, "'" + to + "' is a class, no package", "pare move class --into " + to);
        }
        String packageName = moved.file().packageName();
        if (packageName.isEmpty() || packageName.equals(to)) {
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    packageName.isEmpty()
                            ? "what lies in no package cannot be imported"
                            : "'" + moved.simpleName() + "' is in " + to + " already",
                    packageName.isEmpty() ? "write a package for it and its users first" : "name another package");
        }
        checkFamily(moved, place);
        boolean taken = !sources.declaring(to + "." + moved.simpleName()).isEmpty();
        if (taken) {
            throw Required.refused(
                    place,
                    Rule.NAME_IS_FREE,
                    to + " has a type '" + moved.simpleName() + "' already",
                    packageName.isEmpty() ? "write a package for it and its users first" : "name another package");
        }
    }

    /** A sealed type and those that it permits stand in one package, unless a module holds them together. JLS 8.1.1.2, 8.1.6. */
    private static void checkFamily(DeclaredClass moved, Place place) {
        TypeElement type = moved.element();
        Optional<Element> sealed = Stream.concat(
                        Stream.of(type),
                        moved.file().attribution().types().directSupertypes(type.asType()).stream()
                                .map(one -> ((DeclaredType) one).asElement()))
                .filter(one -> one.getModifiers().contains(Modifier.SEALED))
                .findFirst();
        // Before modules there were no sealed types, and of those days' code there is no module to ask for.
        if (sealed.isPresent()
                && moved.file().attribution().elements().getModuleOf(type).isUnnamed()) {
            String name = sealed.get().getSimpleName().toString();
            throw Required.refused(
                    place,
                    Rule.FITS_THE_KIND,
                    "'" + name + "' is sealed: it and the types that it permits must stand in one package",
                    "take 'sealed' from '" + name + "' first, or leave '" + moved.simpleName() + "' where it is");
        }
    }
}
