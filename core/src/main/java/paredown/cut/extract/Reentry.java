package paredown.cut.extract;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Types;
import paredown.code.CallGraph;
import paredown.code.CallGraph.Answers;
import paredown.code.CallGraph.Question;
import paredown.code.CodeBase;
import paredown.code.Sources;
import paredown.cut.TouchedFile;
import paredown.project.Progress;

/** Whether a call made by a method may come back to the method before it returns. */
final class Reentry implements CallGraph.Library {
    private static final String OBJECT = "java.lang.Object";
    private static final String THREAD_LOCAL = "java.lang.ThreadLocal";
    private static final Set<String> QUIET_TYPES = Set.of(
            "java.awt.Graphics",
            "java.awt.Graphics2D",
            "java.awt.FontMetrics",
            "java.awt.LinearGradientPaint",
            "java.awt.MultipleGradientPaint",
            "java.awt.RadialGradientPaint",
            "java.awt.font.FontRenderContext",
            "java.awt.font.LineMetrics",
            "java.awt.font.TextLayout",
            "java.awt.print.PageFormat",
            "java.awt.print.Paper",
            "java.awt.event.ActionEvent",
            "java.awt.event.MouseEvent",
            "java.net.URLDecoder",
            "java.net.URLEncoder",
            "javax.swing.event.EventListenerList");
    private static final Set<String> QUIET_PACKAGES = Set.of("java.io", "java.nio");
    /** They run what they were given before, or make objects by name. */
    private static final Set<String> RUNNERS = Set.of(
            "java.io.ObjectInputStream",
            "java.io.ObjectOutputStream",
            "java.lang.Runtime",
            "java.lang.Thread",
            THREAD_LOCAL,
            "java.util.Observable",
            "java.util.Scanner",
            "java.util.ServiceLoader",
            "java.util.Timer");

    private static final Set<String> RUNNING_PACKAGES =
            Set.of("java.util.concurrent", "java.util.function", "java.util.stream");

    /** What objects of a package may hold of other kinds: a reader a stream, a matcher a text. */
    private static final Map<String, Set<String>> HELD = Map.of(
            "java.io",
            Set.of(
                    "java.io.InputStream",
                    "java.io.OutputStream",
                    "java.io.Reader",
                    "java.io.Writer",
                    "java.lang.Appendable"),
            "java.util.regex",
            Set.of("java.lang.CharSequence"),
            "java.text",
            Set.of("java.util.Calendar", "java.util.TimeZone"));

    /** Methods of class objects that make objects, or run initialisers. */
    private static final String MAKING = "forName|newInstance|getEnumConstants|getResource.*";

    /** What drawing asks: it holds paints, strokes and a clip; all else it is given. */
    private static final Set<String> DRAWN = Set.of(
            "java.awt.Shape", "java.awt.Paint", "java.awt.Stroke", "java.awt.Composite", "java.awt.geom.PathIterator");

    /** Methods of collections that ask nothing of what is in them. */
    private static final String UNASKED =
            "size|isEmpty|clear|iterator|listIterator|hasNext|next|previous|hasPrevious|keySet|values|entrySet|getKey|getValue"
                    + "|elements|hasMoreElements|nextElement|elementAt|firstElement|lastElement|getFirst|getLast|addFirst|addLast"
                    + "|trimToSize|ensureCapacity|unmodifiable\\w+|empty\\w+|reverse|swap|asList|requireNonNull|isNull|nonNull";

    /** Collections that may put what they hold in an order. */
    private static final String ORDERED =
            "java.util.(Map|Set|Collection|Queue|Deque|PriorityQueue|(Sorted|Navigable|Tree)(Map|Set))";

    /** What may stand behind a comparison, and behind a first value. */
    private static final Set<String> COMPARING = Set.of(
            "java.util.Comparator",
            "java.util.function.Function",
            "java.util.function.ToDoubleFunction",
            "java.util.function.ToIntFunction",
            "java.util.function.ToLongFunction");

    private static final String SUPPLYING = "java.util.function.Supplier";

    /** Methods that put what they are given into a text. */
    private static final String TEXTUAL = "toString|deepToString|join|format|valueOf|print|println|printf|append";

    /** What almost everything is tells nothing about who wraps whom. */
    private static final Set<String> COMMON = Set.of(
            "java.lang.Object",
            "java.lang.AutoCloseable",
            "java.lang.Cloneable",
            "java.lang.Comparable",
            "java.lang.Iterable",
            "java.io.Closeable",
            "java.io.Serializable");

    /**
     * The objects that a call outside the project gets at.
     *
     * @param given types of its arguments
     * @param held types of what these and the object that is called hold, as collections do
     */
    record Involved(List<TypeMirror> given, List<TypeMirror> held) {}

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

