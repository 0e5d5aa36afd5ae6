package paredown.smell;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.StatementFacts;
import paredown.code.facts.TypeFacts;

/**
 * Runs of statements that stand one after the other in a block, and those that are alike in several places: the same shapes in the same
 * order, whatever the local variables and literals.
 *
 * <p>After Baxter, Yahin, Moura, Sant'Anna, Bier: Clone Detection Using Abstract Syntax Trees, ICSM 1998: subtrees by hash, then the
 * longest sequences of them.
 */
final class StatementRuns {
    /** Statements of one block, in order. */
    private record Block(TypeFacts type, MemberFacts member, List<StatementFacts> statements) {}

    private record Start(Block block, int at) {}

    /**
     * A run in one place.
     *
     * @param whole whether it is the whole body of the member
     */
    record Run(TypeFacts type, MemberFacts member, int line, int endLine, boolean whole) {
        int lines() {
            return endLine - line + 1;
        }

        boolean contains(Run other) {
            return member == other.member && line <= other.line && endLine >= other.endLine;
        }
    }

    private StatementRuns() {}

    /**
     * The runs that are alike in two places or more, longest first; none lies inside another.
     *
     * @param size least parts of the syntax trees of a run, all together
     */
    static List<List<Run>> alike(Collection<TypeFacts> types, int size) {
        Map<List<Integer>, List<Start>> byWindow = new LinkedHashMap<>();
        for (TypeFacts type : types) {
            for (MemberFacts member : type.members()) {
                for (Block block : blocks(type, member)) {
                    for (int at = 0; at < block.statements().size(); at++) {
                        List<Integer> window = window(block, at, size);
                        if (!window.isEmpty()) {
                            byWindow.computeIfAbsent(window, key -> new ArrayList<>())
                                    .add(new Start(block, at));
                        }
                    }
                }
            }
        }
        List<List<Run>> found = new ArrayList<>();
        byWindow.forEach((window, starts) -> {
            if (starts.size() > 1 && !beginsEarlier(starts)) {
                List<Run> runs = runs(starts, window.size());
                if (runs.size() > 1) {
                    found.add(runs);
                }
            }
        });
        found.sort((one, other) -> Integer.compare(
                other.get(0).lines() * (other.size() - 1), one.get(0).lines() * (one.size() - 1)));
        List<List<Run>> outer = new ArrayList<>();
        for (List<Run> runs : found) {
            boolean inside = outer.stream()
                    .anyMatch(better ->
                            runs.stream().allMatch(run -> better.stream().anyMatch(large -> large.contains(run))));
            if (!inside) {
                outer.add(runs);
            }
        }
        return outer;
    }

    /** The statements of a member by the blocks that they stand in: each is followed by those inside it. */
    private static List<Block> blocks(TypeFacts type, MemberFacts member) {
        return StatementFacts.blocks(member.statements()).stream()
                .map(statements -> new Block(type, member, statements))
                .toList();
    }

    /** The shapes of as few statements from one on as make up the size; empty where they do not. */
    private static List<Integer> window(Block block, int from, int size) {
        int sum = 0;
        int[] shapes = new int[block.statements().size() - from];
        for (int i = from; i < block.statements().size(); i++) {
            StatementFacts statement = block.statements().get(i);
            shapes[i - from] = statement.shape();
            sum += statement.size();
            if (sum >= size) {
                return Arrays.stream(shapes, 0, i - from + 1).boxed().toList();
            }
        }
        return List.of();
    }

    /** Whether all of them are alike one statement earlier too. */
    private static boolean beginsEarlier(List<Start> starts) {
        return starts.stream()
                        .map(start -> start.at() == 0
                                ? -start.hashCode()
                                : start.block().statements().get(start.at() - 1).shape())
                        .distinct()
                        .count()
                == 1;
    }

    private static List<Run> runs(List<Start> starts, int atLeast) {
        int length = atLeast;
        while (true) {
            int next = length;
            long shapes = starts.stream()
                    .map(start -> start.at() + next < start.block().statements().size()
                            ? start.block().statements().get(start.at() + next).shape()
                            : -start.hashCode())
                    .distinct()
                    .count();
            if (shapes > 1) {
                break;
            }
            length++;
        }
        List<Run> runs = new ArrayList<>();
        for (Start start : starts) {
            List<StatementFacts> all = start.block().statements();
            boolean whole =
                    start.at() == 0 && length == all.size() && all.get(0).depth() == 0;
            Run run = new Run(
                    start.block().type(),
                    start.block().member(),
                    all.get(start.at()).line(),
                    all.get(start.at() + length - 1).endLine(),
                    whole);
            // A run may repeat within itself.
            if (runs.stream()
                    .noneMatch(one -> one.member() == run.member()
                            && one.line() <= run.endLine()
                            && run.line() <= one.endLine())) {
                runs.add(run);
            }
        }
        return runs;
    }
}
