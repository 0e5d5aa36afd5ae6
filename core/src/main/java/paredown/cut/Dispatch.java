package paredown.cut;

import com.sun.source.tree.ClassTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import paredown.analysis.outside.OutsideUsers;
import paredown.code.compile.Overriding;
import paredown.tree.DeclaredClass;
import paredown.tree.DeclaredClass.Member;
import paredown.tree.Required;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Place;
import paredown.verdict.Rule;

/** Which method a call may reach at run time. */
public final class Dispatch {
    private Dispatch() {}

    /**
     * Refuses a method that another one in the files overrides, or one outside the project may.
     *
     * @param wayOut what would work instead
     */
    public static void requireNotOverridden(Touched touched, Member method, Place place, String wayOut) {
        overriding(touched, method).ifPresent(other -> {
            throw Required.refused(
                    place, Rule.KEEPS_DISPATCH, "'" + other + "' overrides '" + method.name() + "'", wayOut);
        });
        if (touched.outside().mayOverride(place.file(), method.method())) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_DISPATCH,
                    "code outside this project may override '" + method.name() + "'",
                    OutsideUsers.wayOut(wayOut));
        }
    }

    /** The first method in the files that overrides one, as a symbol. */
    public static Optional<String> overriding(Touched touched, Member method) {
        for (TouchedFile file : touched.files()) {
            Overriding overriding = new Overriding(file.attribution());
            for (Element type : declared(file)) {
                for (Element other : type.getEnclosedElements()) {
                    boolean candidate = other.getKind() == ElementKind.METHOD
                            && other.getSimpleName().equals(method.element().getSimpleName())
                            && !file.symbol(other).equals(method.symbol());
                    boolean overrides = candidate
                            && overriding
                                    .overridden((ExecutableElement) other)
                                    .anyMatch(one -> file.symbol(one).equals(method.symbol()));
                    if (overrides) {
                        return Optional.of(file.symbol(other));
                    }
                }
            }
        }
        return Optional.empty();
    }

    /** Refuses a method that answers for one of a supertype. */
    public static void requireOwn(DeclaredClass owner, Member method, Place place, String wayOut) {
        Optional<ExecutableElement> above = new Overriding(owner.file().attribution())
                .overridden(method.method())
                .findFirst();
        if (above.isPresent()) {
            throw Required.refused(
                    place,
                    Rule.KEEPS_DISPATCH,
                    "'" + method.name() + "' answers for " + owner.file().symbol(above.get()),
                    wayOut);
        }
    }

    /** Refuses a method with which a class below answers for an interface, though it never names it. */
    public static void requireNotInherited(
            Touched touched, DeclaredClass owner, Member method, Place place, String wayOut) {
        below(
                        touched,
                        owner,
                        (file, overriding, type, above) -> above.getEnclosedElements().stream()
                                .anyMatch(one -> file.symbol(one).equals(method.symbol())
                                        && overriding.answersFor((ExecutableElement) one, type)))
                .ifPresent(type -> {
                    throw Required.refused(
                            place,
                            Rule.KEEPS_DISPATCH,
                            "by '" + method.name() + "' " + type.getSimpleName() + " answers for an interface",
                            wayOut);
                });
    }

    /** Refuses a method that would come to answer, in a class below, for an interface that the class it goes to knows nothing of. */
    public static void requireNoAnswerBelow(
            Touched touched, DeclaredClass target, String method, Place place, String wayOut) {
        below(
                        touched,
                        target,
                        (file, overriding, type, above) -> overriding.supertypes(type).stream()
                                .filter(one -> one.getKind().isInterface() && !target.isA(file.symbol(one)))
                                .flatMap(one -> one.getEnclosedElements().stream())
                                .anyMatch(one -> one.getSimpleName().contentEquals(method)))
                .ifPresent(type -> {
                    throw Required.refused(
                            place,
                            Rule.KEEPS_DISPATCH,
                            "by '" + method + "' " + type.getSimpleName() + " would answer for an interface",
                            wayOut);
                });
    }

    /** What is asked of a class in a file and the class above it. */
    private interface Below {
        boolean fits(TouchedFile file, Overriding overriding, TypeElement type, TypeElement above);
    }

    /** The first class below one that fits, among those that the files declare. */
    private static Optional<TypeElement> below(Touched touched, DeclaredClass owner, Below wanted) {
        for (TouchedFile file : touched.files()) {
            Overriding overriding = new Overriding(file.attribution());
            for (Element declared : declared(file)) {
                boolean fits = declared instanceof TypeElement type
                        && overriding.supertypes(type).stream()
                                .filter(above -> file.symbol(above).equals(owner.symbol()))
                                .anyMatch(above -> wanted.fits(file, overriding, type, above));
                if (fits) {
                    return Optional.of((TypeElement) declared);
                }
            }
        }
        return Optional.empty();
    }

    private static List<Element> declared(TouchedFile file) {
        List<Element> found = new ArrayList<>();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitClass(ClassTree tree, Void nothing) {
                Element element = file.element(getCurrentPath());
                if (element != null) {
                    found.add(element);
                }
                return super.visitClass(tree, nothing);
            }
        }.scan(new TreePath(file.unit()), null);
        return found;
    }
}
