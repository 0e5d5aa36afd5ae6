package paredown.cut;

import com.sun.source.tree.ClassTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import paredown.code.Overriding;
import paredown.cut.SourceClass.Member;

/** Which method a call may reach at run time. */
public final class Dispatch {
    private Dispatch() {}

    /**
     * Refuses a method that another one in the files overrides.
     *
     * @param wayOut what would work instead
     */
    public static void requireNotOverridden(Touched touched, Member method, Place place, String wayOut) {
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
                        throw Required.refused(
                                place,
                                Rule.KEEPS_DISPATCH,
                                "'" + file.symbol(other) + "' overrides '" + method.name() + "'",
                                wayOut);
                    }
                }
            }
        }
    }

    /** Refuses a method that answers for one of a supertype. */
    public static void requireOwn(SourceClass owner, Member method, Place place, String wayOut) {
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
            Touched touched, SourceClass owner, Member method, Place place, String wayOut) {
        for (TouchedFile file : touched.files()) {
            Overriding overriding = new Overriding(file.attribution());
            for (Element type : declared(file)) {
                boolean answers = type instanceof TypeElement below
                        && overriding.supertypes(below).stream()
                                .filter(above -> file.symbol(above).equals(owner.symbol()))
                                .flatMap(above -> above.getEnclosedElements().stream())
                                .anyMatch(one -> file.symbol(one).equals(method.symbol())
                                        && overriding.answersFor((ExecutableElement) one, below));
                if (answers) {
                    throw Required.refused(
                            place,
                            Rule.KEEPS_DISPATCH,
                            "by '" + method.name() + "' " + type.getSimpleName() + " answers for an interface",
                            wayOut);
                }
            }
        }
    }

    /** Refuses a method that would come to answer, in a class below, for an interface that the class it goes to knows nothing of. */
    public static void requireNoAnswerBelow(
            Touched touched, SourceClass target, String method, Place place, String wayOut) {
        for (TouchedFile file : touched.files()) {
            Overriding overriding = new Overriding(file.attribution());
            for (Element type : declared(file)) {
                Set<TypeElement> above = type instanceof TypeElement below ? overriding.supertypes(below) : Set.of();
                boolean isBelow =
                        above.stream().anyMatch(one -> file.symbol(one).equals(target.symbol()));
                boolean answers = isBelow
                        && above.stream()
                                .filter(one -> one.getKind().isInterface() && !target.isA(file.symbol(one)))
                                .flatMap(one -> one.getEnclosedElements().stream())
                                .anyMatch(one -> one.getSimpleName().contentEquals(method));
                if (answers) {
                    throw Required.refused(
                            place,
                            Rule.KEEPS_DISPATCH,
                            "by '" + method + "' " + type.getSimpleName() + " would answer for an interface",
                            wayOut);
                }
            }
        }
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
