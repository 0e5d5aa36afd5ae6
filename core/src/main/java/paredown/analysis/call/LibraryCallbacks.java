package paredown.analysis.call;

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
import paredown.analysis.call.CallGraph.Callback;
import paredown.analysis.call.CallGraph.Callbacks;
import paredown.analysis.jdk.Allocations;
import paredown.analysis.jdk.JdkTypes;
import paredown.analysis.jdk.LibraryModel;
import paredown.analysis.jdk.LibraryTypes;
import paredown.code.compile.Symbol;
import paredown.code.facts.OutsideCall;
import paredown.code.facts.OutsideCalls;
import paredown.code.index.CodeBase;
import paredown.tree.TouchedFile;

/** What methods outside the project may run of it: of the JDK that is known, other libraries may call anything. */
public final class LibraryCallbacks implements CallGraph.Library {
    private static final String OBJECT = LibraryTypes.OBJECT;
    private static final String METHOD = "java.lang.reflect.Method";

    /** What any object answers, or any that can be put in an order. */
    private static final Map<String, String> METHODS_OF_OBJECTS = Map.of(
            "equals", "java.lang.Object#equals(java.lang.Object)",
            "hashCode", "java.lang.Object#hashCode()",
            "toString", "java.lang.Object#toString()",
            "compareTo", "java.lang.Comparable#compareTo(java.lang.Object)",
            "formatTo", "java.util.Formattable#formatTo(java.util.Formatter,int,int,int)");

    /** What code can call of the project that does not call by name: whatever types of its own it knows, and questions that any object answers. */
    private static final Callbacks ANYTHING_KNOWN = new Callbacks(
            Set.of(OBJECT),
            METHODS_OF_OBJECTS.values().stream()
                    .map(method -> new Callback(OBJECT, method))
                    .collect(Collectors.toUnmodifiableSet()),
            Allocations.KNOWN);

    /** What a table does when its values have changed: it asks for them and sorts them, forgets what was selected, and is drawn later. */
    private static final Callbacks TABLES_TOLD = new Callbacks(
            GuiCallbacks.OF_TABLES,
            Stream.concat(
                            METHODS_OF_OBJECTS.values().stream().map(method -> new Callback(OBJECT, method)),
                            ofComponents(GuiCallbacks.LAID_OUT).stream())
                    .collect(Collectors.toUnmodifiableSet()),
            Allocations.NONE);

    /** They compare and print what they are given, and run functions. */
    private static final Set<String> ASSERTING = Set.of("org.junit.Assert", "org.junit.jupiter.api.Assertions");

    private static final String THROWABLE = "java.lang.Throwable";
    private static final List<String> WHAT_IT_IS = List.of("#toString()", "#getLocalizedMessage()", "#getMessage()");
    private static final String SEQUENTIAL = "java.util.AbstractSequentialList";

    private final TouchedFile file;
    private final CodeBase code;
    private final OutsideCalls outside;
    private final LibraryTypes types;
    private final ProjectSubtypes own;

    private final boolean trusting;

    public LibraryCallbacks(TouchedFile file, CodeBase code) {
        this(file, code, false);
    }

    /**
     * Where that of an unknown library calls what it is handed, and what types of libraries it can have, and nothing else: nobody has told it
     * the name of anything before.
     */
    public static LibraryCallbacks trusting(TouchedFile file, CodeBase code) {
        return new LibraryCallbacks(file, code, true);
    }

    private LibraryCallbacks(TouchedFile file, CodeBase code, boolean trusting) {
        this.file = file;
        this.trusting = trusting;
        this.code = code;
        this.outside = new OutsideCalls(file.attribution(), type -> false);
        this.types = new LibraryTypes(file);
        this.own = new ProjectSubtypes(code, types);
    }

    public ProjectSubtypes own() {
        return own;
    }

    @Override
    public boolean isBelow(String type, String ancestor) {
        return types.isBelow(type, ancestor);
    }

    @Override
    public boolean isNonEscaping(String type) {
        return type.startsWith("java.") && !LibraryModel.isRunner(type);
    }

    @Override
    public boolean isKnown(String type) {
        return types.isKnown(type);
    }

    @Override
    public boolean tells(String type, String other) {
        return types.tells(type, other);
    }

    @Override
    public boolean isAbstract(String symbol) {
        return element(symbol)
                .map(method -> method.getModifiers().contains(Modifier.ABSTRACT))
                .orElse(false);
    }

    @Override
    public boolean declares(String type, String method) {
        return types.declares(type, method);
    }

