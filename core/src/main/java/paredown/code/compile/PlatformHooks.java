package paredown.code.compile;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;

/**
 * The members that the Java platform finds by name and signature, in the class itself, and that need no use in any source: serialisation's
 * (Java Object Serialization Specification, chapters 2 and 3), the ones a launcher starts ({@code main}: JLS 12.1; {@code premain} and {@code
 * agentmain}: package {@code java.lang.instrument}), and the provider method of a service ({@code java.util.ServiceLoader}).
 */
public final class PlatformHooks {
    private static final String SERIALISATION = "serialisation";
    private static final String SERIALIZABLE = "java.io.Serializable";
    /** The field that lists what is written. */
    public static final String LIST = "serialPersistentFields";

    private static final Set<String> FIELDS = Set.of("serialVersionUID", LIST);
    private static final Set<String> METHODS = Set.of(
            "writeObject",
            "readObject",
            "readObjectNoData",
            "writeReplace",
            "readResolve",
            "main",
            "premain",
            "agentmain");

    private PlatformHooks() {}

    /** Whether a member of this name may be one of them, for whoever knows no more than names. */
    public static boolean isName(String member) {
        return FIELDS.contains(member) || METHODS.contains(member);
    }

    /**
     * Who looks for a member: {@code serialisation}, {@code the launcher} and the like. Whether a {@code provider()} is one says only the
     * module descriptor.
     *
     * @return empty for a member like any other
     */
    public static Optional<String> seeker(Overriding supertypes, Element member) {
        if (!(member.getEnclosingElement() instanceof TypeElement owner)) {
            return Optional.empty();
        }
        if (member.getKind() == ElementKind.FIELD) {
            boolean known = FIELDS.contains(member.getSimpleName().toString()) && isStatic(member);
            return known && isA(supertypes, owner, SERIALIZABLE) ? Optional.of(SERIALISATION) : Optional.empty();
        }
        if (!(member instanceof ExecutableElement method) || member.getKind() != ElementKind.METHOD) {
            return Optional.empty();
        }
        if (isStarted(method)) {
            return Optional.of("the launcher");
        }
        return isOfSerialisation(method) && isA(supertypes, owner, SERIALIZABLE)
                ? Optional.of(SERIALISATION)
                : Optional.empty();
    }

    /**
     * Whether an object that was read has the default value of its type in a field, whatever the field is set to where it is declared: no
     * constructor and no initialiser of a serialisable class runs then (Java Object Serialization Specification, 3.1).
     */
    public static boolean isUnsetByReading(Attribution attribution, Element field) {
        if (!(field.getEnclosingElement() instanceof TypeElement owner) || isStatic(field)) {
            return false;
        }
        Overriding supertypes = new Overriding(attribution);
        if (!isA(supertypes, owner, SERIALIZABLE) || isA(supertypes, owner, "java.io.Externalizable")) {
            return false;
        }
        Optional<String> list = owner.getEnclosedElements().stream()
                .filter(member ->
                        member.getKind().isField() && member.getSimpleName().contentEquals(LIST))
                .map(member -> String.valueOf(attribution.trees().getTree(member)))
                .findFirst();
        return !isWritten(field, list);
    }

    /**
     * Whether a field is written with the objects of a serialisable class (the specification, 1.5).
     *
     * @param list what {@link #LIST} is set to, as text; it names fields, transient ones too
     */
    public static boolean isWritten(Element field, Optional<String> list) {
        return !isStatic(field)
                && list.map(names -> names.contains("\"" + field.getSimpleName() + "\""))
                        .orElse(!field.getModifiers().contains(Modifier.TRANSIENT));
    }

    private static boolean isOfSerialisation(ExecutableElement method) {
        List<String> parameters = parameters(method);
        boolean own = method.getModifiers().contains(Modifier.PRIVATE);
        boolean object = method.getReturnType().toString().equals("java.lang.Object");
        return !isStatic(method)
                && switch (method.getSimpleName().toString()) {
                    case "writeObject" -> own && parameters.equals(List.of("java.io.ObjectOutputStream"));
                    case "readObject" -> own && parameters.equals(List.of("java.io.ObjectInputStream"));
                    case "readObjectNoData" -> own && parameters.isEmpty();
                    case "writeReplace", "readResolve" -> object && parameters.isEmpty();
                    default -> false;
                };
    }

    private static boolean isStarted(ExecutableElement method) {
        List<String> parameters = parameters(method);
        boolean text = parameters.equals(List.of("java.lang.String"));
        if (method.getReturnType().getKind() != TypeKind.VOID) {
            return false;
        }
        return switch (method.getSimpleName().toString()) {
            // Later releases start what is neither static nor public, and takes nothing.
            case "main" ->
                !method.getModifiers().contains(Modifier.PRIVATE)
                        && (parameters.equals(List.of("java.lang.String[]"))
                                || parameters.isEmpty() && isAlone(method));
            case "premain", "agentmain" ->
                isStatic(method)
                        && (text
                                || parameters.equals(
                                        List.of("java.lang.String", "java.lang.instrument.Instrumentation")));
            default -> false;
        };
    }

    /** The launcher asks for the form with an argument first. */
    private static boolean isAlone(ExecutableElement method) {
        return method.getEnclosingElement().getEnclosedElements().stream()
                .filter(other -> other.getKind() == ElementKind.METHOD
                        && other.getSimpleName().equals(method.getSimpleName()))
                .map(ExecutableElement.class::cast)
                .noneMatch(other -> parameters(other).equals(List.of("java.lang.String[]")));
    }

    private static boolean isStatic(Element member) {
        return member.getModifiers().contains(Modifier.STATIC);
    }

    private static List<String> parameters(ExecutableElement method) {
        return method.getParameters().stream()
                .map(parameter -> parameter.asType().toString())
                .toList();
    }

    private static boolean isA(Overriding supertypes, TypeElement type, String above) {
        return supertypes.supertypes(type).stream()
                .anyMatch(one -> one.getQualifiedName().contentEquals(above));
    }
}
