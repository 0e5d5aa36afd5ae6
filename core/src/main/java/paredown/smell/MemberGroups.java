package paredown.smell;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jgrapht.alg.clustering.GreedyModularityAlgorithm;
import org.jgrapht.alg.connectivity.ConnectivityInspector;
import org.jgrapht.graph.AsSubgraph;
import org.jgrapht.graph.DefaultWeightedEdge;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.smell.MemberGraph.Bond;
import paredown.smell.MemberGraph.Node;
import paredown.smell.MemberGraph.Size;
import paredown.smell.Sections.Section;

/**
 * Groups of members with a narrow seam to the rest of their class. Communities of the member graph by greedy modularity, then each
 * improved member by member.
 *
 * <p>Clauset, Newman, Moore: Finding community structure in very large networks, Physical Review E 70, 2004; modularity after Newman,
 * Girvan 2004.
 */
final class MemberGroups {
    private static final int ROUNDS = 12;
    private static final int MOST_SECTIONS = 2;
    /** In a class of functions, the stretch that holds state is the one that does not belong. */
    private static final double STATE = 2;

    private static final double LARGEST_SHARE = 0.6;
    private static final double WIDEST_SEAM = 0.45;
    private static final int FEWEST_LINES = 18;
    private static final int LEAST_COMPLEXITY = 5;
    private static final double CALLED_FROM_OUTSIDE = 0.5;

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
            return MemberGroups.closeness(inner, seam.size());
        }
    }

    private final TypeFacts type;
    private final MemberGraph graph;
    private List<Set<Node>> communities;
    private List<Group> best;
    private Tie[][] ties;

    MemberGroups(TypeFacts type) {
        this(type, EnumSet.noneOf(Bond.class));
    }

    private MemberGroups(TypeFacts type, Set<Bond> bonds) {
        this.type = type;
        this.graph = new MemberGraph(type, bonds);
    }

    /**
     * Groups that are worth a class of their own, best first. They do not overlap. Found by use and words alone, and with the order of
     * members: one finds what is scattered, the other what is only kept together.
     */
    List<Group> best() {
        if (best == null) {
            List<Group> found = new ArrayList<>(groups(communities()));
            MemberGroups ordered = new MemberGroups(type, EnumSet.of(Bond.ORDER));
            found.addAll(ordered.groups(ordered.communities()));
            found.sort(bestFirst());
            best = disjoint(found);
        }
        return best;
    }

    /**
     * Groups that cut the class another way than the best ones: the best two stretches of methods, then, best first, those that work with
     * the same types, and communities put together. They may overlap the best ones and each other.
     *
     * @param best as {@link #best} gives them, which are mostly known already
     */
    List<Group> alternatives(List<Group> best) {
        List<Group> found = new ArrayList<>();
        for (MemberGroups other : List.of(
                new MemberGroups(type, EnumSet.of(Bond.TYPES)),
                new MemberGroups(type, EnumSet.of(Bond.TYPES, Bond.ORDER)))) {
            found.addAll(groups(other.communities()));
            found.addAll(groups(new MergedGroups(other.graph).of(other.communities())));
        }
        found.sort(bestFirst());
        found.addAll(0, sections());
        List<Group> chosen = new ArrayList<>(best);
        List<Group> alternatives = new ArrayList<>();
        for (Group group : found) {
            if (chosen.stream().noneMatch(other -> isMostly(other, group) && isMostly(group, other))) {
                chosen.add(group);
                alternatives.add(group);
            }
        }
        return alternatives;
    }

    private List<Group> sections() {
        Sections sections = new Sections(type, graph);
        List<Section> bestFirst = sections.all().stream()
                .filter(section -> isPart(section.size()) && isNarrow(closeness(section.within(), section.seam())))
                .sorted(Comparator.<Section>comparingDouble(MemberGroups::value)
                        .reversed()
                        .thenComparingInt(Section::length))
                .toList();
        List<Section> chosen = new ArrayList<>();
        for (Section section : bestFirst) {
            if (chosen.size() < MOST_SECTIONS && chosen.stream().noneMatch(section::overlaps)) {
                chosen.add(section);
            }
        }
        return chosen.stream().map(section -> group(sections.nodes(section))).toList();
    }

    private static boolean isMostly(Group one, Group other) {
        Set<String> symbols = other.members().stream().map(MemberFacts::symbol).collect(Collectors.toSet());
        long common = one.members().stream()
                .filter(member -> symbols.contains(member.symbol()))
                .count();
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
        MemberGroups groups = new MemberGroups(type);
        Set<Node> nodes = new LinkedHashSet<>();
        for (Node node : groups.graph.nodes()) {
            if (node.members().stream().anyMatch(members::contains)) {
                nodes.add(node);
            }
        }
        return groups.group(nodes);
    }

    /** Of some sets of members, each improved, those that are worth a class. */
    private List<Group> groups(Collection<Set<Node>> starts) {
        Set<Set<Node>> seen = new LinkedHashSet<>();
        List<Group> found = new ArrayList<>();
        for (Set<Node> start : starts) {
            Set<Node> improved = improved(inOrder(start));
            if (seen.add(improved) && isPart(Size.of(improved))) {
                Group group = group(improved);
                if (isNarrow(group.closeness())) {
                    found.add(group);
                }
            }
        }
        return found;
    }

    /** Communities of each connected part by itself: the algorithm wants every node to have a neighbour. */
    private List<Set<Node>> communities() {
        if (communities == null) {
            boolean tells =
                    graph.nodes().size() >= 4 && !graph.graph().edgeSet().isEmpty();
            communities = tells ? found() : List.of();
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
        boolean[] group = new boolean[graph.nodes().size()];
        start.forEach(node -> group[node.index()] = true);
        int size = start.size();
        for (int round = 0; round < ROUNDS; round++) {
            boolean changed = false;
            for (int node = 0; node < group.length; node++) {
                double inside = 0;
                double outside = 0;
                for (Tie tie : ties()[node]) {
                    inside += group[tie.other()] ? tie.weight() : 0;
                    outside += group[tie.other()] ? 0 : tie.outside();
                }
                boolean leaves = group[node] && outside > inside * 1.1 && size > 2;
                boolean joins = !group[node] && inside > outside * 1.4;
                if (leaves || joins) {
                    group[node] = joins;
                    size += joins ? 1 : -1;
                    changed = true;
                }
            }
            if (!changed) {
                break;
            }
        }
        return graph.nodes().stream()
                .filter(node -> group[node.index()])
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** By the index of a node: what binds it to others. */
    private Tie[][] ties() {
        if (ties == null) {
            ties = graph.nodes().stream()
                    .map(node -> graph.graph().edgesOf(node).stream()
                            .map(edge -> tie(node, edge))
                            .toArray(Tie[]::new))
                    .toArray(Tie[][]::new);
        }
        return ties;
    }

    private Tie tie(Node node, DefaultWeightedEdge edge) {
        Node source = graph.graph().getEdgeSource(edge);
        Node other = source == node ? graph.graph().getEdgeTarget(edge) : source;
        double weight = graph.graph().getEdgeWeight(edge);
        return new Tie(other.index(), weight, graph.onlyUses(other, node) ? weight * CALLED_FROM_OUTSIDE : weight);
    }

    /**
     * What binds a node to another.
     *
     * @param outside what it weighs where the other one is outside a group: being called from there ties a member to the outside less
     *     than calling does, for what is offered is there to be called
     */
    private record Tie(int other, double weight, double outside) {}

    private Set<Node> inOrder(Set<Node> nodes) {
        Set<Node> ordered = new LinkedHashSet<>(graph.nodes());
        ordered.retainAll(nodes);
        return ordered;
    }

    private Group group(Set<Node> nodes) {
        List<MemberFacts> members = nodes.stream()
                .flatMap(node -> node.members().stream())
                .sorted(Comparator.comparingInt(MemberFacts::line))
                .toList();
        return new Group(
                members,
                graph.inner(nodes),
                graph.seam(nodes),
                members.stream().mapToInt(MemberFacts::codeLines).sum(),
                nodes.stream().anyMatch(Node::hasState));
    }

    /** Whether members are enough for a class of their own, and leave enough behind. Asked first: it costs less than their seam. */
    private boolean isPart(Size size) {
        return size.codeLines() >= FEWEST_LINES
                && size.codeLines() <= type.codeLines() * LARGEST_SHARE
                && size.methods() >= 2
                && (size.nodes() >= 2 || size.methods() >= 3)
                && size.complexity() >= LEAST_COMPLEXITY;
    }

    private static boolean isNarrow(double closeness) {
        return closeness >= 1 - WIDEST_SEAM;
    }

    private Comparator<Group> bestFirst() {
        return Comparator.comparingDouble(
                        (Group group) -> value(group.codeLines(), group.closeness(), group.hasState()))
                .reversed()
                .thenComparing(group -> group.members().get(0).line());
    }

    private static double value(Section section) {
        double value = value(section.boundLines(), closeness(section.inner(), section.seam()), section.hasState());
        return section.hasState() ? value * STATE : value;
    }

    private static double value(int codeLines, double closeness, boolean hasState) {
        return Math.sqrt(codeLines) * closeness * closeness * (hasState ? 1.25 : 1);
    }

    /** From 0 (all uses cross the border) to 1 (none does). */
    private static double closeness(int inner, int seam) {
        return (inner + 1.0) / (inner + seam + 1.0);
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
