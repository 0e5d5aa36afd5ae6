package paredown.cut;

import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import paredown.code.index.CodeBase;
import paredown.code.index.Sources;
import paredown.tree.Touched;
import paredown.verdict.Refusal;
import paredown.verdict.UnknownNameException;
import paredown.verdict.Verdict;

/** One behaviour-preserving change, asked for with all its arguments. */
public interface Cut {
    /** The kind of cut, such as {@code extract-class}. */
    String kind();

    /** The cut as a command line without the program's name. */
    String commandLine();

    /**
     * The words by which files come into the touch set: every file that must be seen in full to plan the cut mentions one of them.
     *
     * @throws UnknownNameException when the request names what is not there
     */
    Set<String> words(Sources sources);

    /**
     * Whether a file that mentions one of the {@link #words} has to be seen in full after all, by what is known of it. All do, by default.
     */
    default boolean concerns(Sources sources, Path file) {
        return true;
    }

    /** Files that must be seen in full although they mention none of the words; none by default. */
    default Collection<Path> further(Sources sources) {
        return List.of();
    }

    /**
     * The files that use what the cut is about, by the facts of the production code: enough to tell whether the cut is worth offering,
     * not to carry it out. By default, those that mention its words.
     */
    default Collection<Path> users(CodeBase code) {
        return code.sources().mentioning(words(code.sources()));
    }

    /** A reason against the cut that the facts show, before any file is read in full; most do not show there. */
    default Optional<Refusal> early(CodeBase code) {
        return Optional.empty();
    }

    /**
     * Works the cut out.
     *
     * @param touched the files that mention the {@link #words}, and the {@link #further} ones
     */
    Verdict plan(Sources sources, Touched touched);
}
