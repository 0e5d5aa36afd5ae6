package paredown.analysis.jdk;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;
import paredown.tree.TouchedFile;

/** Types outside the project: which is of which kind, and what may be called of them. */
public final class LibraryTypes {
    public static final String OBJECT = "java.lang.Object";

    /** Parts of the JDK that call methods by their names, or what others have put in. */
    private static final Set<String> BY_NAME = Set.of(
            "java.beans",
            "java.lang.invoke",
            "java.lang.reflect",
            "java.rmi",
            "java.util.logging",
            "javax.naming",
            "javax.script");

    /** Types that nobody calls a method of by their kind. */
    private static final Set<String> NAMES_ONLY =
            Set.of(OBJECT, "java.io.Serializable", "java.lang.Cloneable", "java.util.EventListener");

    /** What almost everything is tells nothing about who wraps whom. */
    private static final Set<String> COMMON = Set.of(
            "java.lang.Object",
            "java.lang.AutoCloseable",
            "java.lang.Cloneable",
            "java.lang.Comparable",
            "java.lang.Iterable",
            "java.io.Closeable",
            "java.io.Flushable",
            "java.io.Serializable",
            "java.text.Format",
            "java.util.EventListener",
            "javax.swing.SwingConstants");

    private static final Set<String> VALUES = Set.of("java.lang", "java.math", "java.time");

    /** Other names that begin with javax are those of libraries. */
    private static final Pattern OF_THE_JDK = Pattern.compile(
            "java\\.|org\\.w3c\\.dom\\.|org\\.xml\\.sax\\.|javax\\.(accessibility|crypto|imageio|lang\\.model|management|naming|net"
                    + "|print|rmi|script|security|sound|sql|swing|tools|xml)\\.");

    private final TouchedFile file;
    private final Map<String, Set<String>> declared = new HashMap<>();
    private final Map<String, Boolean> below = new HashMap<>();
    private final Map<String, Boolean> telling = new HashMap<>();

    public LibraryTypes(TouchedFile file) {
        this.file = file;
    }

    /** Objects of the library may wrap others of the same kind: what the ancestor itself is below counts too. */
    public boolean isBelow(String type, String ancestor) {
        return below.computeIfAbsent(type + " " + ancestor, pair -> isOfKind(type, ancestor));
    }

    private boolean isOfKind(String type, String ancestor) {
        TypeElement below = file.attribution().elements().getTypeElement(type);
        TypeElement above = file.attribution().elements().getTypeElement(ancestor);
        if (below == null || above == null) {
            return type.equals(ancestor) || !isOfTests(type, ancestor);
        }
        // Objects of the JDK wrap no class of ours.
        return (ancestor.startsWith("java") ? isBelow(below, above) : isSubtype(below, above));
    }

    private boolean isBelow(TypeElement below, TypeElement above) {
        Types types = file.attribution().types();
        return isSubtype(below, above)
                || types.directSupertypes(above.asType()).stream()
                        .map(one -> (TypeElement) ((DeclaredType) one).asElement())
                        .anyMatch(one -> !COMMON.contains(one.getQualifiedName().toString()) && isBelow(below, one));
    }

    /** Whether a type is another, by their names; one that is not there may be anything. */
    public boolean isSubtype(String below, String above) {
        TypeElement one = file.attribution().elements().getTypeElement(below);
        TypeElement two = file.attribution().elements().getTypeElement(above);
        return one == null || two == null ? below.equals(above) || !isOfTests(below, above) : isSubtype(one, two);
    }

    private boolean isSubtype(TypeElement below, TypeElement above) {
        Types types = file.attribution().types();
        return types.isSubtype(types.erasure(below.asType()), types.erasure(above.asType()));
    }

    /** Of an interface its own methods and those of its kind; what is had as a class may be looked at as something else. */
    public boolean tells(String type, String other) {
        return telling.computeIfAbsent(type + " " + other, pair -> isTelling(type, other));
    }

    private boolean isTelling(String type, String other) {
        TypeElement one = file.attribution().elements().getTypeElement(type);
        TypeElement two = file.attribution().elements().getTypeElement(other);
        if (type.equals(OBJECT) && two != null) {
            return isKnown(two);
        }
        if (one == null || two == null) {
            return type.equals(other) || !isOfTests(type, other);
        }
        return one.getKind() != ElementKind.INTERFACE
                || !type.startsWith("java")
                || isSubtype(one, two)
                || isBelow(other, type);
    }