    /** Objects of other libraries answer in their own ways, whoever declares the method. */
    private boolean isOfAnotherLibrary(String type) {
        return !type.isEmpty()
                && !LibraryModel.isOfQuietLibrary(type)
                && !type.matches("(java|javax|org\\.w3c\\.dom|org\\.xml\\.sax)\\..*")
                && code.type(type).isEmpty();
    }

    @Override
    public Optional<Callbacks> callbacks(String symbol) {
        // Arrays are made and copied by nobody; what an assertion takes of objects is told with its call.
        return symbol.startsWith("Array#") || ASSERTING.contains(Symbol.typeName(symbol))
                ? Optional.of(Callbacks.NONE)
                : element(symbol)
                        .flatMap(called -> callbacks(called, declared(called, symbol)))
                        .or(() -> trusting ? declared(symbol).map(this::ofUnknown) : Optional.empty());
    }

    /** What code may call of which nothing is known but that it calls what it is passed. */
    private Callbacks ofUnknown(OutsideCall call) {
        Set<String> known = new LinkedHashSet<>(call.given());
        known.addAll(call.held());
        known.addAll(own.ofOtherLibraries());
        Set<Callback> methodsCalled =
                known.stream().flatMap(type -> methodsCalled(type).stream()).collect(Collectors.toSet());
        return new Callbacks(known, methodsCalled, Allocations.NONE, Set.copyOf(call.reflected()), Set.of());
    }

    /** A call as the declaration of what it calls tells of it; empty where that is not on the class path. */
    Optional<OutsideCall> declared(String symbol) {
        return element(symbol).map(called -> declared(called, symbol));
    }

    private OutsideCall declared(ExecutableElement called, String symbol) {
        OutsideCall call = outside.declared(called);
        return new OutsideCall(symbol, Symbol.typeName(symbol), call.given(), call.held());
    }

    @Override
    public Optional<Callbacks> callbacks(OutsideCall call) {
        String owner = Symbol.typeName(call.method());
        if (ASSERTING.contains(owner)) {
            // Not always on the class path of the file that is cut.
            Set<Callback> methodsCalled = new LinkedHashSet<>();
            Stream.concat(call.given().stream(), call.held().stream())
                    .forEach(type -> methodsCalled.addAll(methodsCalled(type)));
            return Optional.of(new Callbacks(Set.copyOf(call.given()), methodsCalled, Allocations.NONE));
        }
        if (owner.equals(METHOD) && !call.reflected().isEmpty()) {
            return Optional.of(named(Set.copyOf(call.reflected())));
        }
        return owner.equals("Array")
                ? Optional.of(Callbacks.NONE)
                : element(call.method())
                        .flatMap(called -> callbacks(called, call))
                        .or(() -> trusting ? Optional.of(ofUnknown(call)) : Optional.empty());
    }

    private static Set<Callback> ofComponents(Set<String> methods) {
        return methodsCalled(GuiCallbacks.COMPONENT, methods);
    }

