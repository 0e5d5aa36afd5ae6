package paredown.code.index;

import java.beans.Introspector;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.type.TypeKind;

/** Properties by the names of their accessors. JavaBeans Specification 1.01, 8.3 and 8.8. */
public final class Beans {
    private Beans() {}

    /** The property that a method reads or sets, such as {@code seeing} for {@code setSeeing(double)}; empty for any other method. */
    public static String property(ExecutableElement method) {
        String name = method.getSimpleName().toString();
        int parameters = method.getParameters().size();
        boolean gives = method.getReturnType().getKind() != TypeKind.VOID;
        boolean reads = parameters == 0
                && gives
                && (hasPrefix(name, "get")
                        || hasPrefix(name, "is") && method.getReturnType().getKind() == TypeKind.BOOLEAN);
        boolean sets = parameters == 1 && hasPrefix(name, "set");
        return reads || sets ? Introspector.decapitalize(name.substring(name.startsWith("is") ? 2 : 3)) : "";
    }

    private static boolean hasPrefix(String name, String prefix) {
        return name.length() > prefix.length()
                && name.startsWith(prefix)
                && !Character.isLowerCase(name.charAt(prefix.length()));
    }
}
