package paredown.cut;

import com.sun.source.tree.CompilationUnitTree;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import paredown.code.Attribution;
import paredown.code.Sources;

/** The attributed files that a cut may have to look at or change, over all modules. */
public final class Touched {
    private final List<TouchedFile> files = new ArrayList<>();

    public Touched(Sources sources, List<Attribution> attributions) {
        for (Attribution attribution : attributions) {
            for (CompilationUnitTree unit : attribution.units()) {
                files.add(new TouchedFile(
                        attribution,
                        unit,
                        sources.isTest(attribution.source(unit).path())));
            }
        }
    }

    private Touched(List<TouchedFile> some) {
        files.addAll(some);
    }

    /** Those of the files that one cut has to look at. */
    public Touched only(Set<Path> wanted) {
        return new Touched(files.stream()
                .filter(file -> wanted.contains(file.source().path()))
                .toList());
    }

    public List<TouchedFile> files() {
        return files;
    }

    public Optional<TouchedFile> file(Path path) {
        return files.stream().filter(file -> file.source().path().equals(path)).findFirst();
    }
}
