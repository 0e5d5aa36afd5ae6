package paredown.cut.extract;

import java.util.LinkedHashSet;
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
import paredown.code.OutsideCall;
import paredown.code.OutsideCalls;
import paredown.code.Sources;
import paredown.code.Symbols;
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

    private static final String MAKING = "forName|newInstance|getEnumConstants";

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

    private final Sources sources;
    private final TouchedFile file;
    private final OutsideCalls outside;
    private final String method;
    private CallGraph calls;

    Reentry(Sources sources, TouchedFile file, Element method) {
        this.sources = sources;
        this.file = file;
        this.method = file.symbol(method);
        this.outside = new OutsideCalls(file.attribution(), type -> false);
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

    /** The same for the method of a class above itself. */
    Optional<String> wayAbove(Element called) {
        String symbol = file.symbol(called);
        return symbol.equals(method) ? Optional.of(symbol) : calls().leadsAbove(symbol, method, this);
    }

    /** The same for a call that leaves the project. */
    Optional<String> way(OutsideCall call) {
        return calls().leads(call, method, this);
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
                : element(symbol).flatMap(called -> {
                    OutsideCall call = outside.declared(called);
                    return answers(
                            called, new OutsideCall(symbol, Symbols.typeName(symbol), call.given(), call.held()));
                });
    }

    @Override
    public Optional<Answers> answers(OutsideCall call) {
        return call.method().startsWith("Array#")
                ? Optional.of(Answers.NONE)
                : element(call.method()).flatMap(called -> answers(called, call));
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

    private Optional<Answers> answers(ExecutableElement called, OutsideCall call) {
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        String name = owner.getQualifiedName().toString();
        String simple = called.getSimpleName().toString();
        if (name.equals(OBJECT)) {
            boolean asks = simple.matches("toString|equals|hashCode")
                    && !call.receiver().isEmpty();
            return Optional.of(
                    asks
                            ? new Answers(Set.of(), questions(call.receiver(), simple.equals("toString")), false)
                            : Answers.NONE);
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
        for (String given : call.given()) {
            if (isMadeToBeGiven(file.attribution().elements().getTypeElement(given))) {
                // One function may be made of others.
                types.add(given);
                types.addAll(COMPARING);
            } else if (!isPlain(given) && !given.equals(OBJECT) && !isKept(owner, simple)) {
                types.add(given);
            }
        }
        if (asks) {
            Stream.concat(call.given().stream(), call.held().stream())
                    .filter(type -> !isPlain(type))
                    .forEach(type -> questions.addAll(questions(type, textual)));
        }
        return Optional.of(new Answers(types, questions, isMaking(owner, simple)));
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
                || QUIET_PACKAGES.contains(packageOf(owner))
                || isMaking((TypeElement) called.getEnclosingElement(), simple)
                || packageOf(owner).equals("java.lang.reflect") && simple.matches("get.+|is.+|setAccessible");
        boolean keeps = owner.equals(THREAD_LOCAL) && simple.matches("get|set|remove");
        boolean runs = RUNNERS.contains(owner) && !keeps
                || RUNNING_PACKAGES.contains(packageOf(owner))
                || owner.equals("java.lang.Class") && simple.startsWith("getResource")
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

    private boolean isPlain(String type) {
        TypeElement element = file.attribution().elements().getTypeElement(type);
        return element != null && isPlain(element.asType());
    }

    /** Whether a method makes objects of classes that it is told by name, or runs their initialisers. */
    private static boolean isMaking(TypeElement owner, String method) {
        String type = owner.getQualifiedName().toString();
        return method.matches(MAKING)
                && (type.equals("java.lang.Class") || type.equals("java.lang.reflect.Constructor"));
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
