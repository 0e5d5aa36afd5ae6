package paredown.cut;

import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.Touched;
import paredown.tree.TouchedFile;
import paredown.verdict.Plan;
import paredown.verdict.RefusedException;
import paredown.verdict.Verdict;

/** A cut that changes one file and nothing of what other files see of it. */
public interface LocalCut extends Cut {
    /** The file. */
    Path file(Sources sources);

    @Override
    default Set<String> words(Sources sources) {
        return Set.of();
    }

    @Override
    default Collection<Path> further(Sources sources) {
        return List.of(file(sources));
    }

    @Override
    default Collection<Path> users(CodeBase code) {
        return List.of(file(code.sources()));
    }

    @Override
    default Verdict plan(Sources sources, Touched touched) {
        try {
            return worked(sources, touched, touched.file(file(sources)).orElseThrow());
        } catch (RefusedException e) {
            return e.refusal();
        }
    }

    /**
     * Works the cut out.
     *
     * @throws RefusedException where it would break a rule
     */
    Plan worked(Sources sources, Touched touched, TouchedFile file);
}
