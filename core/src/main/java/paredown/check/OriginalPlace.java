package paredown.check;

import paredown.code.index.Sources;
import paredown.source.ChangeSet;
import paredown.source.Draft;
import paredown.verdict.Place;

/** A place of a text that was never written, as one of the text that its reader has. */
final class OriginalPlace {
    private OriginalPlace() {}

    /**
     * Where what stands there was taken from, or what stands before it.
     *
     * @param after what the change would make of the file
     * @param offset into it
     */
    static Place of(Sources sources, ChangeSet.Change change, Draft after, int offset) {
        return after.nearest(offset)
                .flatMap(origin ->
                        sources.file(origin.file()).map(text -> new Place(origin.file(), text.line(origin.offset()))))
                .orElseGet(() -> new Place(change.file(), 1));
    }
}
