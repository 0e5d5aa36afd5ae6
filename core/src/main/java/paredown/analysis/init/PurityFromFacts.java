package paredown.analysis.init;

import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import paredown.code.index.Sources;
import paredown.tree.PurityOracle;
import paredown.tree.TouchedFile;

/** Asks the facts of the project. */
public final class PurityFromFacts implements PurityOracle {
    private final InitialisationFromFacts initialisation;
    private final PureMethods pure;

    public PurityFromFacts(Sources sources) {
        this.initialisation = new InitialisationFromFacts(sources);
        this.pure = new PureMethods(sources, initialisation);
    }

    @Override
    public boolean isInitialisationObservable(TouchedFile user, TypeElement type) {
        return initialisation.isSeen(user, type);
    }

    @Override
    public boolean isPure(TouchedFile user, ExecutableElement method) {
        return pure.has(user, method);
    }
}
