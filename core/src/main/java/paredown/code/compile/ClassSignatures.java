package paredown.code.compile;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.IntersectionType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;

/**
 * Types as class files spell them.
 *
 * <p>The Java Virtual Machine Specification, 4.3 (descriptors) and 4.7.9.1 (signatures).
 */
final class ClassSignatures {
    /** A type that does not resolve, or that has no place in a declaration. */
    static final class UnknownTypeException extends RuntimeException {
        private static final long serialVersionUID = 1L;

        UnknownTypeException(TypeMirror type) {
            this(type.toString());
        }

        UnknownTypeException(String type) {
            super(type, null, false, false);
        }
    }

    private final Attribution attribution;
    private final Map<TypeElement, String> names;
    private final Set<TypeElement> nested = new LinkedHashSet<>();

    /**
     * @param names names of types that are known already
     */
    ClassSignatures(Attribution attribution, Map<TypeElement, String> names) {
        this.attribution = attribution;
        this.names = names;
    }

    /** The member types named so far. */
    Set<TypeElement> nested() {
        return nested;
    }

    String name(TypeElement type) {
        if (type.asType().getKind() == TypeKind.ERROR) {
            throw new UnknownTypeException(type.asType());
        }
        if (type.getNestingKind().isNested()) {
            nested.add(type);
        }
        return names.computeIfAbsent(
                type,
                key -> attribution.elements().getBinaryName(key).toString().replace('.', '/'));
    }

    String name(DeclaredType type) {
        if (type.getKind() == TypeKind.ERROR) {
            throw new UnknownTypeException(type);
        }
        return name((TypeElement) type.asElement());
    }

    String descriptor(ExecutableElement method) {
        StringBuilder text = new StringBuilder("(");
        for (VariableElement parameter : method.getParameters()) {
            text.append(descriptor(parameter.asType()));
        }
        return text.append(')').append(descriptor(method.getReturnType())).toString();
    }

    String descriptor(TypeMirror type) {
        StringBuilder text = new StringBuilder();
        append(attribution.types().erasure(type), text);
        return text.toString();
    }

    /** The generic signature of a field's type; empty where the descriptor says it all. */
    Optional<String> ofType(TypeMirror type) {
        StringBuilder text = new StringBuilder();
        append(type, text);
        return text.toString().equals(descriptor(type)) ? Optional.empty() : Optional.of(text.toString());
    }

    Optional<String> ofMethod(ExecutableElement method, String descriptor) {
        StringBuilder text = new StringBuilder();
        parameters(method.getTypeParameters(), text);
        text.append('(');
        method.getParameters().forEach(parameter -> append(parameter.asType(), text));
        text.append(')');
        append(method.getReturnType(), text);
        if (method.getThrownTypes().stream().anyMatch(type -> type.getKind() == TypeKind.TYPEVAR)) {
            method.getThrownTypes().forEach(type -> append(type, text.append('^')));
        }
        return text.toString().equals(descriptor) ? Optional.empty() : Optional.of(text.toString());
    }

    Optional<String> ofClass(TypeElement type) {
        List<TypeMirror> supertypes = new ArrayList<>();
        if (type.getSuperclass().getKind() != TypeKind.NONE) {
            supertypes.add(type.getSuperclass());
        } else {
            supertypes.add(object());
        }
        supertypes.addAll(type.getInterfaces());
        StringBuilder text = new StringBuilder();
        parameters(type.getTypeParameters(), text);
        supertypes.forEach(one -> append(one, text));
        return text.indexOf("<") < 0 ? Optional.empty() : Optional.of(text.toString());
    }

    /** The compiler may lose it over declarations that go in circles. */
    private TypeMirror object() {
        TypeElement object = attribution.elements().getTypeElement("java.lang.Object");
        if (object == null) {
            throw new UnknownTypeException("java.lang.Object");
        }
        return object.asType();
    }

    private void parameters(List<? extends TypeParameterElement> parameters, StringBuilder text) {
        if (parameters.isEmpty()) {
            return;
        }
        text.append('<');
        for (TypeParameterElement parameter : parameters) {
            text.append(parameter.getSimpleName()).append(':');
            String gap = "";
            for (TypeMirror bound : parameter.getBounds()) {
                boolean first = gap.isEmpty();
                boolean isInterface = bound instanceof DeclaredType declared
                        && declared.asElement().getKind().isInterface();
                // An interface as the first bound leaves the place of the class empty.
                text.append(first && isInterface ? ":" : gap);
                append(bound, text);
                gap = ":";
            }
        }
        text.append('>');
    }

    private void append(TypeMirror type, StringBuilder text) {
        switch (type.getKind()) {
            case BOOLEAN -> text.append('Z');
            case BYTE -> text.append('B');
            case SHORT -> text.append('S');
            case CHAR -> text.append('C');
            case INT -> text.append('I');
            case LONG -> text.append('J');
            case FLOAT -> text.append('F');
            case DOUBLE -> text.append('D');
            case VOID -> text.append('V');
            case ARRAY -> append(((ArrayType) type).getComponentType(), text.append('['));
            case TYPEVAR ->
                text.append('T')
                        .append(((TypeVariable) type).asElement().getSimpleName())
                        .append(';');
            case WILDCARD -> wildcard((WildcardType) type, text);
            case INTERSECTION -> append(((IntersectionType) type).getBounds().get(0), text);
            case DECLARED -> {
                text.append('L');
                declared((DeclaredType) type, text);
                text.append(';');
            }
            default -> throw new UnknownTypeException(type);
        }
    }

    private void declared(DeclaredType type, StringBuilder text) {
        boolean ofGeneric = type.getEnclosingType() instanceof DeclaredType enclosing && isGeneric(enclosing);
        if (ofGeneric) {
            declared((DeclaredType) type.getEnclosingType(), text);
            name(type);
            text.append('.').append(type.asElement().getSimpleName());
        } else {
            text.append(name(type));
        }
        if (!type.getTypeArguments().isEmpty()) {
            text.append('<');
            type.getTypeArguments().forEach(argument -> append(argument, text));
            text.append('>');
        }
    }

    private static boolean isGeneric(DeclaredType type) {
        return !type.getTypeArguments().isEmpty()
                || type.getEnclosingType() instanceof DeclaredType enclosing && isGeneric(enclosing);
    }

    private void wildcard(WildcardType type, StringBuilder text) {
        if (type.getExtendsBound() != null) {
            append(type.getExtendsBound(), text.append('+'));
        } else if (type.getSuperBound() != null) {
            append(type.getSuperBound(), text.append('-'));
        } else {
            text.append('*');
        }
    }
}
