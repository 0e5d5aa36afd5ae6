package paredown.cut.extract;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.TypeKind;
import paredown.code.CallGraph;
import paredown.code.CallGraph.Answers;
import paredown.code.CallGraph.Question;
import paredown.code.CodeBase;
import paredown.code.OutsideCall;
import paredown.code.OutsideCalls;
import paredown.code.Symbols;
import paredown.code.TypeFacts;
import paredown.cut.TouchedFile;

/** What methods outside the project may run of it: of the JDK that is known, other libraries may call anything. */
final class OutsideAnswers implements CallGraph.Library {
    private static final String OBJECT = OutsideTypes.OBJECT;
    private static final String METHOD = "java.lang.reflect.Method";
    private static final String THREAD_LOCAL = "java.lang.ThreadLocal";
    private static final Set<String> QUIET_TYPES = Set.of(
            "java.awt.Graphics",
            "java.awt.Graphics2D",
            "java.awt.FontMetrics",
            "java.awt.Shape",
            "java.awt.Stroke",
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
            "java.beans.PropertyChangeEvent",
            "java.beans.PropertyChangeSupport",
            "java.beans.VetoableChangeSupport",
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
            "java.beans",
            Set.of("java.beans.PropertyChangeListener", "java.beans.VetoableChangeListener"),
            "java.util",
            Set.of(
                    "java.util.Collection",
                    "java.util.Enumeration",
                    "java.util.Iterator",
                    "java.util.Map",
                    "java.util.Map.Entry"),
            "java.util.regex",
            Set.of("java.lang.CharSequence"),
            "java.text",
            Set.of("java.util.Calendar", "java.util.TimeZone"));

    /** Methods of classes and constructors that make objects, or run initialisers. */
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

    /** What may stand behind a comparison that is made of functions, and behind a first value. */
    private static final Set<String> COMPARING = Set.of(
            "java.util.Comparator",
            "java.util.function.Function",
            "java.util.function.ToDoubleFunction",
            "java.util.function.ToIntFunction",
            "java.util.function.ToLongFunction");

    private static final String SUPPLYING = "java.util.function.Supplier";

    /** Methods that put what they are given into a text. */
    private static final String TEXTUAL = "toString|deepToString|join|format|valueOf|print|println|printf|append";

    /** What any object answers, or any that can be put in an order. */
    private static final Map<String, String> QUESTIONS = Map.of(
            "equals", "java.lang.Object#equals(java.lang.Object)",
            "hashCode", "java.lang.Object#hashCode()",
            "toString", "java.lang.Object#toString()",
            "compareTo", "java.lang.Comparable#compareTo(java.lang.Object)",
            "formatTo", "java.util.Formattable#formatTo(java.util.Formatter,int,int,int)");

    /** What code can call of the project that does not call by name: whatever types of its own it knows, and questions that any object answers. */
    private static final Answers ANYTHING_KNOWN = new Answers(
            Set.of(OBJECT),
            QUESTIONS.values().stream()
                    .map(question -> new Question(OBJECT, question))
                    .collect(Collectors.toUnmodifiableSet()),
            true);

    /** They compare and print what they are given, and run functions. */
    private static final Set<String> ASSERTING = Set.of("org.junit.Assert", "org.junit.jupiter.api.Assertions");

    private final TouchedFile file;
    private final CodeBase code;
    private final OutsideCalls outside;
    private final OutsideTypes types;
    private final Set<String> comparing;

    OutsideAnswers(TouchedFile file, CodeBase code) {
        this.file = file;
        this.code = code;
        this.outside = new OutsideCalls(file.attribution(), type -> false);
        this.types = new OutsideTypes(file);
        // Functions stand behind a comparison only where somebody makes a comparator of them.
        boolean made = code.types()
                .flatMap(TypeFacts::allReferences)
                .anyMatch(one -> one.target().matches("java\\.util\\.(Comparator|Map\\.Entry)#\\w*[cC]omparing.*"));
        this.comparing = made ? COMPARING : Set.of("java.util.Comparator");
    }

    @Override
    public boolean isBelow(String type, String ancestor) {
        return types.isBelow(type, ancestor);
    }

    @Override
    public boolean tells(String type, String other) {
        return types.tells(type, other);
    }

