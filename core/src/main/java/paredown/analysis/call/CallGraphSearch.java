package paredown.analysis.call;

import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.analysis.call.CallGraph.Callback;
import paredown.analysis.call.CallGraph.Callbacks;
import paredown.analysis.call.CallGraph.Library;
import paredown.analysis.jdk.Allocations;
import paredown.code.compile.Symbol;
import paredown.code.facts.CallContext;
import paredown.code.facts.ClosureFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.OutsideCall;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** One search through a {@link CallGraph}. */
final class CallGraphSearch {
    private static final String NOTHING = "()";

    private final CallGraph graph;
    private final CodeBase code;
    private final Set<String> wanted;
    private final String initialised;
    private final Library library;
    private final DispatchTargets targets;
    private final Set<SearchItem> seen = new HashSet<>();
    private final Set<CallContext> run = new HashSet<>();
    private final Deque<CallContext> open = new ArrayDeque<>();
    private String now;
    private String path;

    /**
     * @param wanted symbols of members
     * @param initialised the class that is initialised already, or being initialised
     */
    CallGraphSearch(
            CallGraph graph, CodeBase code, Set<String> wanted, String initialised, Library library, String now) {
        this.graph = graph;
        this.code = code;
        this.wanted = wanted;
        this.initialised = initialised;
        this.library = library;
        this.targets = new DispatchTargets(graph, code, library);
        this.now = now;
    }

    /** Loads what stands above a class, and runs some of what the class itself starts with. */
    void startOf(TypeFacts type, Predicate<MemberFacts> some) {
        initialiseSupertypes(type);
        // That a field gets its value is no use of it.
        type.members().stream()
                .filter(member -> isStart(member) && !wanted.contains(member.symbol()))
                .filter(some)
                .map(CallContext::start)
                .forEach(this::open);
    }

    /** Runs the constructors above a class. */
    void constructSuperclass(TypeFacts type) {
        // Whoever makes an exception, that of Throwable fills it.
        enterNamed("fillInStackTrace");
        type.superclass().ifPresent(above -> {
            if (code.type(above).isPresent()) {
                construct(above);
            } else {
                superclassCreated(type.name(), above);
            }
        });
        type.members().stream()
                .filter(CallGraph::isConstructor)
                .flatMap(constructor -> constructor.references().stream())
                .filter(reference -> !reference.inProject()
                        && isOfConstructor(reference)
                        && type.superclass().stream().anyMatch(reference.owner()::equals))
                .forEach(reference -> leave(reference.target()));
    }

    /** All that has been run. */
    Stream<CallGraph.Run> run() {
        return run.stream().map(entered -> new CallGraph.Run(entered.member(), entered.references(this::isAbstract)));
    }

    /** Looks at all that has been entered; by way of what the wanted method runs, where it does. */
    Optional<String> end() {
        while (!open.isEmpty() && path == null) {
            CallContext next = open.pop();
            now = next.member().symbol();
            List<OutsideCall> outside = next.outside(this::isAbstract);
            Set<String> known = outside.stream().map(OutsideCall::method).collect(Collectors.toSet());
            outside.stream()
                    .filter(call -> seen.add(new SearchItem.LibraryCall(call)))
                    .forEach(this::leave);
            next.references(this::isAbstract).stream()
                    .filter(reference -> !known.contains(reference.target()))
                    .forEach(reference -> follow(next, reference));
            next.implicitCalls().stream()
                    .filter(method -> seen.add(new SearchItem.ImplicitCall(method)))
                    .forEach(this::start);
        }
        return Optional.ofNullable(path);
    }

    private boolean isAbstract(String symbol) {
        return code.member(symbol)
                .map(method -> method.is(Modifier.ABSTRACT))
                .orElseGet(() -> library.isAbstract(symbol));
    }

    private void start(String symbol) {
        start(symbol, Set.of());
    }

    /** What a call of the project, or of what is outside, runs. */
    void start(String symbol, Set<Integer> written) {
        String owner = Symbol.typeName(symbol);
        if (code.type(owner).isPresent()) {
            initialise(owner);
            call(symbol, written);
        } else {
            leave(symbol);
        }
    }

