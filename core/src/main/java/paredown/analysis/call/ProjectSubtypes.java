package paredown.analysis.call;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.analysis.jdk.LibraryModel;
import paredown.analysis.jdk.LibraryTypes;
import paredown.code.facts.ClosureFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** What a project has written itself of the kinds that others have made: each is looked for once. */
public final class ProjectSubtypes {
    private static final String ITERABLE = "java.lang.Iterable";

    private static final List<String> COLLECTIONS =
            List.of("java.util.Collection", "java.util.Map", "java.util.Dictionary");

    private final CodeBase code;
    private final LibraryTypes types;
    private final Map<String, Boolean> having = new HashMap<>();
    private Boolean makers;
    private Boolean sharedOrders;
    private Boolean ordersOfFunctions;
    private Boolean walked;
    private Set<String> ofOtherLibraries;

    ProjectSubtypes(CodeBase code, LibraryTypes types) {
        this.code = code;
        this.types = types;
    }

    /** The types of libraries other than the JDK that classes of the project are, those made on the spot left out. */
    Set<String> ofOtherLibraries() {
        if (ofOtherLibraries == null) {
            ofOtherLibraries = code.types()
                    .flatMap(this::above)
                    .filter(above ->
                            !LibraryTypes.isOfTheJdk(above) && code.type(above).isEmpty())
                    .collect(Collectors.toUnmodifiableSet());
        }
        return ofOtherLibraries;
    }

    /** Whether the project has collections or maps that hand out walkers in their own way. */
    boolean hasCollections() {
        if (walked == null) {
            walked = code.types().anyMatch(this::isWalked);
        }
        return walked;
    }

    private boolean isWalked(TypeFacts type) {
        boolean walked = type.methods().anyMatch(method -> LibraryModel.isHandingOutWalkers(method.name()));
        return walked && above(type).anyMatch(this::isCollection)
                || closures(type)
                        .anyMatch(closure -> isCollection(closure.type())
                                && (closure.methods().isEmpty()
                                        || closure.methods().stream()
                                                .anyMatch(method -> LibraryModel.isHandingOutWalkers(
                                                        method.substring(0, method.indexOf('/'))))));
    }

    private static Stream<ClosureFacts> closures(TypeFacts type) {
        return type.members().stream().flatMap(member -> member.body().closures().stream());
    }

    /** What a type and those of the project above it extend and implement. */
    private Stream<String> above(TypeFacts type) {
        return Stream.concat(Stream.of(type), code.supertypes(type).stream())
                .flatMap(one -> Stream.concat(one.superclass().stream(), one.interfaces().stream()));
    }

    /** Whether a type is one of somebody else, and is of a kind. */
    private boolean isOutside(String type, String kind) {
        return code.type(type).isEmpty() && types.isSubtype(type, kind);
    }

    private boolean isCollection(String type) {
        return COLLECTIONS.stream().anyMatch(kind -> isOutside(type, kind));
    }

    /** Whether a map for several threads that is in an order is made by anybody here. */
    boolean hasSharedOrders() {
        if (sharedOrders == null) {
            sharedOrders = code.types()
                    .flatMap(TypeFacts::allReferences)
                    .anyMatch(one -> one.target().matches(LibraryModel.SHARED_ORDERS));
        }
        return sharedOrders;
    }

    /** Whether an order is made of a function that is not written there, and may be made of others itself. */
    boolean hasOrdersOfFunctions() {
        if (ordersOfFunctions == null) {
            ordersOfFunctions = code.types()
                    .flatMap(type -> type.members().stream())
                    .flatMap(member -> member.body().outside().stream())
                    .filter(call -> call.method().matches(LibraryModel.COMPOSING_ORDERS))
                    .anyMatch(call -> call.given().stream()
                            .anyMatch(given -> LibraryModel.isFunction(given) && !given.equals(LibraryModel.ORDER)));
        }
        return ordersOfFunctions;
    }

    /** Whether something makes functions that nobody has written. */
    boolean hasMakers() {
        if (makers == null) {
            makers = code.types()
                    .flatMap(TypeFacts::allReferences)
                    .anyMatch(one -> !one.inProject()
                            && (one.kind() == Reference.Kind.CALL || one.kind() == Reference.Kind.CREATE)
                            && LibraryModel.isMaker(one.owner()));
        }
        return makers;
    }

    /** Whether a class of the project, one made on the spot too, is of somebody else's type and has a method of a name of its own. */
    public boolean hasMethod(String wanted, String name) {
        return code.types()
                .anyMatch(type -> declares(type, name) && above(type).anyMatch(above -> isOutside(above, wanted))
                        || closures(type)
                                .anyMatch(closure -> isOutside(closure.type(), wanted)
                                        && closure.methods().stream().anyMatch(one -> one.startsWith(name + "/"))));
    }

    private boolean declares(TypeFacts type, String name) {
        return Stream.concat(Stream.of(type), code.supertypes(type).stream())
                .flatMap(TypeFacts::methods)
                .anyMatch(method -> method.name().equals(name));
    }

    /** Whether a type may be one of the project that others can walk through. */
    boolean isIterable(String type) {
        return type.equals(ITERABLE) && has(ITERABLE)
                || code.type(type)
                        .filter(one -> above(one).anyMatch(above -> isOutside(above, ITERABLE)))
                        .isPresent();
    }

    /** Whether a type of the project, one made on the spot too, is a type of somebody else. */
    boolean has(String wanted) {
        return having.computeIfAbsent(
                wanted,
                key -> code.types()
                        .flatMap(type ->
                                Stream.concat(above(type), closures(type).map(ClosureFacts::type)))
                        .anyMatch(above -> isOutside(above, wanted)));
    }
}
