package paredown.tree;

import com.sun.source.tree.CompilationUnitTree;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import paredown.analysis.outside.OutsideUsers;
import paredown.code.compile.Attribution;
import paredown.code.index.Sources;
import paredown.project.Module;

/** The attributed files that a cut may have to look at or change, over all modules. */
public final class Touched {
    private final Sources sources;
    private final List<TouchedFile> files = new ArrayList<>();
    private final OutsideUsers outside;

    public Touched(Sources sources, List<Attribution> attributions, PurityOracle purity) {
        this.sources = sources;
        this.outside = new OutsideUsers(sources);
        for (Attribution attribution : attributions) {
            for (CompilationUnitTree unit : attribution.units()) {
                files.add(new TouchedFile(
                        attribution,
                        unit,
                        purity,
                        sources.isTest(attribution.source(unit).path())));
            }
        }
    }

    private Touched(List<TouchedFile> some, Sources sources, OutsideUsers outside) {
        this.sources = sources;
        this.outside = outside;
        files.addAll(some);
    }

    /** Those of the files that one cut has to look at. */
    public Touched only(Set<Path> wanted) {
        List<TouchedFile> some = files.stream()
                .filter(file -> wanted.contains(file.source().path()))
                .toList();
        return new Touched(some, sources, outside);
    }

    /** Who may build on the project from outside. */
    public OutsideUsers outside() {
        return outside;
    }

    public List<TouchedFile> files() {
        return files;
    }

    /** Jars and folders that the code of a file is compiled with. */
    public List<Path> classPath(Path file) {
        return sources.project().moduleOf(file).map(Module::classPath).orElse(List.of());
    }

    public Optional<TouchedFile> file(Path path) {
        return files.stream().filter(file -> file.source().path().equals(path)).findFirst();
    }
}
