package paredown.analysis.init;

import java.util.Set;
import javax.lang.model.element.TypeElement;
import paredown.analysis.call.CallGraph;
import paredown.analysis.call.LibraryCallbacks;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.TouchedFile;

/** What runs while the constructors above a class are at work: its own fields have no values then (JLS 12.5). */
public final class SuperConstruction {
    private SuperConstruction() {}

    /**
     * Whether that comes to some members, in which way ever.
     *
     * @param file in which the class stands
     * @param wanted symbols of methods and fields
     */
    public static boolean comesTo(Sources sources, TouchedFile file, TypeElement type, Set<String> wanted) {
        if (type.getSuperclass().toString().equals("java.lang.Object")) {
            return false;
        }
        CodeBase code = CodeBase.whole(sources);
        return code.type(file.symbol(type))
                .map(facts -> new CallGraph(code)
                        .superConstructionReaches(facts, wanted, LibraryCallbacks.trusting(file, code))
                        .isPresent())
                .orElse(true);
    }
}
