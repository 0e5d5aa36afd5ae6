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
            "java.lang.ThreadLocal",
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
     * @param involved types of what it is given, and of what its object holds by its type; empty where they cannot be told
     */
    Optional<String> way(ExecutableElement called, Optional<TypeMirror> receiver, Optional<List<TypeMirror>> involved) {
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
        // A copy of an array is made by nobody, and to repaint is to be put in a queue.
        return symbol.equals("Array#clone()")
                        || symbol.matches("(java.awt.Component|javax.swing.JComponent)#repaint\\(.*")
                ? Optional.of(Answers.NONE)
                : element(symbol).flatMap(called -> answers(called, OBJECT, declared(called)));
    }

    /** What a method declares to take; of the objects that a collection holds its declaration tells nothing. */
    private List<TypeMirror> declared(ExecutableElement called) {
        List<TypeMirror> types = new ArrayList<>();
        called.getParameters().forEach(one -> types.add(one.asType()));
        if (!((TypeElement) called.getEnclosingElement()).getTypeParameters().isEmpty()) {
            types.add(file.attribution().elements().getTypeElement(OBJECT).asType());
        }
        return types;
    }

    private Optional<ExecutableElement> element(String symbol) {
        TypeElement owner = file.attribution().elements().getTypeElement(symbol.substring(0, symbol.indexOf('#')));
        TypeElement object = file.attribution().elements().getTypeElement(OBJECT);
        String name = symbol.substring(symbol.indexOf('#'));
        return Stream.of(owner, object)
                .filter(type -> owner != null)
                .flatMap(type -> type.getEnclosedElements().stream())
                .filter(one ->
                        one instanceof ExecutableElement && file.symbol(one).endsWith(name))
                .map(ExecutableElement.class::cast)
                .findFirst();
    }

    private Optional<Answers> answers(ExecutableElement called, String receiver, List<TypeMirror> involved) {
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        String name = owner.getQualifiedName().toString();
        String simple = called.getSimpleName().toString();
        if (name.equals(OBJECT)) {
            boolean asks = simple.matches("toString|equals|hashCode");
            return Optional.of(
                    asks ? new Answers(Set.of(), questions(receiver, simple.equals("toString"))) : Answers.NONE);
        }
        String packageName = name.substring(0, Math.max(0, name.lastIndexOf('.')));
        boolean quiet = (Purity.isOfTheJdk(file, called)
                        || QUIET_TYPES.contains(name)
                        || QUIET_PACKAGES.contains(packageName)
                        || packageName.equals("java.util") && name.endsWith("ResourceBundle"))
                && !RUNNING_PACKAGES.contains(packageName)
                && !isMadeToBeGiven(owner);
        boolean keeps = name.equals("java.lang.ThreadLocal") && simple.matches("get|set|remove");
        boolean runs = RUNNERS.contains(name) && !keeps || name.equals("java.lang.Class") && simple.matches(MAKING);
        boolean made = called.getKind() == ElementKind.CONSTRUCTOR && name.startsWith("java.");
        boolean plain = called.getParameters().stream().allMatch(one -> isPlain(one.asType()));
        if (made && plain && (!runs || called.getParameters().isEmpty())) {
            return Optional.of(Answers.NONE);
        }
        if (!quiet || runs) {
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
        if (keeps && simple.equals("get")) {
            types.add(CallGraph.SUPPLYING);
        }
        types.addAll(HELD.getOrDefault(packageName, Set.of()));
        boolean asks = !simple.matches(UNASKED)
                && !isPlace(called)
                && !(name.equals("java.util.Arrays") && simple.startsWith("copyOf"));
        if (asks && name.matches(ORDERED)) {
            types.addAll(CallGraph.COMPARING);
        }
        boolean textual = !packageName.equals("java.util") || simple.matches(TEXTUAL);
        for (TypeMirror type : involved) {
            if (isPlain(type)) {
                continue;
            }
            String given = erased(type);
            if (isMadeToBeGiven(file.attribution().elements().getTypeElement(given))) {
                // One function may be made of others.
                types.add(given);
                types.addAll(CallGraph.COMPARING);
                continue;
            }
            if (!given.equals(OBJECT)) {
                types.addAll(isOfTheLibrary(given) && !isKept(owner, simple) ? Set.of(given) : Set.of());
            }
            if (asks) {
                questions.addAll(questions(given, textual));
            }
        }
        return Optional.of(new Answers(types, questions));
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

    private static boolean isOfTheLibrary(String type) {
        return type.startsWith("java.") || type.startsWith("javax.");
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
