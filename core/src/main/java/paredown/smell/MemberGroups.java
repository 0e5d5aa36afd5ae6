package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jgrapht.alg.clustering.GreedyModularityAlgorithm;
import org.jgrapht.alg.connectivity.ConnectivityInspector;
import org.jgrapht.graph.AsSubgraph;
import paredown.code.MemberFacts;
import paredown.code.TypeFacts;
import paredown.smell.MemberGraph.Node;

/**
 * Groups of members with a narrow seam to the rest of their class. Communities of the member graph by greedy modularity, then each
 * improved member by member.
 *
 * <p>Clauset, Newman, Moore: Finding community structure in very large networks, Physical Review E 70, 2004; modularity after Newman,
 * Girvan 2004.
 */
final class MemberGroups {
    private static final int ROUNDS = 12;
    private static final double LARGEST_SHARE = 0.6;
    private static final double WIDEST_SEAM = 0.45;
    private static final int FEWEST_LINES = 18;
    private static final double CALLED_FROM_OUTSIDE = 0.5;
    private static final double COARSER = 1.25;

    /**
     * A group worth a class of its own.
     *
     * @param members in the order of the source
     * @param inner pairs of members that use each other inside
     * @param seam pairs of members, user first, that use each other across the border
     */
    record Group(List<MemberFacts> members, int inner, List<List<String>> seam, int codeLines, boolean hasState) {
        /** From 0 (all uses cross the border) to 1 (none does). */
        double closeness() {
            return (inner + 1.0) / (inner + seam.size() + 1.0);
        }
    }

    private final TypeFacts type;
    private final MemberGraph graph;
    private List<Set<Node>> communities;
    private List<Group> candidates;
    private List<Group> best;

    MemberGroups(TypeFacts type) {
        this(type, false);
    }

    private MemberGroups(TypeFacts type, boolean order) {
        this.type = type;
        this.graph = new MemberGraph(type, order);
    }

    /**
     * Groups that are worth a class of their own, best first. They do not overlap. Found by use and words alone, and with the order of
     * members: one finds what is scattered, the other what is only kept together.
     */
    List<Group> best() {
        if (best == null) {
            candidates = new ArrayList<>(groups());
            candidates.addAll(new MemberGroups(type, true).groups());
            best = best(candidates);
        }
        return best;
    }

    /** Larger groups that hold some of the best ones and what is between them, best first: another grain to cut by. */
    List<Group> coarser() {
        List<Group> chosen = best();
        List<Group> coarser = new ArrayList<>();
        for (Group group : candidates) {
            int held = chosen.stream()
                    .filter(small -> group.members().containsAll(small.members()))
                    .mapToInt(Group::codeLines)
                    .sum();
            boolean fresh = coarser.stream().noneMatch(other -> isMostly(other, group) || isMostly(group, other));
            if (held > 0 && group.codeLines() >= COARSER * held && fresh) {
                coarser.add(group);
            }
        }
        return coarser;
    }

    private static boolean isMostly(Group one, Group other) {
        long common = one.members().stream().filter(other.members()::contains).count();
        return common * 10 >= other.members().size() * 9;
    }

    /** All members that could move, each in one group: what belongs together, worth a class of its own or not. */
    List<List<MemberFacts>> all() {
        List<List<MemberFacts>> all = new ArrayList<>();
        Set<Node> left = new LinkedHashSet<>(graph.nodes());
        for (Group group : best()) {
            all.add(group.members());
            Set<MemberFacts> grouped = new LinkedHashSet<>(group.members());
            left.removeIf(node -> grouped.containsAll(node.members()));
        }
        for (Set<Node> community : communities()) {
            Set<Node> rest = inOrder(community);
            rest.retainAll(left);
            if (!rest.isEmpty()) {
                all.add(group(rest).members());
                left.removeAll(rest);
            }
        }
        left.forEach(node -> all.add(group(Set.of(node)).members()));
        return all;
    }

    /** Members of a class as a group. */
    static Group group(TypeFacts type, List<MemberFacts> members) {
        MemberGroups groups = new MemberGroups(type, false);
        Set<Node> nodes = new LinkedHashSet<>();
        for (Node node : groups.graph.nodes()) {
            if (node.members().stream().anyMatch(members::contains)) {
                nodes.add(node);
            }
        }
        return groups.group(nodes);
    }

    /** The best of them that do not overlap. */
    private List<Group> best(List<Group> found) {
        found.sort(Comparator.comparingDouble(this::value)
                .reversed()
                .thenComparing(group -> group.members().get(0).line()));
        return disjoint(found);
    }

