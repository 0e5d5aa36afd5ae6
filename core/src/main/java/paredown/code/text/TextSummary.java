package paredown.code.text;

import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import paredown.source.SourceText;

/**
 * What the text of a file tells without a compiler, small enough to be kept with its facts: a project of a million lines is searched for a
 * word without reading it again.
 *
 * @param words hashes of its words, sorted
 * @param types qualified names of the types declared in it, nested ones after what encloses them
 * @param parents the words between an {@code extends} and the brace behind it, and those of types of which classes are made on the spot
 * @param hidesTypes whether it declares a type that does not give the file its name: the compiler finds such a type only when the file is
 *     compiled
 */
public record TextSummary(int[] words, List<String> types, Set<String> parents, boolean hidesTypes) {
    public static TextSummary of(SourceText source, Outline outline) {
        return new TextSummary(
                WordHashes.hashes(source.text()), outline.types(), outline.parents(), outline.hidesTypes());
    }

    /** Whether the word may stand in the text: for certain not, or very likely. */
    public boolean mayMention(String word) {
        return Arrays.binarySearch(words, word.hashCode()) >= 0;
    }

    /** Whether a type in it may extend one of these simple names. */
    public boolean mayExtend(Set<String> names) {
        return !Collections.disjoint(parents, names);
    }
}
