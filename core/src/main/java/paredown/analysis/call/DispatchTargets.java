package paredown.analysis.call;

import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import paredown.analysis.call.CallGraph.Library;
import paredown.code.compile.Symbol;
import paredown.code.facts.ClosureFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** Which objects of the project are of a type, and which of their methods a call may come to. */
final class DispatchTargets {
    private static final String OBJECT = "java.lang.Object";
    private static final String PRIMITIVE = "boolean|byte|char|short|int|long|float|double";

    private final CallGraph graph;
    private final CodeBase code;
    private final Library library;

    DispatchTargets(CallGraph graph, CodeBase code, Library library) {
        this.graph = graph;
        this.code = code;
        this.library = library;
    }

    /** The project's types that are a type, with those of their ancestors from which they inherit. */
    Stream<TypeFacts> subtypes(String type) {
        return code.types()
                .filter(one -> isSubtype(one, type))
                .flatMap(one -> Stream.concat(Stream.of(one), code.supertypes(one).stream()))
                .distinct();
    }

    boolean isSubtype(TypeFacts type, String wide) {
        return wide.equals(OBJECT)
                || type.name().equals(wide)
                || isBelow(type, wide)
                || code.supertypes(type).stream().anyMatch(above -> above.name().equals(wide));
    }

    boolean isSubtype(ClosureFacts closure, String type) {
        return type.equals(OBJECT)
                || code.type(closure.type())
                        .map(above -> isSubtype(above, type))
                        .orElseGet(() -> library.isBelow(closure.type(), type));
    }

    private boolean isBelow(TypeFacts type, String owner) {
        return graph.ancestors(type).stream().anyMatch(parent -> library.isBelow(parent, owner));
    }

    /** The types outside the project that a closure is, as far as code knows them that has it by another. */
    List<String> known(String type, ClosureFacts closure) {
        return code.type(closure.type()).map(graph::ancestors).orElseGet(() -> Set.of(closure.type())).stream()
                .filter(parent -> library.tells(type, parent))
                .toList();
    }

    /** Whether a method may be passed a closure; one without parameters ends what was passed to others. */
    boolean takes(String method, ClosureFacts closure) {
        List<String> types = Symbol.parameterTypes(method);
        return types.isEmpty() || types.stream().anyMatch(type -> isSubtype(closure, type));
    }

    /** A method by its name and the number of its parameters. */
    static String nameOf(String symbol) {
        return Symbol.memberName(symbol) + "/" + Symbol.parameterTypes(symbol).size();
    }

    /** Whether a method may be the target of a call of another one, which may have type variables where this one has types. */
    static boolean mayOverride(MemberFacts method, String symbol) {
        if (!method.isMethod() || !nameOf(method.symbol()).equals(nameOf(symbol))) {
            return false;
        }
        List<String> wide = Symbol.parameterTypes(symbol);
        List<String> narrow = Symbol.parameterTypes(method.symbol());
        return IntStream.range(0, wide.size())
                .allMatch(i -> wide.get(i).equals(narrow.get(i))
                        || !isPrimitive(wide.get(i)) && !narrow.get(i).matches(PRIMITIVE));
    }

    private static boolean isPrimitive(String type) {
        return type.replace("[]", "").matches(PRIMITIVE);
    }

    /** Whether a type has a name for nobody but the member that it stands in: it may be below any. */
    static boolean isLocal(String type) {
        return type.startsWith("<");
    }

    /** Whether a method is one that any object may be called of. */
    static boolean isOfObject(String method) {
        return method.matches("(equals|compareTo)/1|(hashCode|toString)/0");
    }
}
