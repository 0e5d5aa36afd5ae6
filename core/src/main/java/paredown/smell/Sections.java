package paredown.smell;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import paredown.code.MemberFacts;
import paredown.code.TypeFacts;
import paredown.smell.MemberGraph.Node;

/**
 * Stretches of methods that follow one another in a class, each with the fields that nothing else uses: where an author has written two
 * jobs one behind the other, the order of members tells more than their uses do. What counts in a stretch is its largest part that hangs
 * together by use, so that neighbours which have nothing to do with it are no gain.
 */
final class Sections {
    /** Their stretches grow with the square of the methods. */
    private static final int MOST_METHODS = 400;

    /**
     * A stretch.
     *
     * @param from its first method's place in the row of methods
     * @param to the place behind its last
     * @param inner uses between its members
     * @param seam uses across its border
     * @param boundLines code lines of the largest part of it of which all members use each other, directly or through others
     */
    record Section(int from, int to, int inner, int seam, int boundLines, boolean hasState) {
        int length() {
            return to - from;
        }
    }

    private final List<Node> row;
    private final List<Node> plainFields;
    private final int[][] uses;

    Sections(TypeFacts type, MemberGraph graph) {
        this.row = row(type, graph);
        this.plainFields = graph.nodes().stream()
                .filter(node -> node.members().stream().noneMatch(MemberFacts::isMethod))
                .toList();
        this.uses = uses(graph);
    }

    private static List<Node> row(TypeFacts type, MemberGraph graph) {
        Set<Node> row = new LinkedHashSet<>();
        type.methods().flatMap(method -> graph.node(method.symbol()).stream()).forEach(row::add);
        return List.copyOf(row);
    }

    /** How often nodes use each other, either way; the last row is for members that cannot move. */
    private static int[][] uses(MemberGraph graph) {
        int rest = graph.nodes().size();
        int[][] uses = new int[rest + 1][rest + 1];
        for (List<String> use : graph.tellingUses()) {
            int from = graph.node(use.get(0)).map(Node::index).orElse(rest);
            int to = graph.node(use.get(1)).map(Node::index).orElse(rest);
            if (from != to) {
                uses[from][to]++;
                uses[to][from]++;
            }
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

    /** A stretch that takes in one node after another. */
    private final class Growing {
        private final boolean[] inside = new boolean[uses.length];
        private final Set<Node> nodes = new LinkedHashSet<>();
        private final int from;
        private int to;
        private int inner;
        private int seam;
        private boolean hasState;

        Growing(int from) {
            this.from = from;
            this.to = from;
        }

        void grow() {
            add(row.get(to++));
            plainFields.stream().filter(this::alone).forEach(this::add);
        }

        private void add(Node node) {
            for (int other = 0; other < uses.length; other++) {
                int between = uses[node.index()][other];
                inner += inside[other] ? between : 0;
                seam += inside[other] ? -between : between;
            }
            inside[node.index()] = true;
            nodes.add(node);
            hasState |= node.hasState();
        }

        /** Whether a field, not taken in yet, is used here and nowhere else. */
        private boolean alone(Node field) {
            int here = 0;
            int elsewhere = 0;
            for (int other = 0; other < uses.length; other++) {
                here += inside[other] ? uses[field.index()][other] : 0;
                elsewhere += inside[other] ? 0 : uses[field.index()][other];
            }
            return !inside[field.index()] && here > 0 && elsewhere == 0;
        }

        private int boundLines() {
            int most = 0;
            Set<Node> seen = new HashSet<>();
            for (Node start : nodes) {
                int lines = 0;
                Deque<Node> open = new ArrayDeque<>();
                if (seen.add(start)) {
                    open.push(start);
                }
                while (!open.isEmpty()) {
                    Node at = open.pop();
                    lines += at.codeLines();
                    nodes.stream()
                            .filter(other -> uses[at.index()][other.index()] > 0 && seen.add(other))
                            .forEach(open::push);
                }
                most = Math.max(most, lines);
            }
            return most;
        }

        Section section() {
            return new Section(from, to, inner, seam, boundLines(), hasState);
        }
    }
}
