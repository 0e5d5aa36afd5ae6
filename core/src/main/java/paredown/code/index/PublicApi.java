package paredown.code.index;

import java.util.List;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.project.Configuration;

/**
 * What code outside the project may rely on. The configuration's {@code publicApi} says whether there is such code; where it does not, the
 * code does: a project of which much public code has no caller in it is there to be used by others.
 */
public final class PublicApi {
    /** A project with fewer public methods is told nothing by them. */
    private static final int ENOUGH = 200;

    /** Whether somebody outside builds on the project, from surely not to surely. */
    public enum Users {
        /** The configuration says that there are none. */
        NONE,
        /** Nothing is known of any. */
        POSSIBLE,
        /** It looks like a library. */
        LIKELY,
        /** The configuration promises them that what they use stays. */
        PROMISED
    }

    private PublicApi() {}

    /** Who may be there outside. */
    public static Users users(Sources sources) {
        return switch (sources.project().configuration().publicApi()) {
            case FREE -> Users.NONE;
            case KEEP -> Users.PROMISED;
            case UNKNOWN -> sources.isLibrary() ? Users.LIKELY : Users.POSSIBLE;
        };
    }

    /** Whether a project is there to be used by others. */
    public static boolean isLibrary(CodeBase code) {
        Configuration.PublicApi api = code.sources().project().configuration().publicApi();
        return api == Configuration.PublicApi.UNKNOWN
                ? code.sources().isLibrary(() -> looksLikeLibrary(code))
                : api == Configuration.PublicApi.KEEP;
    }

    /** Whether more than a third of 200 or more public methods have no caller in the production code. */
    static boolean looksLikeLibrary(CodeBase code) {
        long shown = 0;
        long unused = 0;
        for (TypeFacts type : (Iterable<TypeFacts>) code.types().filter(code::isApi)::iterator) {
            for (MemberFacts member : type.members()) {
                if (member.isMethod() && member.is(Modifier.PUBLIC) && !member.overrides()) {
                    shown++;
                    unused += code.uses(member.symbol()).stream()
                                    .allMatch(use -> use.type().test())
                            ? 1
                            : 0;
                }
            }
        }
        return shown >= ENOUGH && unused * 3 > shown;
    }

    /** Whether the modifiers of a declaration, and of all around it, let code of other packages name it. */
    public static boolean isOpen(Element element) {
        for (Element at = element; at.getKind() != ElementKind.PACKAGE; at = at.getEnclosingElement()) {
            boolean member = at.getEnclosingElement() instanceof TypeElement || at instanceof TypeElement;
            if (!member || !isPublic(at) && !isForSubclasses(at)) {
                return false;
            }
        }
        return true;
    }

    /** Whether only code of other packages that extends its class can name it, and can do so. */
    public static boolean isForSubclasses(Element element) {
        return element.getModifiers().contains(Modifier.PROTECTED)
                && element.getEnclosingElement() instanceof TypeElement owner
                && isExtensible(owner);
    }

    /** Whether code outside may override a method that is {@linkplain #isOpen open}. */
    public static boolean isOverridable(ExecutableElement method) {
        boolean settled = method.getModifiers().stream()
                .anyMatch(one -> one == Modifier.FINAL || one == Modifier.STATIC || one == Modifier.PRIVATE);
        return !settled
                && method.getKind() == ElementKind.METHOD
                && method.getEnclosingElement() instanceof TypeElement owner
                && (owner.getKind().isInterface() || isExtensible(owner));
    }

    private static boolean isExtensible(TypeElement type) {
        boolean closed = type.getModifiers().contains(Modifier.FINAL)
                || type.getModifiers().contains(Modifier.SEALED);
        return type.getKind() == ElementKind.CLASS
                && !closed
                && ElementFilter.constructorsIn(type.getEnclosedElements()).stream()
                        .anyMatch(one -> !one.getModifiers().contains(Modifier.PRIVATE));
    }

    /**
     * Whether a public method is one of the two by which a property of a bean is read and set. Whoever fills or reads beans looks for them by
     * the name of the property. JavaBeans Specification 1.01, 8.3.
     */
    public static boolean isOfAccessorPair(ExecutableElement method) {
        String property = Beans.property(method);
        if (property.isEmpty() || !isPublic(method) || method.getModifiers().contains(Modifier.STATIC)) {
            return false;
        }
        boolean sets = !method.getParameters().isEmpty();
        List<ExecutableElement> beside =
                ElementFilter.methodsIn(method.getEnclosingElement().getEnclosedElements());
        return beside.stream()
                .anyMatch(other -> isPublic(other)
                        && Beans.property(other).equals(property)
                        && other.getParameters().isEmpty() == sets);
    }

    private static boolean isPublic(Element element) {
        return element.getModifiers().contains(Modifier.PUBLIC);
    }
}
