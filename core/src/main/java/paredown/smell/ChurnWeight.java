package paredown.smell;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalDouble;
import paredown.code.index.CodeBase;
import paredown.history.Change;
import paredown.history.ChangeHistory;

/** How often files change: what is in the way there is in the way every day, what lies still can lie. */
final class ChurnWeight {
    /** How much of a score hangs on it. */
    private static final double WEIGHT = 0.15;

    private final CodeBase code;
    private final Map<String, Integer> changes = new HashMap<>();
    private final double most;

    ChurnWeight(CodeBase code, ChangeHistory history) {
        this.code = code;
        for (Change change : history.changes()) {
            change.members().keySet().forEach(file -> changes.merge(file, 1, Integer::sum));
        }
        this.most = changes.values().stream().mapToInt(Integer::intValue).max().orElse(0);
    }

    /** A finding whose score counts how often its file changes; as it is where there is no history. */
    Finding weighted(Finding finding) {
        if (most == 0) {
            return finding;
        }
        int count = count(finding.file());
        double share = Math.sqrt(count / most);
        double score = Math.min(1, finding.score() * (1 - WEIGHT / 2 + WEIGHT * share));
        return finding.weighted(
                Math.round(1000 * score) / 1000.0,
                new Evidence(
                        "changes",
                        count,
                        OptionalDouble.empty(),
                        count == 0
                                ? "no commit has changed its file since it was added: it can wait"
                                : (count == 1 ? "1 commit has" : count + " commits have") + " changed its file",
                        count == 0));
    }

    private int count(Path file) {
        return changes.getOrDefault(code.sources().project().relative(file), 0);
    }
}