    /** Whether one of two types is of a library for tests, which tests alone have, and the other one is not: the JDK knows nothing of it. */
    private static boolean isOfTests(String one, String other) {
        return LibraryModel.isOfTests(one) != LibraryModel.isOfTests(other);
    }

    /** Whether the JDK does something with objects of a type. */
    public boolean isKnown(String type) {
        TypeElement element = file.attribution().elements().getTypeElement(type);
        return element == null ? !LibraryModel.isOfTests(type) : isKnown(element);
    }

    private boolean isKnown(TypeElement type) {
        String name = type.getQualifiedName().toString();
        return (isOfTheJdk(name) || LibraryModel.isOfQuietLibrary(name) && !LibraryModel.isOfTests(name))
                        && !NAMES_ONLY.contains(name)
                || file.attribution().types().directSupertypes(type.asType()).stream()
                        .map(one -> (TypeElement) ((DeclaredType) one).asElement())
                        .anyMatch(this::isKnown);
    }

    /** Whether a type or one above it has a method, by name and number of parameters. */
    public boolean declares(String type, String method) {
        TypeElement element = file.attribution().elements().getTypeElement(type);
        return element == null
                || declared.computeIfAbsent(
                                type,
                                name -> file.attribution().elements().getAllMembers(element).stream()
                                        .filter(ExecutableElement.class::isInstance)
                                        .map(one -> one.getSimpleName() + "/"
                                                + ((ExecutableElement) one)
                                                        .getParameters()
                                                        .size())
                                        .collect(Collectors.toSet()))
                        .contains(method);
    }

    public static boolean isOfTheJdk(String type) {
        return OF_THE_JDK.matcher(type).lookingAt();
    }

    /** Whether a type is of the part of the JDK that calls nothing by its name. */
    static boolean isBound(String type) {
        boolean ofTheJdk = Stream.of("java.", "javax.swing.", "javax.imageio.", "org.w3c.dom.", "org.xml.sax.")
                .anyMatch(type::startsWith);
        return ofTheJdk && !type.startsWith("java.io.Object") && !BY_NAME.contains(packageOf(type));
    }

    /** The same by name; nothing is known of a name that is not there. */
    public boolean isPlain(String type) {
        TypeElement element = file.attribution().elements().getTypeElement(type);
        return element != null && isPlain(element.asType());
    }

    /** Whether objects of all kinds are of a type. */
    public static boolean isCommon(String type) {
        return COMMON.contains(type) && !type.equals("java.text.Format");
    }

    /** Whether objects of a type hold numbers and texts only. */
    public boolean isValue(String type) {
        return VALUES.contains(packageOf(type)) && isPlain(type);
    }

    /** Whether a type of the JDK is an exception. */
    public boolean isException(TypeElement owner) {
        TypeElement throwable = file.attribution().elements().getTypeElement("java.lang.Throwable");
        return owner.getQualifiedName().toString().matches("(java|javax|org\\.xml\\.sax|org\\.w3c\\.dom)\\..*")
                && isSubtype(owner, throwable);
    }

    /** A value of which nobody in the project can write a class of his own, and texts. */
    public static boolean isPlain(TypeMirror type) {
        if (type instanceof ArrayType array) {
            return isPlain(array.getComponentType());
        }
        if (!(type instanceof DeclaredType declared)) {
            return type.getKind().isPrimitive();
        }
        TypeElement element = (TypeElement) declared.asElement();
        String name = element.getQualifiedName().toString();
        boolean made = element.getKind().isInterface()
                || element.getEnclosedElements().stream()
                        .anyMatch(one -> one.getKind() == ElementKind.CONSTRUCTOR
                                && (one.getModifiers().contains(Modifier.PUBLIC)
                                        || one.getModifiers().contains(Modifier.PROTECTED)));
        boolean closed = element.getModifiers().contains(Modifier.FINAL) || !made;
        return name.equals("java.lang.CharSequence") || name.startsWith("java.") && closed;
    }

    /** Whether objects of the type are mostly code that somebody hands over. */
    public boolean isMadeToBeGiven(TypeElement type) {
        if (type == null || COMMON.contains(type.getQualifiedName().toString())) {
            return false;
        }
        long open = file.attribution().elements().getAllMembers(type).stream()
                .filter(one -> one.getKind() == ElementKind.METHOD
                        && one.getModifiers().contains(Modifier.ABSTRACT))
                .count();
        return type.getKind() == ElementKind.INTERFACE && open == 1;
    }

    /** The package of a type that lies in no other type. */
    public static String packageOf(String type) {
        return type.substring(0, Math.max(0, type.lastIndexOf('.')));
    }
}