    /** Whether a method or constructor is not of the project. */
    boolean isOutside(ExecutableElement called) {
        return file.attribution().trees().getTree(called.getEnclosingElement()) == null
                && called.getEnclosingElement() instanceof TypeElement type
                && type.getQualifiedName().toString().startsWith("java");
    }

    /**
     * The same for a method outside the project.
     *
     * @param receiver type of the object that is called, as far as it is known
     * @param involved empty where it cannot be told
     */
    Optional<String> way(ExecutableElement called, Optional<TypeMirror> receiver, Optional<Involved> involved) {
        String symbol = file.symbol(called);
        return answers(called, receiver.map(this::erased).orElse(OBJECT), involved.orElseGet(() -> declared(called)))
                .map(answers -> calls().leads(symbol, answers, method, this))
                .orElseGet(() -> Optional.of(symbol));
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
        return below == null || above == null || isBelow(below, above);
    }

    private boolean isBelow(TypeElement below, TypeElement above) {
        Types types = file.attribution().types();
        return types.isSubtype(types.erasure(below.asType()), types.erasure(above.asType()))
                || types.directSupertypes(above.asType()).stream()
                        .map(one -> (TypeElement) ((DeclaredType) one).asElement())
                        .anyMatch(one -> !COMMON.contains(one.getQualifiedName().toString()) && isBelow(below, one));
    }

    @Override
    public Optional<Answers> answers(String symbol) {
        // A copy of an array is made by nobody.
        return symbol.equals("Array#clone()")
                ? Optional.of(Answers.NONE)
                : element(symbol).flatMap(called -> answers(called, OBJECT, declared(called)));
    }

    /** What a method declares to take; of the objects that a collection holds its declaration tells nothing. */
    private Involved declared(ExecutableElement called) {
        List<TypeMirror> given = new ArrayList<>();
        called.getParameters().forEach(one -> given.add(one.asType()));
        boolean holds = Stream.concat(
                        given.stream(), Stream.of(called.getEnclosingElement().asType()))
                .anyMatch(type -> type instanceof DeclaredType declared
                        && !((TypeElement) declared.asElement())
                                .getTypeParameters()
                                .isEmpty());
        return new Involved(
                given,
                holds
                        ? List.of(file.attribution()
                                .elements()
                                .getTypeElement(OBJECT)
                                .asType())
                        : List.of());
    }

    private Optional<ExecutableElement> element(String symbol) {
        TypeElement owner = file.attribution().elements().getTypeElement(symbol.substring(0, symbol.indexOf('#')));
        if (owner == null) {
            return Optional.empty();
        }
        TypeElement object = file.attribution().elements().getTypeElement(OBJECT);
        String name = symbol.substring(symbol.indexOf('#'));
        return Stream.of(owner, object)
                .flatMap(type -> type.getEnclosedElements().stream())
                .filter(one ->
                        one instanceof ExecutableElement && file.symbol(one).endsWith(name))
                .map(ExecutableElement.class::cast)
                .findFirst();
    }

    private Optional<Answers> answers(ExecutableElement called, String receiver, Involved involved) {
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        String name = owner.getQualifiedName().toString();
        String simple = called.getSimpleName().toString();
        if (name.equals(OBJECT)) {
            boolean asks = simple.matches("toString|equals|hashCode");
            return Optional.of(
                    asks ? new Answers(Set.of(), questions(receiver, simple.equals("toString"))) : Answers.NONE);
        }
        String packageName = packageOf(name);
        if (asksNobody(called)) {
            return Optional.of(Answers.NONE);
        }
        if (!isKnown(called)) {
            return Optional.empty();
        }
        Set<String> types = new LinkedHashSet<>();
        Set<Question> questions = new LinkedHashSet<>();
        if (!isClosed(called) || name.endsWith("ResourceBundle")) {
            types.add(name);
        }
        if (QUIET_TYPES.contains(name) && name.contains("Graphics")) {
            types.addAll(DRAWN);
        }
        if (name.equals(THREAD_LOCAL)) {
            types.add(SUPPLYING);
        }
        types.addAll(HELD.getOrDefault(packageName, Set.of()));
        boolean asks = !simple.matches(UNASKED)
                && !isPlace(called)
                && !(name.equals("java.util.Arrays") && simple.startsWith("copyOf"));
        if (asks && name.matches(ORDERED)) {
            types.addAll(COMPARING);
        }
        boolean textual = !packageName.equals("java.util") || simple.matches(TEXTUAL);
        for (TypeMirror type : involved.given()) {
            String given = erased(type);
            if (isMadeToBeGiven(file.attribution().elements().getTypeElement(given))) {
                // One function may be made of others.
                types.add(given);
                types.addAll(COMPARING);
            } else if (!isPlain(type) && !given.equals(OBJECT) && !isKept(owner, simple)) {
                types.add(given);
            }
        }
        if (asks) {
            Stream.concat(involved.given().stream(), involved.held().stream())
                    .filter(type -> !isPlain(type))
                    .forEach(type -> questions.addAll(questions(erased(type), textual)));
        }
        return Optional.of(new Answers(types, questions));
    }

