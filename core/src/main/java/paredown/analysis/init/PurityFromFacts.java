package paredown.analysis.init;

import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import paredown.code.index.Sources;
import paredown.tree.PurityOracle;
import paredown.tree.TouchedFile;

/** Asks the facts of the project. */
public final class PurityFromFacts implements PurityOracle {
    private final InitialisationFromFacts loading;
    private final PureMethods settled;

    public PurityFromFacts(Sources sources) {
        this.loading = new InitialisationFromFacts(sources);
        this.settled = new PureMethods(sources, loading);
    }

    @Override
    public boolean seesLoading(TouchedFile user, TypeElement type) {
        return loading.isSeen(user, type);
    }

    @Override
    public boolean isSettled(TouchedFile user, ExecutableElement method) {
        return settled.has(user, method);
    }
}