    private static Set<Callback> methodsCalled(String type, Set<String> methods) {
        return methods.stream()
                .map(method -> new Callback(type, type + method))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Methods by their names, of the project and of the JDK; what that copies asks nobody. */
    private static Callbacks named(Set<String> names) {
        if (names.equals(Set.of("clone"))) {
            return new Callbacks(Set.of(), Set.of(), Allocations.NONE, names, Set.of());
        }
        Allocations allocates = names.stream().anyMatch(LibraryModel::isMaking) ? Allocations.ANY : Allocations.KNOWN;
        return new Callbacks(ANYTHING_KNOWN.types(), ANYTHING_KNOWN.methodsCalled(), allocates, names, Set.of());
    }

    private Optional<ExecutableElement> element(String symbol) {
        TypeElement owner = file.attribution().elements().getTypeElement(Symbol.typeName(symbol));
        TypeElement object = file.attribution().elements().getTypeElement(OBJECT);
        if (owner == null || object == null) {
            return Optional.empty();
        }
        String name = "#" + Symbol.spelling(symbol);
        return Stream.of(owner, object)
                .flatMap(type -> type.getEnclosedElements().stream())
                .filter(one ->
                        one instanceof ExecutableElement && file.symbol(one).endsWith(name))
                .map(ExecutableElement.class::cast)
                .findFirst();
    }

    private Optional<Callbacks> callbacks(ExecutableElement called, OutsideCall call) {
        TypeElement owner = (TypeElement) called.getEnclosingElement();
        String name = owner.getQualifiedName().toString();
        String simple = called.getSimpleName().toString();
        if (name.equals(OBJECT)) {
            String asked = call.receiver();
            boolean asks = isQuestion(simple)
                    && !asked.isEmpty()
                    && (!types.isValue(asked) || asked.equals("java.lang.CharSequence"));
            return Optional.of(
                    asks ? new Callbacks(Set.of(), own(call.receiver(), simple), Allocations.NONE) : Callbacks.NONE);
        }
        if (asksNobody(called)) {
            return Optional.of(Callbacks.NONE);
        }
        if (isOfAnotherLibrary(call.receiver())) {
            return Optional.empty();
        }
        String receiver = call.receiver().isEmpty() ? name : call.receiver();
        if (LibraryModel.isOfThread(name, simple)) {
            return Optional.of(answeredBy(receiver, call));
        }
        if (LibraryModel.isFindingParsers(name, simple) && !own.has(name)) {
            return Optional.of(Callbacks.NONE);
        }
        Optional<Callbacks> ofWindows = ofWindows(name, simple, receiver, call);
        if (ofWindows.isPresent()) {
            return ofWindows;
        }
        if (!isKnown(called, call)) {
            return LibraryModel.isBound(name) ? Optional.of(ANYTHING_KNOWN) : Optional.empty();
        }
        Set<String> held = held(called, call, receiver);
        Set<String> run = run(called, call, receiver, held);
        boolean asks = LibraryModel.isAsking(name, simple) && !isPlace(called);
        Allocations allocates = LibraryModel.allocates(name, simple);
        boolean named = allocates == Allocations.ANY && !call.reflected().isEmpty();
        return Optional.of(new Callbacks(
                run,
                methodsCalled(called, call, receiver, held, asks),
                named ? Allocations.NONE : allocates,
                Set.copyOf(call.reflected()),
                functionsGivenTo(name, simple, receiver, asks, run)));
    }

    /** The types of the objects of which it may call whatever types outside declare. */
    private Set<String> run(ExecutableElement called, OutsideCall call, String receiver, Set<String> held) {
        String name = ownerOf(called);
        String simple = called.getSimpleName().toString();
        Set<String> run = new LinkedHashSet<>(held);
        boolean overridden =
                !isClosed(called) && !types.isValue(receiver) && !LibraryModel.isAnsweredByParts(name, simple);
        if (overridden || name.endsWith("ResourceBundle")) {
            run.add(receiver);
        }
        run.addAll(GuiCallbacks.drawn(name));
        call.given().stream()
                .filter(given -> !isCause(called, given))
                .forEach(given -> run.addAll(run(given, LibraryModel.isKept(name, simple))));
        return run;
    }

    /** A cause tells what it is, and is asked nothing else. JDK: Throwable(Throwable). */
    private boolean isCause(ExecutableElement called, String given) {
        return called.getKind() == ElementKind.CONSTRUCTOR
                && types.isException((TypeElement) called.getEnclosingElement())
                && types.isSubtype(given, THROWABLE);
    }

    /** The methods of objects that it calls by themselves. */
    private Set<Callback> methodsCalled(
            ExecutableElement called, OutsideCall call, String receiver, Set<String> held, boolean asks) {
        String simple = called.getSimpleName().toString();
        Set<Callback> all = new LinkedHashSet<>();
        call.given().stream()
                .filter(given -> isCause(called, given))
                .forEach(given -> WHAT_IT_IS.forEach(asked -> all.add(new Callback(given, THROWABLE + asked))));
        if (isQuestion(simple) && !types.isValue(receiver)) {
            all.addAll(own(receiver, simple));
        }
        if (asks) {
            Set<String> asked = LibraryModel.asked(ownerOf(called), simple, call, METHODS_OF_OBJECTS.keySet());
            asked(called, call, receiver, held)
                    .filter(type -> !types.isPlain(type))
                    .forEach(type -> asked.forEach(method -> all.add(methodCalled(type, method))));
        }
        return all;
    }

    /** The methods outside that were given functions which it may run now. */
    private Set<String> functionsGivenTo(String owner, String method, String receiver, boolean asks, Set<String> run) {
        Set<String> all = new LinkedHashSet<>();
        if (owner.equals(LibraryModel.THREAD_LOCAL) && method.equals("get")) {
            all.add(LibraryModel.SUPPLYING);
        }
        if (LibraryModel.isWalker(owner)) {
            all.add(LibraryModel.WALKING_STREAMS);
        }
        boolean ordered = LibraryModel.isOrdered(owner) && !LibraryModel.isUnordered(receiver);
        if (asks && ordered && (!receiver.equals(LibraryModel.SHARED_MAP) || own.hasSharedOrders())) {
            all.add(LibraryModel.ORDERING);
            all.add(LibraryModel.COMPOSING_ORDERS);
        }
        if (run.stream().anyMatch(LibraryModel::isFunction)) {
            boolean ordersOnly = run.stream().filter(LibraryModel::isFunction).allMatch(LibraryModel.ORDER::equals);
            all.add(ordersOnly && !own.hasOrdersOfFunctions() ? LibraryModel.COMPOSING_ORDERS : LibraryModel.COMPOSING);
        }
        return all;
    }

    /** A method that runs itself, or what stands in its place, and nothing besides. */
    private static Callbacks answeredBy(String receiver, OutsideCall call) {
        return new Callbacks(Set.of(), Set.of(new Callback(receiver, call.method())), Allocations.NONE);
    }

    /** Some types, and those of what a call is given; who lays out a panel is kept until something is put into that. */
    private Set<String> withGiven(Set<String> some, OutsideCall call) {
        Set<String> all = new LinkedHashSet<>(some);
        call.given().stream()
                .filter(given -> !types.isSubtype(given, GuiCallbacks.LAYOUT))
                .forEach(given -> all.addAll(run(given, false)));
        return all;
    }

    /** What a method of a window or a table runs; empty where that is not known by its name. */
    private Optional<Callbacks> ofWindows(String owner, String method, String receiver, OutsideCall call) {
        Set<String> told = GuiCallbacks.told(owner, method);
        if (!told.isEmpty() || GuiCallbacks.isAskingLater(owner, method)) {
            Set<Callback> methodsCalled = ofComponents(GuiCallbacks.laidOut(owner, method));
            methodsCalled.add(new Callback(receiver, call.method()));
            // Nobody is told of a value that is equal to the one before.
            call.given().stream()
                    .filter(given -> !types.isPlain(given))
                    .forEach(given -> methodsCalled.add(methodCalled(given, "equals")));
            return Optional.of(new Callbacks(withGiven(told, call), methodsCalled, Allocations.NONE));
        }
        if (GuiCallbacks.isAccessor(owner, method)) {
            return Optional.of(answeredBy(receiver, call));
        }
        if (GuiCallbacks.isPutting(owner, method) && types.isSubtype(receiver, GuiCallbacks.PANEL)) {
            Set<Callback> methodsCalled = ofComponents(GuiCallbacks.PUT);
            methodsCalled.addAll(methodsCalled(GuiCallbacks.LAYOUT, GuiCallbacks.PUT_BEFORE));
            methodsCalled.add(new Callback(receiver, call.method()));
            return Optional.of(new Callbacks(GuiCallbacks.OF_PANELS, methodsCalled, Allocations.NONE));
        }
        boolean made = method.equals(Symbol.CONSTRUCTOR) && GuiCallbacks.isPlainComponent(owner);
        if (made && GuiCallbacks.GIVING_LOOKS.stream().noneMatch(own::has)) {
            return Optional.of(new Callbacks(
                    withGiven(GuiCallbacks.OF_NEW, call), ofComponents(GuiCallbacks.LAID_OUT), Allocations.NONE));
        }
        if (GuiCallbacks.isTellingTables(owner, method) && !own.has("javax.swing.JTable")) {
            return Optional.of(TABLES_TOLD);
        }
        if (GuiCallbacks.isLook(owner, method)) {
            Set<String> asked = method.equals("getInsets") ? Set.of("javax.swing.border.Border") : Set.of();
            return Optional.of(new Callbacks(
                    asked, Set.of(new Callback(GuiCallbacks.COMPONENT, call.method())), Allocations.NONE));
        }
        return Optional.empty();
    }

    /** What the objects of a call hold, as far as somebody here has written a class of it. */
    private Set<String> held(ExecutableElement called, OutsideCall call, String receiver) {
        String owner = ownerOf(called);
        String method = called.getSimpleName().toString();
        Set<String> held = new LinkedHashSet<>(isFree(called) ? heldByGiven(owner, call) : held(owner, receiver));
        boolean walks = own.hasCollections() && (!LibraryModel.isWalkless(method) || own.has(SEQUENTIAL));
        if (!walks && !owner.startsWith("java.io.")) {
            held.removeIf(LibraryModel::isWalker);
        }
        boolean walked = method.equals("iterator") && own.hasCollections();
        if (walked || Stream.concat(Stream.of(receiver), call.given().stream()).anyMatch(own::isIterable)) {
            held.addAll(LibraryModel.OF_ITERABLES);
        }
        held.removeIf(type -> type.equals(LibraryModel.PIPE) && !own.has(type));
        return held;
    }

    /** The types of the objects that a method may ask. */
    private static Stream<String> asked(ExecutableElement called, OutsideCall call, String receiver, Set<String> held) {
        String owner = ownerOf(called);
        String method = called.getSimpleName().toString();
        Stream<String> given = Stream.concat(call.given().stream(), call.held().stream());
        if (LibraryModel.isOfTexts(owner)) {
            return LibraryModel.isAnsweredByParts(owner, method)
                    ? held.stream()
                    : LibraryModel.isOfAttributes(owner) ? Stream.of(OBJECT) : given;
        }
        if (method.equals("equals") && !owner.startsWith("java.util.")) {
            // Not of its own class: not equal, and not asked.
            return Stream.empty();
        }
        return isQuestion(method) || isFree(called) ? given : Stream.concat(Stream.of(receiver), given);
    }

    /** The types that are called of an object that is handed over: its own, unless it is only kept. */
    private Set<String> run(String given, boolean kept) {
        Set<String> run = new LinkedHashSet<>();
        if (kept) {
            return run;
        }
        if (types.isMadeToBeGiven(file.attribution().elements().getTypeElement(given))) {
            run.add(given);
        } else if (!types.isPlain(given) && !given.equals(OBJECT)) {
            run.add(given);
        }
        return run;
    }

    private static boolean isFree(ExecutableElement called) {
        return called.getModifiers().contains(Modifier.STATIC) || called.getKind() == ElementKind.CONSTRUCTOR;
    }

    /** What the arguments may hold, where no object is called: of one that may be anything, whatever such code deals with. */
    private Set<String> heldByGiven(String owner, OutsideCall call) {
        Set<String> held = new LinkedHashSet<>();
        Stream.concat(call.given().stream(), call.held().stream())
                .filter(type -> !types.isPlain(type) && code.type(type).isEmpty())
                .forEach(type -> held.addAll(LibraryModel.held(LibraryTypes.isCommon(type) ? owner : type)));
        return held;
    }

    /** By the object's own type where that is of the same code as the method, which tells more. */
    private static Set<String> held(String owner, String receiver) {
        boolean near = LibraryTypes.packageOf(owner).equals(LibraryTypes.packageOf(receiver));
        return LibraryModel.held(near ? receiver : owner);
    }

    private static String ownerOf(ExecutableElement called) {
        return ((TypeElement) called.getEnclosingElement()).getQualifiedName().toString();
    }

    /** Whether an object of the JDK is made of numbers and texts. */
    private static boolean asksNobody(ExecutableElement called) {
        String owner = ownerOf(called);
        if (called.getEnclosingElement().getKind() == ElementKind.ANNOTATION_TYPE) {
            return true;
        }
        boolean plain = called.getKind() == ElementKind.CONSTRUCTOR
                && called.getParameters().stream().allMatch(one -> LibraryTypes.isPlain(one.asType()));
        return owner.startsWith("java.")
                && plain
                && (called.getParameters().isEmpty() || !LibraryModel.isRunner(owner));
    }

    /** Whether it is known what a method outside the project may call. */
    private boolean isKnown(ExecutableElement called, OutsideCall call) {
        String owner = ownerOf(called);
        String simple = called.getSimpleName().toString();
        TypeElement type = (TypeElement) called.getEnclosingElement();
        boolean quiet = JdkTypes.isOfValues(owner)
                || LibraryModel.isQuiet(owner, simple)
                || LibraryModel.isOfImages(owner) && !own.has("javax.imageio.spi.IIOServiceProvider")
                || LibraryModel.allocates(owner, simple) != Allocations.NONE
                || types.isException(type);
        boolean made = LibraryModel.isOfMadeStream(owner, isFree(called), call);
        boolean written =
                LibraryModel.isFunction(owner) && (code.type(call.receiver()).isPresent() || !own.hasMakers());
        boolean runs = !written && !made && LibraryModel.isRunning(owner, simple)
                || !written && types.isMadeToBeGiven(type) && !LibraryModel.isDescription(owner);
        return quiet && !runs;
    }

    private static boolean isQuestion(String method) {
        return METHODS_OF_OBJECTS.containsKey(method);
    }

    /** What a call of one of these asks: what Object prints of an object is its hash code. */
    private static Set<Callback> own(String type, String method) {
        return method.equals("toString")
                ? Set.of(methodCalled(type, method), methodCalled(type, "hashCode"))
                : Set.of(methodCalled(type, method));
    }

    /** All that an object of a type may be asked. */
    static Set<Callback> methodsCalled(String type) {
        return METHODS_OF_OBJECTS.keySet().stream()
                .map(asked -> methodCalled(type, asked))
                .collect(Collectors.toSet());
    }

    private static Callback methodCalled(String type, String method) {
        return new Callback(type, METHODS_OF_OBJECTS.get(method));
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