    private void follow(CallContext from, Reference reference) {
        boolean calls = reference.kind() == Reference.Kind.CALL || reference.kind() == Reference.Kind.CREATE;
        if ((from.closure().isPresent() || from.starts())
                && reference.inProject()
                && reference.kind() != Reference.Kind.TYPE
                && code.type(reference.owner()).isEmpty()) {
            followClosures(from.member(), reference, calls);
        }
        if (reference.inProject() && reference.kind() != Reference.Kind.TYPE) {
            initialise(reference.owner());
            path = wanted.contains(reference.target()) ? now : path;
        }
        if (reference.kind() == Reference.Kind.STAND_IN) {
            construct(reference.owner());
        }
        boolean above = reference.through().equals("super");
        Set<Integer> written = calls && reference.inProject() ? from.written(reference.target()) : Set.of();
        if (calls && seen.add(new SearchItem.Call(reference.target(), written, above))) {
            if (above && reference.inProject()) {
                above(reference.target());
            } else if (reference.inProject()) {
                call(reference.target(), written);
            } else if (createsSuperclass(from.member(), reference)) {
                superclassCreated(Symbol.typeName(from.member().symbol()), reference.owner());
            } else {
                leave(reference.target());
            }
        }
    }

    /** Of a class that is made in a member, this one or another: what is called, and what runs with the class or an object of it. */
    private void followClosures(MemberFacts member, Reference reference, boolean calls) {
        String called = DispatchTargets.nameOf(reference.target());
        enterClosures(member, closure -> closure.isInitial() || calls && closure.has(called));
        if (isOfConstructor(reference)) {
            // What stands above it is made too.
            member.references().stream()
                    .filter(one -> one.kind() == Reference.Kind.STAND_IN)
                    .forEach(one -> construct(one.owner()));
        }
    }

    /** Whether a constructor calls the one without parameters above it, and makes no other object of that class by its name. */
    private boolean createsSuperclass(MemberFacts from, Reference reference) {
        String above = reference.owner();
        return CallGraph.isConstructor(from)
                && reference.target().equals(above + "#<init>()")
                && from.references().stream()
                        .noneMatch(one -> one.kind() == Reference.Kind.TYPE
                                && one.target().equals(above))
                && code.type(Symbol.typeName(from.symbol()))
                        .flatMap(TypeFacts::superclass)
                        .filter(above::equals)
                        .isPresent();
    }

    private void leave(String symbol) {
        library.callbacks(symbol).ifPresentOrElse(this::answered, () -> path = symbol);
    }

    /** What a call that leaves the project runs. */
    void leave(OutsideCall call) {
        library.callbacks(call).ifPresentOrElse(this::answered, () -> path = call.method());
    }

    /** The method of a type above, and nothing in its place. */
    void above(String symbol) {
        code.member(symbol).ifPresentOrElse(this::enter, () -> call(symbol, Set.of()));
    }

    private void answered(Callbacks callbacks) {
        if (seen.add(new SearchItem.Construction(callbacks.allocates()))) {
            constructAll(callbacks.allocates());
        }
        // In order, so that the path that is found is the same one each time.
        callbacks.named().stream()
                .sorted()
                .filter(name -> seen.add(new SearchItem.MethodsNamed(name)))
                .forEach(this::enterNamed);
        callbacks.functionsGivenTo().stream()
                .sorted()
                .filter(to -> seen.add(new SearchItem.FunctionsGivenTo(to)))
                .forEach(this::enterFunctionsGiven);
        callbacks.types().stream().sorted().forEach(this::below);
        callbacks.methodsCalled().stream()
                .sorted(Comparator.comparing(Callback::toString))
                .filter(one -> seen.add(new SearchItem.MethodOf(one)))
                .forEach(this::ask);
    }

    private void constructAll(Allocations allocates) {
        if (allocates == Allocations.STATIC) {
            code.types().forEach(type -> initialise(type.name()));
        } else if (allocates != Allocations.NONE) {
            code.types()
                    .filter(type -> allocates == Allocations.ANY
                            || isCreatedWith(type, NOTHING::equals)
                                    && graph.ancestors(type).stream().anyMatch(library::isKnown))
                    .forEach(type ->
                            construct(type.name(), list -> allocates == Allocations.ANY || list.equals(NOTHING)));
        }
    }

    private void below(String type) {
        if (seen.add(new SearchItem.MethodsOf(type))) {
            answered(type);
        }
    }

