package paredown.source;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a cut does to files: which are edited, added and deleted, with their full text before and after.
 *
 * @param changes at most one a file, sorted by path
 */
public record ChangeSet(List<Change> changes) {
    /** What happens to a file. */
    public enum Kind {
        ADDED,
        EDITED,
        DELETED
    }

    /**
     * The change of one file.
     *
     * @param file absolute path
     * @param before its text; for an added file an empty one that fixes the encoding
     * @param after its text afterwards; empty for a deleted file
     */
    public record Change(Path file, Kind kind, SourceText before, Optional<Draft> after) {
        public byte[] bytesBefore() {
            return before.bytes();
        }

        public byte[] bytesAfter() {
            return after.map(draft -> before.bytes(draft.text())).orElse(new byte[0]);
        }
    }

    public ChangeSet {
        changes = changes.stream().sorted(Comparator.comparing(Change::file)).toList();
    }

    /** Several as one; none may change a file that another changes. */
    public static ChangeSet of(Stream<ChangeSet> all) {
        return new ChangeSet(all.flatMap(one -> one.changes().stream()).toList());
    }

    public Set<Path> files() {
        return changes.stream().map(Change::file).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    public Optional<Change> of(Path file) {
        return changes.stream().filter(change -> change.file().equals(file)).findFirst();
    }
}