    private List<Group> groups() {
        if (graph.nodes().size() < 4 || graph.graph().edgeSet().isEmpty()) {
            return List.of();
        }
        Set<Set<Node>> starts = new LinkedHashSet<>();
        communities().forEach(community -> starts.add(inOrder(community)));
        starts.addAll(new MergedGroups(graph).of(communities()));
        Set<Set<Node>> seen = new LinkedHashSet<>();
        List<Group> found = new ArrayList<>();
        for (Set<Node> start : starts) {
            Set<Node> improved = improved(start);
            Group group = group(improved);
            if (seen.add(improved) && isWorthAClass(group, improved)) {
                found.add(group);
            }
        }
        return found;
    }

    /** Communities of each connected part by itself: the algorithm wants every node to have a neighbour. */
    private List<Set<Node>> communities() {
        if (communities == null) {
            communities = found();
        }
        return communities;
    }

    private List<Set<Node>> found() {
        List<Set<Node>> communities = new ArrayList<>();
        for (Set<Node> part : new ConnectivityInspector<>(graph.graph()).connectedSets()) {
            if (part.size() > 2) {
                communities.addAll(new GreedyModularityAlgorithm<>(new AsSubgraph<>(graph.graph(), inOrder(part)))
                        .getClustering()
                        .getClusters());
            }
        }
        return communities;
    }

    /** Moves members over the border as long as that makes the seam weaker than the bonds. */
    private Set<Node> improved(Set<Node> start) {
        Set<Node> group = new LinkedHashSet<>(start);
        for (int round = 0; round < ROUNDS; round++) {
            boolean changed = false;
            for (Node node : graph.nodes()) {
                double inside = bond(node, group, true);
                double outside = bond(node, group, false);
                boolean member = group.contains(node);
                if (member && outside > inside * 1.1 && group.size() > 2) {
                    changed |= group.remove(node);
                } else if (!member && inside > outside * 1.4) {
                    changed |= group.add(node);
                }
            }
            if (!changed) {
                break;
            }
        }
        return inOrder(group);
    }

    private Set<Node> inOrder(Set<Node> nodes) {
        Set<Node> ordered = new LinkedHashSet<>(graph.nodes());
        ordered.retainAll(nodes);
        return ordered;
    }

    private double bond(Node node, Set<Node> group, boolean inside) {
        double sum = 0;
        for (var edge : graph.graph().edgesOf(node)) {
            Node other = graph.graph().getEdgeSource(edge) == node
                    ? graph.graph().getEdgeTarget(edge)
                    : graph.graph().getEdgeSource(edge);
            // Being called from outside ties a member to the outside less than calling does: what is offered is there
            // to be called.
            double weight = graph.graph().getEdgeWeight(edge)
                    * (!inside && graph.onlyUses(other, node) ? CALLED_FROM_OUTSIDE : 1);
            sum += group.contains(other) == inside ? weight : 0;
        }
        return sum;
    }

    private Group group(Set<Node> nodes) {
        List<MemberFacts> members = nodes.stream()
                .flatMap(node -> node.members().stream())
                .sorted(Comparator.comparingInt(MemberFacts::line))
                .toList();
        return new Group(
                members,
                graph.inner(nodes).size(),
                graph.seam(nodes),
                members.stream().mapToInt(MemberFacts::codeLines).sum(),
                nodes.stream().anyMatch(Node::hasState));
    }

    private boolean isWorthAClass(Group group, Set<Node> nodes) {
        long methods = group.members().stream().filter(MemberFacts::isMethod).count();
        boolean behaves = methods >= 2
                && group.codeLines() >= FEWEST_LINES
                && group.members().stream().mapToInt(MemberFacts::complexity).sum() >= 5;
        boolean part = group.codeLines() <= type.codeLines() * LARGEST_SHARE;
        boolean narrow = group.closeness() >= 1 - WIDEST_SEAM;
        boolean together = nodes.size() >= 2 || methods >= 3;
        return behaves && part && narrow && together;
    }

    private double value(Group group) {
        return Math.sqrt(group.codeLines()) * group.closeness() * group.closeness() * (group.hasState() ? 1.25 : 1);
    }

    private static List<Group> disjoint(List<Group> groups) {
        List<Group> chosen = new ArrayList<>();
        Set<MemberFacts> taken = new LinkedHashSet<>();
        for (Group group : groups) {
            if (group.members().stream().noneMatch(taken::contains)) {
                chosen.add(group);
                taken.addAll(group.members());
            }
        }
        return chosen;
    }
}
