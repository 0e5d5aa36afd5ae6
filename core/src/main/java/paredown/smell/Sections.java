package paredown.smell;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.smell.MemberGraph.Node;
import paredown.smell.MemberGraph.Size;

/**
 * Stretches of methods that follow one another in a class, each with the fields that nothing else uses: where an author has written two
 * jobs one behind the other, the order of members tells more than their uses do. What counts in a stretch is its largest part that hangs
 * together by use, so that neighbours which have nothing to do with it are no gain.
 */
final class Sections {
    /** There are as many stretches as the square of the methods. */
    private static final int MOST_METHODS = 400;

    /**
     * A stretch.
     *
     * @param from its first method's place in the row of methods
     * @param to the place behind its last
     * @param inner uses between its members
     * @param within the same with those inside what moves together, and those by {@code equals} and its like: as {@link MemberGraph#inner}
     * @param seam uses across its border
     * @param boundLines code lines of the largest part of it of which all members use each other, directly or through others
     */
    record Section(int from, int to, int inner, int within, int seam, int boundLines, boolean hasState, Size size) {
        int length() {
            return to - from;
        }

        /** Fields are taken along by the only stretch that uses them: two that share no method share nothing. */
        boolean overlaps(Section other) {
            return from < other.to && other.from < to;
        }
    }

    private final List<Node> row;
    private final List<Node> plainFields;
    private final boolean[] isPlainField;
    private final Size[] sizes;
    private final int[][] users;
    private final int[][] uses;
    private final int[] total;
    private final int[][] between;

    Sections(TypeFacts type, MemberGraph graph) {
        this.row = row(type, graph);
        this.plainFields = graph.nodes().stream()
                .filter(node -> node.members().stream().noneMatch(MemberFacts::isMethod))
                .toList();
        this.isPlainField = new boolean[graph.nodes().size() + 1];
        plainFields.forEach(field -> isPlainField[field.index()] = true);
        this.sizes = graph.nodes().stream().map(Size::of).toArray(Size[]::new);
        int[][] all = uses(graph, graph.tellingUses());
        // What moves together crosses no border of its own.
        for (int at = 0; at < all.length; at++) {
            all[at][at] = 0;
        }
        this.between = uses(graph, graph.uses());
        this.users = Arrays.stream(all)
                .map(line -> IntStream.range(0, line.length)
                        .filter(other -> line[other] > 0)
                        .toArray())
                .toArray(int[][]::new);
        this.uses = Arrays.stream(all)
                .map(line -> Arrays.stream(line).filter(count -> count > 0).toArray())
                .toArray(int[][]::new);
        this.total =
                Arrays.stream(uses).mapToInt(line -> Arrays.stream(line).sum()).toArray();
    }

    private static List<Node> row(TypeFacts type, MemberGraph graph) {
        Set<Node> row = new LinkedHashSet<>();
        type.methods().flatMap(method -> graph.node(method.symbol()).stream()).forEach(row::add);
        return List.copyOf(row);
    }

    /** How often nodes use each other, either way; the last row is for members that cannot move. */
    private static int[][] uses(MemberGraph graph, Collection<List<String>> pairs) {
        int rest = graph.nodes().size();
        int[][] uses = new int[rest + 1][rest + 1];
        for (List<String> use : pairs) {
            int from = graph.node(use.get(0)).map(Node::index).orElse(rest);
            int to = graph.node(use.get(1)).map(Node::index).orElse(rest);
            uses[from][to]++;
            uses[to][from] += from == to ? 0 : 1;
        }
        return uses;
    }

    /** All stretches of a class. */
    List<Section> all() {
        List<Section> found = new ArrayList<>();
        if (row.size() <= MOST_METHODS) {
            for (int from = 0; from < row.size(); from++) {
                Growing growing = new Growing(from);
                while (growing.to < row.size()) {
                    growing.grow();
                    found.add(growing.section());
                }
            }
        }
        return found;
    }

    /** The methods of a stretch, with their fields. */
    Set<Node> nodes(Section section) {
        Growing growing = new Growing(section.from());
        while (growing.to < section.to()) {
            growing.grow();
        }
        return growing.nodes;
    }

    /** A stretch that takes in one node after another. Everything is counted as it grows: there are many stretches in a long class. */
    private final class Growing {
        private final boolean[] inside = new boolean[uses.length];
        private final int[] fromInside = new int[uses.length];
        private final int[] part = new int[uses.length];
        private final int[] partLines = new int[uses.length];
        private final Set<Node> nodes = new LinkedHashSet<>();
        private final int from;
        private int aloneFields;
        private int to;
        private int inner;
        private int within;
        private int seam;
        private int boundLines;
        private boolean hasState;
        private Size size = Size.NONE;

        Growing(int from) {
            this.from = from;
            this.to = from;
        }

        void grow() {
            add(row.get(to++));
            if (aloneFields > 0) {
                plainFields.stream().filter(this::isAlone).forEach(field -> {
                    aloneFields--;
                    add(field);
                });
            }
        }

        private void add(Node node) {
            int at = node.index();
            inner += fromInside[at];
            seam += total[at] - 2 * fromInside[at];
            inside[at] = true;
            for (int other = 0; other < inside.length; other++) {
                within += inside[other] ? between[at][other] : 0;
            }
            nodes.add(node);
            hasState |= node.hasState();
            size = size.plus(sizes[at]);
            part[at] = at;
            partLines[at] = sizes[at].codeLines();
            boundLines = Math.max(boundLines, partLines[at]);
            for (int use = 0; use < users[at].length; use++) {
                int other = users[at][use];
                fromInside[other] += uses[at][use];
                if (inside[other]) {
                    join(at, other);
                } else if (isPlainField[other] && fromInside[other] == total[other]) {
                    aloneFields++;
                }
            }
        }

        /** Two that use each other belong to one part, with all that belong to either. */
        private void join(int one, int other) {
            int first = head(one);
            int second = head(other);
            if (first != second) {
                part[second] = first;
                partLines[first] += partLines[second];
                boundLines = Math.max(boundLines, partLines[first]);
            }
        }

        private int head(int member) {
            int at = member;
            while (part[at] != at) {
                part[at] = part[part[at]];
                at = part[at];
            }
            return at;
        }

        /** Whether a field, not taken in yet, is used here and nowhere else. */
        private boolean isAlone(Node field) {
            int at = field.index();
            return !inside[at] && total[at] > 0 && fromInside[at] == total[at];
        }

        Section section() {
            return new Section(from, to, inner, within, seam, boundLines, hasState, size);
        }
    }
}