    @Override
    public boolean declares(String type, String method) {
        return types.declares(type, method);
    }

    /** Objects of other libraries answer in their own ways, whoever declares the method. */
    private boolean isOfAnotherLibrary(String type) {
        return !type.isEmpty()
                && !type.matches("(java|javax|org\\.w3c\\.dom|org\\.xml\\.sax)\\..*")
                && code.type(type).isEmpty();
    }

    @Override
    public Optional<Answers> answers(String symbol) {
        // A copy of an array is made by nobody; what an assertion takes of objects is told with its call.
        return symbol.equals("Array#clone()") || ASSERTING.contains(Symbols.typeName(symbol))
                ? Optional.of(Answers.NONE)
                : element(symbol).flatMap(called -> {
                    OutsideCall call = outside.declared(called);
                    return answers(
                            called, new OutsideCall(symbol, Symbols.typeName(symbol), call.given(), call.held()));
                });
    }

    @Override
    public Optional<Answers> answers(OutsideCall call) {
        String owner = Symbols.typeName(call.method());
        if (ASSERTING.contains(owner)) {
            // Not always on the class path of the file that is cut.
            Set<Question> questions = new LinkedHashSet<>();
            Stream.concat(call.given().stream(), call.held().stream())
                    .forEach(type -> QUESTIONS.keySet().forEach(asked -> questions.add(question(type, asked))));
            return Optional.of(new Answers(Set.copyOf(call.given()), questions, false));
        }
        boolean named = owner.equals(METHOD)
                && Symbols.memberName(call.method()).equals("invoke")
                && !call.receiver().equals(METHOD);
        if (named) {
            return Optional.of(named(Set.of(call.receiver().split(","))));
        }
        return owner.equals("Array")
                ? Optional.of(Answers.NONE)
                : element(call.method()).flatMap(called -> answers(called, call));
    }

    /** Methods by their names, of the project and of the JDK; what that copies asks nobody. */
    private static Answers named(Set<String> names) {
        boolean copies = names.equals(Set.of("clone"));
        return copies
                ? new Answers(Set.of(), Set.of(), false, names)
                : new Answers(ANYTHING_KNOWN.types(), ANYTHING_KNOWN.questions(), true, names);
    }

