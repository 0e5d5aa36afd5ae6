package paredown.analysis.init;

import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import paredown.code.index.Sources;
import paredown.tree.Elsewhere;
import paredown.tree.TouchedFile;

/** Asks the facts of the project. */
public final class FactsElsewhere implements Elsewhere {
    private final LoadingByFacts loading;
    private final SettledMethods settled;

    public FactsElsewhere(Sources sources) {
        this.loading = new LoadingByFacts(sources);
        this.settled = new SettledMethods(sources, loading);
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