    private void enterFunctionsGiven(String to) {
        Pattern methods = Pattern.compile(to);
        code.types()
                .flatMap(type -> type.members().stream())
                .forEach(member -> member.body().outside().stream()
                        .filter(call -> methods.matcher(call.method()).matches())
                        .forEach(call -> {
                            enterClosures(member, closure -> targets.takes(call.method(), closure));
                            call.given().forEach(this::below);
                        }));
    }

    private void answered(String type) {
        code.types().filter(one -> targets.isSubtype(one, type)).forEach(one -> {
            Set<String> above = graph.ancestors(one).stream()
                    .filter(parent -> library.tells(type, parent))
                    .collect(Collectors.toSet());
            Stream.concat(Stream.of(one), code.supertypes(one).stream())
                    .flatMap(TypeFacts::methods)
                    .filter(method ->
                            method.isMethod() && !DispatchTargets.isOfObject(DispatchTargets.nameOf(method.symbol())))
                    .filter(method -> above.stream()
                            .anyMatch(parent -> library.declares(parent, DispatchTargets.nameOf(method.symbol()))))
                    .forEach(this::enter);
        });
        enterClosures(closure -> {
            List<String> above = targets.isSubtype(closure, type) ? targets.known(type, closure) : List.of();
            return closure.methods().isEmpty()
                    ? !above.isEmpty()
                    : closure.methods().stream()
                            .anyMatch(method -> !DispatchTargets.isOfObject(method)
                                    && above.stream().anyMatch(parent -> library.declares(parent, method)));
        });
    }

    private void enterNamed(String name) {
        if (name.startsWith(Symbol.CONSTRUCTOR)) {
            code.types().forEach(type -> constructNamed(type, name.substring(Symbol.CONSTRUCTOR.length())));
            return;
        }
        code.types()
                .flatMap(TypeFacts::methods)
                .filter(method -> method.name().equals(name))
                .forEach(this::enter);
        enterClosures(closure -> closure.methods().isEmpty()
                || closure.methods().stream().anyMatch(method -> method.startsWith(name + "/")));
    }

    /**
     * @param values how many the constructor gets, {@code /2}, or of which types, {@code (int,java.util.Date)}
     */
    private void constructNamed(TypeFacts type, String values) {
        // One that stands in another class gets at the object around it by a value more.
        boolean around = type.enclosing().isPresent() && !type.modifiers().contains(Modifier.STATIC);
        Predicate<String> wanted;
        if (values.startsWith("/")) {
            int count = Integer.parseInt(values.substring(1));
            wanted = list -> Symbol.parameterTypes(list).size() == count
                    || around && Symbol.parameterTypes(list).size() == count - 1;
        } else {
            wanted = list ->
                    list.equals(values) || around && values.matches("\\([^,]*,?\\Q" + list.substring(1) + "\\E");
        }
        if (isCreatedWith(type, wanted)) {
            construct(type.name(), wanted);
        }
    }

    /** Enters the classes that are made on the spot: nothing else of the members that make them. */
    private void enterClosures(Predicate<ClosureFacts> wanted) {
        graph.allocating().forEach(member -> enterClosures(member, wanted));
    }

    private void enterClosures(MemberFacts member, Predicate<ClosureFacts> wanted) {
        for (ClosureFacts closure : member.body().closures()) {
            if (wanted.test(closure)) {
                open(new CallContext(member, Optional.of(closure)));
            }
        }
    }

    private void ask(Callback methodCalled) {
        targets.subtypes(methodCalled.type())
                .flatMap(TypeFacts::methods)
                .filter(method -> DispatchTargets.mayOverride(method, methodCalled.method()))
                .forEach(this::enter);
        enterClosures(closure -> closure.methods().contains(DispatchTargets.nameOf(methodCalled.method()))
                && targets.isSubtype(closure, methodCalled.type()));
    }

