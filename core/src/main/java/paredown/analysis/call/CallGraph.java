package paredown.analysis.call;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import paredown.analysis.jdk.Allocations;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.OutsideCall;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/**
 * What a call may run, by the facts of a project. A method runs what it calls and whatever may answer in its place: methods of subtypes,
 * lambdas, anonymous and local classes. Making an object runs its constructors and initial values, those of its superclasses too, and
 * naming a class may run its static initialisers. What stands outside the project is taken for what the caller says it is.
 *
 * <p>Class hierarchy analysis (Dean, Grove, Chambers: Optimization of object-oriented programs using static class hierarchy analysis,
 * 1995).
 */
public final class CallGraph {
    /** A method that code outside the project may call of any object that it can have: {@code Object.toString()} of numbers, say. */
    public record Callback(String type, String method) {}

    /**
     * What a method outside the project may run of the project.
     *
     * @param types of objects that it may call: what classes of the project that are such a type have of the methods that types outside declare may run
     * @param methodsCalled what it may ask
     * @param allocates of which classes it may make objects
     * @param named methods of whatever class that it may call, by their names; constructors as {@link OutsideCall} has them
     * @param functionsGivenTo methods outside, as regular expressions over their symbols: what the project hands to them may be run
     */
    public record Callbacks(
            Set<String> types,
            Set<Callback> methodsCalled,
            Allocations allocates,
            Set<String> named,
            Set<String> functionsGivenTo) {
        /** Nothing. */
        public static final Callbacks NONE = new Callbacks(Set.of(), Set.of(), Allocations.NONE);

        /** None by name, and nothing that was handed over before. */
        public Callbacks(Set<String> types, Set<Callback> methodsCalled, Allocations allocates) {
            this(types, methodsCalled, allocates, Set.of(), Set.of());
        }
    }

    /** What is known of the code outside the project. */
    public interface Library {
        /**
         * By the symbol of a method or constructor.
         *
         * @return empty where it may call anything
         */
        Optional<Callbacks> callbacks(String symbol);

        /**
         * The same of a call, by the objects that it gets at.
         *
         * @return empty where it may call anything
         */
        Optional<Callbacks> callbacks(OutsideCall call);

        /** Whether a type is the same as another, extends or implements it, by their qualified names. */
        boolean isBelow(String type, String ancestor);

        /** Whether the constructor without arguments of a type calls no method that the object it makes may have of its own. */
        boolean isNonEscaping(String type);

        /** Whether code outside the project that can have any object does something with objects of such a type. */
        boolean isKnown(String type);

        /** Whether code that has an object by one type may call what another one declares that the object is too. */
        boolean tells(String type, String other);

        /** Whether a method has no body, by its symbol. */
        boolean isAbstract(String symbol);

        /** Whether a type outside the project, or one above it, has a method, by name and number of parameters: {@code size/0}. */
        boolean declares(String type, String method);
    }

    private final CodeBase code;
    private final Map<String, Set<String>> ancestors = new HashMap<>();
    private List<MemberFacts> allocating;

    public CallGraph(CodeBase code) {
        this.code = code;
    }

    /**
     * By way of what a call may run a method of the project.
     *
     * @param called symbol of a method or constructor
     * @param written the places of its parameters, from 0, for which it gets functions that are looked at anyway, or plain values
     * @param wanted symbol of the method
     */
    public Optional<String> reaches(String called, Set<Integer> written, String wanted, Library library) {
        CallGraphSearch search = search(wanted, library, called);
        search.start(called, written);
        return search.end();
    }

    /** The same for the method itself that stands above, as {@code super} calls it: nothing answers in its place. */
    public Optional<String> superReaches(String called, String wanted, Library library) {
        CallGraphSearch search = search(wanted, library, called);
        search.above(called);
        return search.end();
    }

    /** The same for a call that leaves the project. */
    public Optional<String> reaches(OutsideCall call, String wanted, Library library) {
        CallGraphSearch search = search(wanted, library, call.method());
        search.leave(call);
        return search.end();
    }

    private CallGraphSearch search(String wanted, Library library, String called) {
        return new CallGraphSearch(this, code, Set.of(wanted), Symbol.typeName(wanted), library, called);
    }

    /** A member, or what is made in it on the spot, with what it uses when it runs. */
    public record Run(MemberFacts member, List<Reference> references) {}

    /**
     * By way of what a class comes to some members, fields too, while it is initialised.
     *
     * @param some which of what it starts with; what stands above the class comes first
     * @param wanted symbols of the members
     */
    public Optional<String> initialisationReaches(
            TypeFacts type, Predicate<MemberFacts> some, Set<String> wanted, Library library) {
        CallGraphSearch search = new CallGraphSearch(this, code, wanted, type.name(), library, type.name());
        search.startOf(type, some);
        return search.end();
    }

    /** By way of what the constructors above a class come to some members, before any of it has a value (JLS 12.5). */
    public Optional<String> superConstructionReaches(TypeFacts type, Set<String> wanted, Library library) {
        CallGraphSearch search = new CallGraphSearch(this, code, wanted, type.name(), library, type.name());
        search.constructSuperclass(type);
        return search.end();
    }

    /** All that may run while a class is initialised, of what it starts with some only; empty where it comes to code outside the project that may call anything. */
    public Optional<List<Run>> initialisation(TypeFacts type, Predicate<MemberFacts> some, Library library) {
        CallGraphSearch search = new CallGraphSearch(this, code, Set.of(), type.name(), library, type.name());
        search.startOf(type, some);
        return search.end().isPresent()
                ? Optional.empty()
                : Optional.of(search.run().toList());
    }

    /** The types outside the project that a type of the project extends or implements. */
    Set<String> ancestors(TypeFacts type) {
        return ancestors.computeIfAbsent(
                type.name(),
                name -> Stream.concat(Stream.of(type), code.supertypes(type).stream())
                        .flatMap(one -> Stream.concat(one.superclass().stream(), one.interfaces().stream()))
                        .filter(parent -> code.type(parent).isEmpty())
                        .collect(Collectors.toSet()));
    }

    static boolean isConstructor(MemberFacts member) {
        return member.name().equals(Symbol.CONSTRUCTOR);
    }

    List<MemberFacts> allocating() {
        if (allocating == null) {
            allocating = code.types()
                    .flatMap(type -> type.members().stream())
                    .filter(member -> !member.body().closures().isEmpty())
                    .toList();
        }
        return allocating;
    }
}
