package paredown.smell;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jgrapht.graph.DefaultWeightedEdge;
import paredown.smell.MemberGraph.Node;

/**
 * Communities put together step by step, the most closely bound first: where modularity sees several small groups, a job may well be all of
 * them together. Every set on the way is a proposal.
 *
 * <p>Agglomerative clustering with average linkage (Sokal, Michener 1958), as Anquetil, Lethbridge 1999 use it on the members of modules.
 */
final class MergedGroups {
    /** Mean weight of the edges between two sets, over the mean inside of them, below which they have nothing to do with each other. */
    private static final double LOOSEST = 0.06;

    private static final int MOST_SETS = 120;

    private final MemberGraph graph;

    MergedGroups(MemberGraph graph) {
        this.graph = graph;
    }

    List<Set<Node>> of(Collection<Set<Node>> communities) {
        List<Set<Node>> sets = new ArrayList<>();
        communities.forEach(community -> sets.add(new LinkedHashSet<>(community)));
        Set<Node> grouped = new LinkedHashSet<>();
        sets.forEach(grouped::addAll);
        graph.nodes().stream()
                .filter(node -> !grouped.contains(node))
                .forEach(node -> sets.add(new LinkedHashSet<>(Set.of(node))));
        List<Set<Node>> found = new ArrayList<>();
        if (sets.size() > MOST_SETS) {
            return found;
        }
        double[][] bonds = bonds(sets);
        while (true) {
            int[] best = closest(sets, bonds);
            if (best.length == 0) {
                return found;
            }
            int one = best[0];
            int other = best[1];
            sets.get(one).addAll(sets.get(other));
            sets.get(other).clear();
            for (int i = 0; i < bonds.length; i++) {
                if (i != one && i != other) {
                    bonds[one][i] += bonds[other][i];
                    bonds[i][one] = bonds[one][i];
                }
            }
            bonds[one][one] += bonds[other][other] + bonds[one][other];
            found.add(new LinkedHashSet<>(sets.get(one)));
        }
    }

    /** Weights between the sets and, on the diagonal, inside of them. */
    private double[][] bonds(List<Set<Node>> sets) {
        int[] setOf = new int[graph.nodes().size()];
        for (int i = 0; i < sets.size(); i++) {
            for (Node node : sets.get(i)) {
                setOf[node.index()] = i;
            }
        }
        double[][] bonds = new double[sets.size()][sets.size()];
        for (DefaultWeightedEdge edge : graph.graph().edgeSet()) {
            int one = setOf[graph.graph().getEdgeSource(edge).index()];
            int other = setOf[graph.graph().getEdgeTarget(edge).index()];
            double weight = graph.graph().getEdgeWeight(edge);
            bonds[one][other] += weight;
            if (one != other) {
                bonds[other][one] += weight;
            }
        }
        return bonds;
    }

    private static int[] closest(List<Set<Node>> sets, double[][] bonds) {
        int[] best = {};
        double most = LOOSEST;
        for (int i = 0; i < sets.size(); i++) {
            for (int j = i + 1; j < sets.size(); j++) {
                if (sets.get(i).isEmpty() || sets.get(j).isEmpty() || bonds[i][j] == 0) {
                    continue;
                }
                double smaller = Math.min(sets.get(i).size(), sets.get(j).size());
                double inside = Math.min(degree(sets.get(i), bonds[i][i]), degree(sets.get(j), bonds[j][j]));
                double bond = bonds[i][j] / smaller / (inside + 1);
                if (bond > most) {
                    most = bond;
                    best = new int[] {i, j};
                }
            }
        }
        return best;
    }

    /** Mean weight that a member has inside its set. */
    private static double degree(Set<Node> set, double inside) {
        return 2 * inside / set.size();
    }
}
