package paredown.cut.extract;

import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;
import paredown.code.CallGraph;
import paredown.code.CallGraph.Effect;
import paredown.code.CodeBase;
import paredown.code.Sources;
import paredown.cut.TouchedFile;
import paredown.project.Progress;

/** Whether a call made by a method may come back to the method before it returns. */
final class Reentry implements CallGraph.Library {
    private static final Set<String> QUIET_TYPES =
            Set.of("java.awt.Graphics", "java.awt.Graphics2D", "java.awt.FontMetrics");
    private static final Set<String> QUIET_PACKAGES = Set.of("java.io", "java.nio");
    /** They run what they were given before, or make objects by name. */
    private static final Set<String> RUNNERS = Set.of(
            "java.io.ObjectInputStream",
            "java.io.ObjectOutputStream",
            "java.lang.Class",
            "java.lang.Runtime",
            "java.lang.Thread",
            "java.lang.ThreadLocal",
            "java.util.Observable",
            "java.util.Scanner",
            "java.util.ServiceLoader");

    private static final Set<String> RUNNING_PACKAGES =
            Set.of("java.util.concurrent", "java.util.function", "java.util.stream");
    private static final Set<String> PACKAGES_OF_VALUES = Set.of("java.lang", "java.math", "java.time");
    private static final Set<String> COMPARISONS = Set.of("equals", "hashCode", "compareTo");

    /** They take any object and only keep it or hand it back. */
    private static final Set<String> KEEPERS = Set.of(
            "java.util.Objects.requireNonNull",
            "java.util.Objects.isNull",
            "java.util.Objects.nonNull",
            "java.lang.System.arraycopy",
            "java.util.Arrays.copyOf",
            "java.util.Arrays.asList",
            "java.util.Collections.unmodifiableList",
            "java.util.Collections.unmodifiableMap",
            "java.util.Collections.unmodifiableSet",
            "java.util.EventObject.<init>",
            "java.util.List.add",
            "java.util.List.addAll",
            "java.util.List.set",
            "java.util.ArrayList.add",
            "java.util.ArrayList.set");

    /** What almost everything is tells nothing about who wraps whom. */
    private static final Set<String> COMMON = Set.of(
            "java.lang.Object",
            "java.lang.AutoCloseable",
            "java.lang.Cloneable",
            "java.lang.Comparable",
            "java.io.Closeable",
            "java.io.Serializable");

    private final Sources sources;
    private final TouchedFile file;
    private final String method;
    private CallGraph calls;

    Reentry(Sources sources, TouchedFile file, Element method) {
        this.sources = sources;
        this.file = file;
        this.method = file.symbol(method);
    }

    /** By way of what a call comes back, as a symbol; empty where it does not. */
    Optional<String> way(Element called) {
        return called == null ? Optional.of(method) : way(file.symbol(called));
    }

    /** By the symbol of the method or constructor that is called. */
    Optional<String> way(String called) {
        // Names of local classes tell nothing to anybody else.
        return called.startsWith("<") || called.equals(method)
                ? Optional.of(called)
                : calls().leads(called, method, this);
    }

    /** The same for a method of the JDK that is given, and holds, numbers and texts only. */
    Optional<String> wayPlainly(ExecutableElement called) {
        return isClosed(called) ? Optional.empty() : calls().leadsAnswered(file.symbol(called), method, this);
    }

    private CallGraph calls() {
        if (calls == null) {
            calls = new CallGraph(CodeBase.read(sources, true, Progress.SILENT));
        }
        return calls;
    }

    /** Objects of the library may wrap others of the same kind: what the ancestor itself is below counts too. */
    @Override
    public boolean isBelow(String type, String ancestor) {
        TypeElement below = file.attribution().elements().getTypeElement(type);
        TypeElement above = file.attribution().elements().getTypeElement(ancestor);
        return below == null
                || above == null
                || draws(ancestor) && type.startsWith("java.awt.")
                || isBelow(below, above);
    }

    private boolean isBelow(TypeElement below, TypeElement above) {
        Types types = file.attribution().types();
        return types.isSubtype(types.erasure(below.asType()), types.erasure(above.asType()))
                || types.directSupertypes(above.asType()).stream()
                        .map(one -> (TypeElement) ((DeclaredType) one).asElement())
                        .anyMatch(one -> !COMMON.contains(one.getQualifiedName().toString()) && isBelow(below, one));
    }

    @Override
    public Effect effect(String symbol) {
        // A copy of an array is made by nobody.
        return symbol.equals("Array#clone()")
                ? Effect.NOTHING
                : element(symbol).map(this::effect).orElse(Effect.ANYTHING);
    }

    private Optional<ExecutableElement> element(String symbol) {
        TypeElement owner = file.attribution().elements().getTypeElement(symbol.substring(0, symbol.indexOf('#')));
        return owner == null
                ? Optional.empty()
                : owner.getEnclosedElements().stream()
                        .filter(one -> file.symbol(one).equals(symbol))
                        .map(ExecutableElement.class::cast)
                        .findFirst();
    }

    private Effect effect(ExecutableElement called) {
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        String name = owner.getQualifiedName().toString();
        boolean closed = isClosed(called);
        if (owner.getModifiers().contains(Modifier.FINAL)
                && name.startsWith("java.lang.")
                && COMPARISONS.contains(called.getSimpleName().toString())) {
            return Effect.NOTHING;
        }
        if (KEEPERS.contains(name + "." + called.getSimpleName())) {
            return closed ? Effect.NOTHING : Effect.ANSWERED;
        }
        String packageName = name.substring(0, Math.max(0, name.lastIndexOf('.')));
        // A collection asks what is in it.
        boolean asks = called.getSimpleName().toString().matches("toString|hashCode")
                && !PACKAGES_OF_VALUES.contains(packageName);
        boolean quiet =
                (Purity.isOfTheJdk(file, called) || QUIET_TYPES.contains(name) || QUIET_PACKAGES.contains(packageName))
                        && !RUNNING_PACKAGES.contains(packageName)
                        && !asks;
        boolean plain = called.getParameters().stream()
                .allMatch(one -> isPlain(one.asType())
                        || draws(name) && one.asType().toString().startsWith("java.awt."));
        if (!quiet || !plain || isMadeToBeGiven(owner)) {
            return Effect.ANYTHING;
        }
        return closed && !draws(name) ? Effect.NOTHING : Effect.ANSWERED;
    }

    /** Whether nothing can answer in the place of a method. */
    private static boolean isClosed(ExecutableElement called) {
        return called.getEnclosingElement().getModifiers().contains(Modifier.FINAL)
                || called.getModifiers().contains(Modifier.FINAL)
                || called.getModifiers().contains(Modifier.STATIC)
                || called.getKind() == ElementKind.CONSTRUCTOR;
    }

    /** Whether a type takes shapes, paints and their like, which it asks for their outlines and colours. */
    private static boolean draws(String type) {
        return QUIET_TYPES.contains(type) || type.startsWith("java.awt.geom.");
    }

    /** A value of which nobody in the project can write a class of his own, and texts. */
    static boolean isPlain(TypeMirror type) {
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

    /** Whether objects of the type are mostly code that somebody hands over, or bring such to life. */
    private boolean isMadeToBeGiven(TypeElement type) {
        boolean threads = RUNNERS.contains(type.getQualifiedName().toString());
        long open = file.attribution().elements().getAllMembers(type).stream()
                .filter(one -> one.getKind() == ElementKind.METHOD
                        && one.getModifiers().contains(Modifier.ABSTRACT))
                .count();
        return threads || type.getKind() == ElementKind.INTERFACE && open == 1;
    }
}
