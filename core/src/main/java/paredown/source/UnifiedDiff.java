package paredown.source;

import com.github.difflib.DiffUtils;
import com.github.difflib.UnifiedDiffUtils;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Change sets as unified diffs, with three lines of context. */
public final class UnifiedDiff {
    private UnifiedDiff() {}

    /** The diff of all changes, paths relative to {@code root}, lines ended by LF; carriage returns inside lines are kept. */
    public static String of(ChangeSet changes, Path root) {
        StringBuilder all = new StringBuilder();
        for (ChangeSet.Change change : changes.changes()) {
            String name = root.relativize(change.file()).toString().replace('\\', '/');
            String before =
                    change.kind() == ChangeSet.Kind.ADDED ? "" : change.before().text();
            String after = change.after().map(Draft::text).orElse("");
            List<String> old = lines(before);
            List<String> lines = UnifiedDiffUtils.generateUnifiedDiff(
                    change.kind() == ChangeSet.Kind.ADDED ? "/dev/null" : "a/" + name,
                    change.kind() == ChangeSet.Kind.DELETED ? "/dev/null" : "b/" + name,
                    old,
                    DiffUtils.diff(old, lines(after)),
                    3);
            lines.forEach(line -> all.append(line).append('\n'));
        }
        return all.toString();
    }

    private static List<String> lines(String text) {
        if (text.isEmpty()) {
            return List.of();
        }
        List<String> lines = new ArrayList<>(List.of(text.split("\n", -1)));
        if (lines.get(lines.size() - 1).isEmpty()) {
            lines.remove(lines.size() - 1);
        }
        return lines;
    }
}
