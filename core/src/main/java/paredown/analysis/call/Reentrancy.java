package paredown.analysis.call;

import java.util.Optional;
import java.util.Set;
import javax.lang.model.element.Element;
import paredown.code.facts.OutsideCall;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.TouchedFile;

/** Whether a call made by a method may come back to the method before it returns. */
public final class Reentrancy {
    private final Sources sources;
    private final TouchedFile file;
    private final String method;
    private CallGraph calls;
    private LibraryCallbacks library;

    public Reentrancy(Sources sources, TouchedFile file, Element method) {
        this.sources = sources;
        this.file = file;
        this.method = file.symbol(method);
    }

    /**
     * By way of what a call comes back, as a symbol; empty where it does not.
     *
     * @param written the places of the arguments that are functions which are looked at anyway
     */
    public Optional<String> witness(Element called, Set<Integer> written) {
        return called == null ? Optional.of(method) : witness(file.symbol(called), written);
    }

    /** By the symbol of a method that nobody writes the call of. */
    public Optional<String> witness(String called) {
        return witness(called, Set.of());
    }

    private Optional<String> witness(String called, Set<Integer> written) {
        // Names of local classes tell nothing to anybody else.
        return called.startsWith("<") || called.equals(method)
                ? Optional.of(called)
                : calls().reaches(called, written, method, library);
    }

    /** The same for the method of a class above itself. */
    public Optional<String> wayAbove(Element called) {
        String symbol = file.symbol(called);
        return symbol.equals(method) ? Optional.of(symbol) : calls().superReaches(symbol, method, library);
    }

    /** The same for a call that leaves the project. */
    public Optional<String> witness(OutsideCall call) {
        return calls().reaches(call, method, library);
    }

    /** Whether the project has a method of its own with a name, for a type that others have made. */
    public boolean hasOwn(String type, String name) {
        calls();
        return library.own().hasMethod(type, name);
    }

    private CallGraph calls() {
        if (calls == null) {
            CodeBase code = CodeBase.whole(sources);
            calls = new CallGraph(code);
            library = new LibraryCallbacks(file, code);
        }
        return calls;
    }
}
