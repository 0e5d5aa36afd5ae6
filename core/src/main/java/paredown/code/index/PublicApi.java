package paredown.code.index;

import java.util.List;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import paredown.project.Configuration;
import paredown.project.Progress;

/**
 * What code outside the project may rely on. The configuration's {@code publicApi} says whether there is such code; where it does not,
 * {@link LikelyUsers} tells it by the code and the build file.
 */
public final class PublicApi {
    /** Whether somebody outside builds on the project, from surely not to surely. */
    public enum Users {
        /** The configuration says that there are none, or it is an application. */
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
            case UNKNOWN -> sources.users(() -> LikelyUsers.of(CodeBase.read(sources, false, Progress.SILENT)));
        };
    }

    /** Who may be there outside, where the code was read already. */
    public static Users users(CodeBase code) {
        return code.sources().project().configuration().publicApi() == Configuration.PublicApi.UNKNOWN
                ? code.sources().users(() -> LikelyUsers.of(code))
                : users(code.sources());
    }

    // pare: accept feature-envy: what is outside is said in one place
    /** Whether nobody is there outside; without reading the code where no file can have a {@code main}. */
    public static boolean hasNoUsers(Sources sources) {
        Configuration.PublicApi told = sources.project().configuration().publicApi();
        boolean mayStart = told == Configuration.PublicApi.UNKNOWN
                && sources.mentioning(List.of("main")).stream().anyMatch(file -> !sources.isTest(file));
        return told == Configuration.PublicApi.FREE || mayStart && users(sources) == Users.NONE;
    }

    /** Whether a project is there to be used by others. */
    public static boolean isLibrary(CodeBase code) {
        Users users = users(code);
        return users == Users.LIKELY || users == Users.PROMISED;
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