    private Optional<ExecutableElement> element(String symbol) {
        TypeElement owner = file.attribution().elements().getTypeElement(Symbols.typeName(symbol));
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
            boolean asks = isQuestion(simple) && !call.receiver().isEmpty();
            return Optional.of(asks ? new Answers(Set.of(), own(call.receiver(), simple), false) : Answers.NONE);
        }
        String packageName = OutsideTypes.packageOf(name);
        if (asksNobody(called)) {
            return Optional.of(Answers.NONE);
        }
        if (isOfAnotherLibrary(call.receiver())) {
            return Optional.empty();
        }
        if (!isKnown(called)) {
            return OutsideTypes.isBound(name) ? Optional.of(ANYTHING_KNOWN) : Optional.empty();
        }
        Set<String> run = new LinkedHashSet<>();
        Set<Question> questions = new LinkedHashSet<>();
        String receiver = call.receiver().isEmpty() ? name : call.receiver();
        if (!isClosed(called) || name.endsWith("ResourceBundle")) {
            run.add(receiver);
        }
        if (isQuestion(simple)) {
            questions.addAll(own(receiver, simple));
        }
        if (QUIET_TYPES.contains(name) && name.contains("Graphics")) {
            run.addAll(DRAWN);
        }
        if (name.equals(THREAD_LOCAL)) {
            run.add(SUPPLYING);
        }
        run.addAll(HELD.getOrDefault(packageName, Set.of()));
        boolean asks = !simple.matches(UNASKED)
                && !isPlace(called)
                && !(name.equals("java.util.Arrays") && simple.startsWith("copyOf"));
        if (asks && name.matches(ORDERED)) {
            run.addAll(comparing);
        }
        Set<String> asked = asked(name, simple, call);
        for (String given : call.given()) {
            if (types.isMadeToBeGiven(file.attribution().elements().getTypeElement(given))) {
                run.add(given);
                if (COMPARING.contains(given) || OutsideTypes.packageOf(given).equals("java.util.function")) {
                    // One function may be made of others.
                    run.addAll(comparing);
                }
            } else if (!types.isPlain(given) && !given.equals(OBJECT) && !isKept(owner, simple)) {
                run.add(given);
            }
        }
        if (asks) {
            Stream.of(isQuestion(simple) ? List.<String>of() : List.of(receiver), call.given(), call.held())
                    .flatMap(List::stream)
                    .filter(type -> !types.isPlain(type))
                    .forEach(type -> asked.forEach(question -> questions.add(question(type, question))));
        }
        return Optional.of(new Answers(run, questions, isMaking(owner, simple)));
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
        boolean plain = called.getParameters().stream().allMatch(one -> OutsideTypes.isPlain(one.asType()));
        return owner.startsWith("java.") && plain && (called.getParameters().isEmpty() || !RUNNERS.contains(owner));
    }

    /** Whether it is known what a method outside the project may call. */
    private boolean isKnown(ExecutableElement called) {
        String owner = ownerOf(called);
        String simple = called.getSimpleName().toString();
        boolean quiet = Purity.isOfTheJdk(file, called)
                || QUIET_TYPES.contains(owner)
                || QUIET_PACKAGES.contains(OutsideTypes.packageOf(owner))
                || types.isException((TypeElement) called.getEnclosingElement())
                || isMaking((TypeElement) called.getEnclosingElement(), simple)
                || owner.equals("java.lang.reflect.Array")
                || OutsideTypes.packageOf(owner).equals("java.lang.reflect")
                        && simple.matches("get.+|is.+|setAccessible");
        boolean keeps = owner.equals(THREAD_LOCAL) && simple.matches("get|set|remove");
        boolean runs = RUNNERS.contains(owner) && !keeps
                || RUNNING_PACKAGES.contains(OutsideTypes.packageOf(owner))
                || owner.equals("java.lang.Class") && simple.startsWith("getResource")
                || types.isMadeToBeGiven((TypeElement) called.getEnclosingElement());
        return quiet && !runs;
    }

    private static boolean isQuestion(String method) {
        return QUESTIONS.containsKey(method);
    }

    /** What a call of one of these asks: what Object prints of an object is its hash code. */
    private static Set<Question> own(String type, String method) {
        return method.equals("toString")
                ? Set.of(question(type, method), question(type, "hashCode"))
                : Set.of(question(type, method));
    }

    private static Question question(String type, String method) {
        return new Question(type, QUESTIONS.get(method));
    }

    /** What is asked of objects: whether they are equal, which comes first, and where wanted what they look like. */
    private static Set<String> asked(String owner, String method, OutsideCall call) {
        boolean pair = owner.equals("java.util.Objects") || owner.equals("java.util.Arrays");
        if (pair && method.matches("equals|deepEquals")) {
            return Set.of("equals");
        }
        if (pair && method.matches("hash|hashCode|deepHashCode")) {
            return Set.of("hashCode");
        }
        if (owner.equals("java.util.List")
                && call.given().isEmpty()
                && method.matches("contains|indexOf|remove|lastIndexOf")) {
            return Set.of("equals");
        }
        boolean textual = !OutsideTypes.packageOf(owner).equals("java.util") || method.matches(TEXTUAL);
        return textual ? QUESTIONS.keySet() : Set.of("equals", "hashCode", "compareTo");
    }

    /** Whether a method makes objects of classes that it is told by name, or runs their initialisers. */
    private static boolean isMaking(TypeElement owner, String method) {
        String type = owner.getQualifiedName().toString();
        return type.equals("java.lang.reflect.Field") && method.matches("[gs]et\\w*")
                || method.matches(MAKING)
                        && (type.equals("java.lang.Class") || type.equals("java.lang.reflect.Constructor"));
    }

    /** Whether an object, a text excepted, is taken only to be kept. */
    private static boolean isKept(TypeElement owner, String method) {
        String type = owner.getQualifiedName().toString();
        return type.startsWith("java.util.")
                        && method.matches("add|set|put|push|addFirst|addLast|addElement|requireNonNull|isNull|nonNull")
                || type.startsWith("java.beans.") && method.matches("(add|remove)\\w+Listener");
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
}
