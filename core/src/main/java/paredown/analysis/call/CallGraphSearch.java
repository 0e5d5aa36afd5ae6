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
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import paredown.analysis.call.CallGraph.Answers;
import paredown.analysis.call.CallGraph.Library;
import paredown.analysis.call.CallGraph.Question;
import paredown.analysis.jdk.Allocations;
import paredown.code.compile.Symbols;
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
    private static final String PRIMITIVE = "boolean|byte|char|short|int|long|float|double";

    private final CallGraph graph;
    private final CodeBase code;
    private final Set<String> wanted;
    private final String initialised;
    private final Library library;
    private final Set<Object> asked = new HashSet<>();
    private final Set<CallContext> run = new HashSet<>();
    private final Deque<CallContext> open = new ArrayDeque<>();
    private String now;
    private String path;

    /**
     * @param wanted symbols of members
     * @param initialised the class that is loaded already, or being loaded
     */
    CallGraphSearch(
            CallGraph graph, CodeBase code, Set<String> wanted, String initialised, Library library, String now) {
        this.graph = graph;
        this.code = code;
        this.wanted = wanted;
        this.initialised = initialised;
        this.library = library;
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
            outside.stream().filter(asked::add).forEach(this::leave);
            next.references(this::isAbstract).stream()
                    .filter(reference -> !known.contains(reference.target()))
                    .forEach(reference -> follow(next, reference));
            next.implicitCalls().stream().filter(asked::add).forEach(this::start);
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
        String owner = Symbols.typeName(symbol);
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
        if (calls && asked.add((above ? "super " : "") + reference.target() + written)) {
            if (above && reference.inProject()) {
                above(reference.target());
            } else if (reference.inProject()) {
                call(reference.target(), written);
            } else if (createsSuperclass(from.member(), reference)) {
                superclassCreated(Symbols.typeName(from.member().symbol()), reference.owner());
            } else {
                leave(reference.target());
            }
        }
    }

    /** Of a class that is made in a member, this one or another: what is called, and what runs with the class or an object of it. */
    private void followClosures(MemberFacts member, Reference reference, boolean calls) {
        String called = nameOf(reference.target());
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
                && code.type(Symbols.typeName(from.symbol()))
                        .flatMap(TypeFacts::superclass)
                        .filter(above::equals)
                        .isPresent();
    }

    private void leave(String symbol) {
        library.answers(symbol).ifPresentOrElse(this::answered, () -> path = symbol);
    }

    /** What a call that leaves the project runs. */
    void leave(OutsideCall call) {
        library.answers(call).ifPresentOrElse(this::answered, () -> path = call.method());
    }

    /** The method of a type above, and nothing in its place. */
    void above(String symbol) {
        code.member(symbol).ifPresentOrElse(this::enter, () -> call(symbol, Set.of()));
    }

    private void answered(Answers answers) {
        if (asked.add(answers.allocates())) {
            constructAll(answers.allocates());
        }
        // In order, so that the way that is found is the same one each time.
        answers.named().stream()
                .sorted()
                .filter(name -> asked.add("named " + name))
                .forEach(this::enterNamed);
        answers.handed().stream()
                .sorted()
                .filter(to -> asked.add("handed " + to))
                .forEach(this::enterFunctionsGiven);
        answers.types().stream().sorted().forEach(this::below);
        answers.questions().stream()
                .sorted(Comparator.comparing(Question::toString))
                .filter(question -> asked.add(question.toString()))
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
        if (asked.add("below " + type)) {
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
                            enterClosures(member, closure -> isTaken(closure, call.method()));
                            call.given().forEach(this::below);
                        }));
    }

    /** Whether a method may be handed what is made on the spot; one that takes nothing ends what was handed to others. */
    private boolean isTaken(ClosureFacts closure, String method) {
        return parameters(method) == 0 || types(method).anyMatch(type -> isKind(closure, type));
    }

    private void answered(String type) {
        code.types().filter(one -> isKind(one, type)).forEach(one -> {
            Set<String> above = graph.ancestors(one).stream()
                    .filter(parent -> library.tells(type, parent))
                    .collect(Collectors.toSet());
            Stream.concat(Stream.of(one), code.supertypes(one).stream())
                    .flatMap(TypeFacts::methods)
                    .filter(method -> method.isMethod() && !isAsked(nameOf(method.symbol())))
                    .filter(method ->
                            above.stream().anyMatch(parent -> library.declares(parent, nameOf(method.symbol()))))
                    .forEach(this::enter);
        });
        enterClosures(closure -> {
            List<String> above = isKind(closure, type) ? known(type, closure) : List.of();
            return closure.methods().isEmpty()
                    ? !above.isEmpty()
                    : closure.methods().stream()
                            .anyMatch(method -> !isAsked(method)
                                    && above.stream().anyMatch(parent -> library.declares(parent, method)));
        });
    }

    private void enterNamed(String name) {
        if (name.startsWith("<init>")) {
            code.types().forEach(type -> constructNamed(type, name.substring("<init>".length())));
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
            wanted = list -> parameters(list) == count || around && parameters(list) == count - 1;
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

    private boolean isKind(ClosureFacts closure, String type) {
        return type.equals("java.lang.Object")
                || code.type(closure.type())
                        .map(above -> isKind(above, type))
                        .orElseGet(() -> isBelow(closure.type(), type));
    }

    /** The types outside the project that a class made on the spot is, as far as code knows them that has it by another. */
    private List<String> known(String type, ClosureFacts closure) {
        return code.type(closure.type()).map(graph::ancestors).orElseGet(() -> Set.of(closure.type())).stream()
                .filter(parent -> library.tells(type, parent))
                .toList();
    }

    /** Whether a method answers a question that any object is asked. */
    private static boolean isAsked(String method) {
        return method.matches("(equals|compareTo)/1|(hashCode|toString)/0");
    }

    private void ask(Question question) {
        kinds(question.type())
                .flatMap(TypeFacts::methods)
                .filter(method -> isLike(method, question.method()))
                .forEach(this::enter);
        enterClosures(
                closure -> closure.methods().contains(nameOf(question.method())) && isKind(closure, question.type()));
    }

    /** A method by its name and the number of its parameters. */
    private static String nameOf(String symbol) {
        return Symbols.memberName(symbol) + "/" + parameters(symbol);
    }

    /** The project's types that are a type, with those of their ancestors from which they have what they do not say themselves. */
    private Stream<TypeFacts> kinds(String type) {
        return code.types()
                .filter(one -> isKind(one, type))
                .flatMap(one -> Stream.concat(Stream.of(one), code.supertypes(one).stream()))
                .distinct();
    }

    private boolean isKind(TypeFacts type, String wide) {
        return wide.equals("java.lang.Object")
                || type.name().equals(wide)
                || isBelow(type, wide)
                || code.supertypes(type).stream().anyMatch(above -> above.name().equals(wide));
    }

    private boolean isBelow(TypeFacts type, String owner) {
        return graph.ancestors(type).stream().anyMatch(parent -> library.isBelow(parent, owner));
    }

    private boolean isBelow(String type, String owner) {
        return code.type(type).isEmpty() && library.isBelow(type, owner);
    }

    /** Whether a method may answer for another one, which may have type variables where this one has types. */
    private static boolean isLike(MemberFacts method, String symbol) {
        if (!method.isMethod() || !nameOf(method.symbol()).equals(nameOf(symbol))) {
            return false;
        }
        List<String> wide = types(symbol).toList();
        List<String> narrow = types(method.symbol()).toList();
        return IntStream.range(0, wide.size())
                .allMatch(i -> wide.get(i).equals(narrow.get(i))
                        || !isPrimitive(wide.get(i)) && !narrow.get(i).matches(PRIMITIVE));
    }

    private static boolean isPrimitive(String type) {
        return type.replace("[]", "").matches(PRIMITIVE);
    }

    private void call(String symbol, Set<Integer> written) {
        String owner = Symbols.typeName(symbol);
        if (Symbols.memberName(symbol).equals("<init>")) {
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
                    .filter(method -> isLike(method, symbol))
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
                            closure -> closure.has(nameOf(symbol))
                                    && (kinds.contains(closure.type()) || isLocal(closure.type()))));
        }
    }

    /** Whether a type has a name for nobody but the member that it stands in: it may be below any. */
    private static boolean isLocal(String type) {
        return type.startsWith("<");
    }

    private static String list(MemberFacts member) {
        return member.symbol().substring(member.symbol().indexOf('('));
    }

    /** The types of the parameters of a method. */
    private static Stream<String> types(String symbol) {
        String list = symbol.substring(symbol.indexOf('(') + 1, symbol.length() - 1);
        return list.isEmpty() ? Stream.empty() : Stream.of(list.split(","));
    }

    private static int parameters(String symbol) {
        return (int) types(symbol).count();
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
                    .filter(member -> !CallGraph.isConstructor(member) || wanted.test(list(member)))
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
        return Symbols.memberName(reference.target()).equals("<init>");
    }

    /** The constructor of a class outside may call what the object has of the methods that it knows. */
    private void superclassCreated(String type, String above) {
        if (!library.isNonEscaping(above) && asked.add("made " + type)) {
            answered(type);
        }
    }

    private static boolean isCreatedWith(TypeFacts type, Predicate<String> wanted) {
        List<MemberFacts> constructors =
                type.members().stream().filter(CallGraph::isConstructor).toList();
        boolean unwritten = constructors.isEmpty() && (wanted.test(NOTHING) || type.kind() == TypeFacts.Kind.RECORD);
        return unwritten || constructors.stream().anyMatch(one -> wanted.test(list(one)));
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

    /** The class whose method runs is loaded already. */
    private void initialise(String name) {
        if (asked.add(name) && !initialised.equals(name)) {
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