    private void call(String symbol, Set<Integer> written) {
        String owner = Symbol.typeName(symbol);
        if (Symbol.isConstructor(symbol)) {
            construct(owner);
            return;
        }
        code.member(symbol).ifPresent(one -> enter(one, written));
        boolean alone = code.member(symbol)
                .map(method -> method.is(Modifier.STATIC) || method.is(Modifier.PRIVATE) || method.is(Modifier.FINAL))
                .orElse(false);
        if (!alone) {
            List<TypeFacts> below = code.subtypes(owner);
            below.stream()
                    .flatMap(type -> Stream.concat(Stream.of(type), code.supertypes(type).stream()))
                    .flatMap(TypeFacts::methods)
                    .filter(method -> DispatchTargets.mayOverride(method, symbol))
                    .forEach(one -> enter(one, written));
            Set<String> kinds = Stream.concat(Stream.of(owner), below.stream().map(TypeFacts::name))
                    .collect(Collectors.toSet());
            kinds.stream()
                    .flatMap(type -> code.uses(type).stream())
                    .filter(use -> use.reference().kind() == Reference.Kind.STAND_IN)
                    .map(CodeBase.Use::member)
                    .distinct()
                    .forEach(member -> enterClosures(
                            member,
                            closure -> closure.has(DispatchTargets.nameOf(symbol))
                                    && (kinds.contains(closure.type()) || DispatchTargets.isLocal(closure.type()))));
        }
    }

    private void construct(String name) {
        construct(name, list -> true);
    }

    /**
     * @param wanted the parameters of the constructors that may run, as their symbols say them
     */
    private void construct(String name, Predicate<String> wanted) {
        code.type(name).ifPresent(type -> {
            initialise(name);
            type.members().stream()
                    .filter(member -> !member.isMethod() && !member.is(Modifier.STATIC))
                    .filter(member ->
                            !CallGraph.isConstructor(member) || wanted.test(Symbol.parameterList(member.symbol())))
                    .forEach(this::enter);
            type.superclass().ifPresent(above -> {
                if (code.type(above).isPresent()) {
                    construct(above);
                } else if (isCreatedImplicitly(type)) {
                    superclassCreated(type.name(), above);
                }
            });
        });
    }

    private static boolean isOf(Reference reference, TypeFacts type) {
        return reference.owner().equals(type.name())
                || type.superclass().stream().anyMatch(reference.owner()::equals);
    }

    private static boolean isOfConstructor(Reference reference) {
        return Symbol.isConstructor(reference.target());
    }

    /** The constructor of a class outside may call what the object has of the methods that it knows. */
    private void superclassCreated(String type, String above) {
        if (!library.isNonEscaping(above) && seen.add(new SearchItem.SuperclassConstructor(type))) {
            answered(type);
        }
    }

    private static boolean isCreatedWith(TypeFacts type, Predicate<String> wanted) {
        List<MemberFacts> constructors =
                type.members().stream().filter(CallGraph::isConstructor).toList();
        boolean unwritten = constructors.isEmpty() && (wanted.test(NOTHING) || type.kind() == TypeFacts.Kind.RECORD);
        return unwritten || constructors.stream().anyMatch(one -> wanted.test(Symbol.parameterList(one.symbol())));
    }

    /** Whether a constructor, or the one that nobody wrote, calls the one above without saying so. JLS 8.8.7. */
    private static boolean isCreatedImplicitly(TypeFacts type) {
        List<MemberFacts> constructors =
                type.members().stream().filter(CallGraph::isConstructor).toList();
        return constructors.isEmpty()
                || constructors.stream()
                        .anyMatch(one -> one.references().stream()
                                .noneMatch(reference -> isOf(reference, type) && isOfConstructor(reference)));
    }

    /** The class whose method runs is initialised already. */
    private void initialise(String name) {
        if (seen.add(new SearchItem.Initialisation(name)) && !initialised.equals(name)) {
            code.type(name).ifPresent(type -> startOf(type, member -> true));
        }
    }

    private void initialiseSupertypes(TypeFacts type) {
        Stream.concat(type.superclass().stream(), type.interfaces().stream()).forEach(this::initialise);
    }

    private static boolean isStart(MemberFacts member) {
        return !member.isMethod() && member.is(Modifier.STATIC);
    }

    private void enter(MemberFacts member) {
        enter(member, Set.of());
    }

    private void enter(MemberFacts member, Set<Integer> written) {
        if (wanted.contains(member.symbol())) {
            path = now;
        } else {
            open(new CallContext(member, Optional.empty(), written));
        }
    }

    private void open(CallContext next) {
        if (run.add(next)) {
            open.push(next);
        }
    }
}