    private static String packageOf(String type) {
        return type.substring(0, Math.max(0, type.lastIndexOf('.')));
    }

    private static String ownerOf(ExecutableElement called) {
        return ((TypeElement) called.getEnclosingElement()).getQualifiedName().toString();
    }

    /** Whether an object of the JDK is made of numbers and texts, or something is only put in a queue. */
    private static boolean asksNobody(ExecutableElement called) {
        String owner = ownerOf(called);
        if (called.getKind() != ElementKind.CONSTRUCTOR) {
            return called.getSimpleName().contentEquals("repaint")
                    && Set.of("java.awt.Component", "javax.swing.JComponent").contains(owner);
        }
        boolean plain = called.getParameters().stream().allMatch(one -> isPlain(one.asType()));
        return owner.startsWith("java.") && plain && (called.getParameters().isEmpty() || !RUNNERS.contains(owner));
    }

    /** Whether it is known what a method outside the project may call. */
    private boolean isKnown(ExecutableElement called) {
        String owner = ownerOf(called);
        String simple = called.getSimpleName().toString();
        boolean quiet = Purity.isOfTheJdk(file, called)
                || QUIET_TYPES.contains(owner)
                || QUIET_PACKAGES.contains(packageOf(owner));
        boolean keeps = owner.equals(THREAD_LOCAL) && simple.matches("get|set|remove");
        boolean runs = RUNNERS.contains(owner) && !keeps
                || RUNNING_PACKAGES.contains(packageOf(owner))
                || owner.equals("java.lang.Class") && simple.matches(MAKING)
                || isMadeToBeGiven((TypeElement) called.getEnclosingElement());
        return quiet && !runs;
    }

    /** What is asked of objects: whether they are equal, which comes first, and where wanted what they look like. */
    private static Set<Question> questions(String type, boolean textual) {
        Set<Question> questions = new LinkedHashSet<>();
        questions.add(new Question(type, "java.lang.Object#equals(java.lang.Object)"));
        questions.add(new Question(type, "java.lang.Object#hashCode()"));
        questions.add(new Question(type, "java.lang.Comparable#compareTo(java.lang.Object)"));
        if (textual) {
            questions.add(new Question(type, "java.lang.Object#toString()"));
            questions.add(new Question(type, "java.util.Formattable#formatTo(java.util.Formatter,int,int,int)"));
        }
        return questions;
    }

    private String erased(TypeMirror type) {
        TypeMirror at = type;
        while (at instanceof ArrayType array) {
            at = array.getComponentType();
        }
        TypeMirror erasure = file.attribution().types().erasure(at);
        return erasure instanceof DeclaredType declared
                ? ((TypeElement) declared.asElement()).getQualifiedName().toString()
                : OBJECT;
    }

    /** Whether a collection takes an object, a text excepted, only to keep it. */
    private static boolean isKept(TypeElement owner, String method) {
        return owner.getQualifiedName().toString().startsWith("java.util.")
                && method.matches("add|set|put|push|addFirst|addLast|addElement|requireNonNull|isNull|nonNull");
    }

    /** Whether a method asks for what is at a place of a list. */
    private static boolean isPlace(ExecutableElement called) {
        String owner = called.getEnclosingElement().getSimpleName().toString();
        boolean list = owner.endsWith("List") || owner.equals("Vector") || owner.equals("Stack");
        boolean first = !called.getParameters().isEmpty()
                && called.getParameters().get(0).asType().getKind() == TypeKind.INT;
        return list
                && (first && called.getSimpleName().toString().matches("get|remove|set|add")
                        || called.getSimpleName().contentEquals("add"));
    }

    /** Whether nothing can answer in the place of a method. */
    private static boolean isClosed(ExecutableElement called) {
        return called.getEnclosingElement().getModifiers().contains(Modifier.FINAL)
                || called.getModifiers().contains(Modifier.FINAL)
                || called.getModifiers().contains(Modifier.STATIC)
                || called.getKind() == ElementKind.CONSTRUCTOR;
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

    /** Whether objects of the type are mostly code that somebody hands over. */
    private boolean isMadeToBeGiven(TypeElement type) {
        if (type == null || COMMON.contains(type.getQualifiedName().toString())) {
            return false;
        }
        long open = file.attribution().elements().getAllMembers(type).stream()
                .filter(one -> one.getKind() == ElementKind.METHOD
                        && one.getModifiers().contains(Modifier.ABSTRACT))
                .count();
        return type.getKind() == ElementKind.INTERFACE && open == 1;
    }
}
