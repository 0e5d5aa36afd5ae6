package paredown.code.compile;

import java.util.IdentityHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;

/**
 * The names by which declarations are known outside the compiler: {@code a.b.Type.Nested}, {@code a.b.Type#field},
 * {@code a.b.Type#method(int,java.util.List)} with erased parameter types, {@code a.b.Type#<init>()} for a constructor.
 */
public final class Symbols {
    private final Types types;
    private final Map<Element, String> known = new IdentityHashMap<>();

    public Symbols(Types types) {
        this.types = types;
    }

    /** The symbol of a type or a member of one; a local variable or parameter is just its name. */
    public String of(Element element) {
        return known.computeIfAbsent(element, this::make);
    }

    private String make(Element element) {
        if (element instanceof TypeElement type) {
            String name = type.getQualifiedName().toString();
            return name.isEmpty() ? "<anonymous>" : name;
        }
        if (element instanceof ExecutableElement method) {
            return make(method.getEnclosingElement()) + "#" + method.getSimpleName() + parameters(method);
        }
        boolean field = element.getKind() == ElementKind.FIELD || element.getKind() == ElementKind.ENUM_CONSTANT;
        // The length of an array belongs to no type.
        return field && element.getEnclosingElement() instanceof TypeElement owner
                ? make(owner) + "#" + element.getSimpleName()
                : element.getSimpleName().toString();
    }

    /** A type without its type arguments, as the symbols of methods have it. */
    public String erased(TypeMirror type) {
        return types.erasure(type).toString();
    }

    private String parameters(ExecutableElement method) {
        return method.getParameters().stream()
                .map(parameter -> types.erasure(parameter.asType()).toString())
                .collect(Collectors.joining(",", "(", ")"));
    }
}
