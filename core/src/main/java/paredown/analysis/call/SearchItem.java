package paredown.analysis.call;

import java.util.Set;
import paredown.analysis.call.CallGraph.Callback;
import paredown.analysis.jdk.Allocations;
import paredown.code.facts.OutsideCall;

/** What one search through the call graph looks into once, however often it comes by. Types and methods are given by their symbols. */
sealed interface SearchItem {
    /** The initialisation of a class. JLS 12.4. */
    record Initialisation(String type) implements SearchItem {}

    /**
     * A call, with the places of the parameters that get functions written at the call site.
     *
     * @param superclass whether it is a call by {@code super}, which nobody can override
     */
    record Call(String method, Set<Integer> functions, boolean superclass) implements SearchItem {}

    /** A call that nobody writes: string conversion, iteration, the end of a block with resources. */
    record ImplicitCall(String method) implements SearchItem {}

    /** A call that leaves the project, with the objects that it gets at. */
    record LibraryCall(OutsideCall call) implements SearchItem {}

    /** What code outside the project may construct. */
    record Construction(Allocations allocations) implements SearchItem {}

    /** Methods of whatever class, by their name: {@code toString}, or a constructor as {@link OutsideCall} has it. */
    record MethodsNamed(String name) implements SearchItem {}

    /** Functions that the project hands to methods outside, given as a regular expression over their symbols. */
    record FunctionsGivenTo(String methods) implements SearchItem {}

    /** Whatever objects of a type have of the methods that types outside the project declare. */
    record MethodsOf(String type) implements SearchItem {}

    /** One method of whatever objects of a type. */
    record MethodOf(Callback callback) implements SearchItem {}

    /** The constructor of a class outside the project, run for an object of one of the project. */
    record SuperclassConstructor(String type) implements SearchItem {}
}
