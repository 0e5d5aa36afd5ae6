package paredown.smell;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.lang.model.element.Modifier;
import org.jgrapht.Graph;
import org.jgrapht.graph.DefaultWeightedEdge;
import org.jgrapht.graph.SimpleWeightedGraph;
import paredown.code.compile.PlatformHooks;
import paredown.code.compile.Symbol;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.measure.IdentifierWords;

/**
 * The members of a class that could move, and how strongly they belong together. Overloads are one node, a field and its plain accessors
 * are one node. Edges are weighted by use (the fewer share a member, the more sharing it says), by the words of the names and, where wanted,
 * a little by the order in which the members stand.
 */
final class MemberGraph {
    private static final double ORDER_WEIGHT = 0.3;
    private static final double WORDS_WEIGHT = 0.8;
    private static final double TYPES_WEIGHT = 0.5;
    private static final double LIKENESS_LIMIT = 0.34;
    private static final Set<String> ROUTINE = Set.of("<init>", "equals", "hashCode", "toString", "compareTo", "clone");

    /**
     * Members that move together or not at all.
     *
     * @param index which node of its graph this is, from 0; nodes of one graph are told apart and ordered by it
     */
    record Node(int index, String name, List<MemberFacts> members) implements Comparable<Node> {
        @Override
        public int compareTo(Node other) {
            return Integer.compare(index, other.index);
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Node node && node.index == index;
        }

        @Override
        public int hashCode() {
            return index;
        }

        int codeLines() {
            return members.stream().mapToInt(MemberFacts::codeLines).sum();
        }

        boolean hasState() {
            return members.stream()
                    .anyMatch(member -> member.isField() && !(member.is(Modifier.STATIC) && member.is(Modifier.FINAL)));
        }
    }

    /** How large some nodes are together. */
    record Size(int nodes, int methods, int codeLines, int complexity) {
        static final Size NONE = new Size(0, 0, 0, 0);

        static Size of(Node node) {
            return new Size(
                    1,
                    (int) node.members().stream().filter(MemberFacts::isMethod).count(),
                    node.codeLines(),
                    node.members().stream().mapToInt(MemberFacts::complexity).sum());
        }

        static Size of(Collection<Node> nodes) {
            return nodes.stream().map(Size::of).reduce(NONE, Size::plus);
        }

        Size plus(Size other) {
            return new Size(
                    nodes + other.nodes,
                    methods + other.methods,
                    codeLines + other.codeLines,
                    complexity + other.complexity);
        }
    }

    private final TypeFacts type;
    private final Map<String, Node> nodeOf = new HashMap<>();
    private final List<Node> nodes = new ArrayList<>();
    private final Graph<Node, DefaultWeightedEdge> graph = new SimpleWeightedGraph<>(DefaultWeightedEdge.class);
    private final Set<List<String>> uses = new LinkedHashSet<>();
    private final Map<Node, Set<Node>> usedBy = new HashMap<>();
    private List<List<String>> tellingUses;
    private List<Pair> pairs;

    /** What may bind members beside use and words. */
    enum Bond {
        /** Standing next to each other. */
        ORDER,
        /** Working with the same other types. */
        TYPES
    }

    MemberGraph(TypeFacts type, Set<Bond> bonds) {
        this.type = type;
        collectNodes();
        collectUses();
        addUseEdges();
        addWordEdges();
        if (bonds.contains(Bond.TYPES)) {
            addTypeEdges();
        }
        if (bonds.contains(Bond.ORDER)) {
            addOrderEdges();
        }
    }

    List<Node> nodes() {
        return nodes;
    }

    /** What a member moves with; empty for one that cannot move. */
    Optional<Node> node(String symbol) {
        return Optional.ofNullable(nodeOf.get(symbol));
    }

    Graph<Node, DefaultWeightedEdge> graph() {
        return graph;
    }

    double weight(Node a, Node b) {
        DefaultWeightedEdge edge = graph.getEdge(a, b);
        return edge == null ? 0 : graph.getEdgeWeight(edge);
    }

    /** Whether a member of one node uses a member of another, and none the other way round. */
    boolean onlyUses(Node user, Node used) {
        return usedBy.getOrDefault(used, Set.of()).contains(user)
                && !usedBy.getOrDefault(user, Set.of()).contains(used);
    }

    /**
     * Pairs of members, user first, of which exactly one is in a group: the references that would cross the new border. Constructors,
     * {@code equals} and their like name every field of a class and say nothing about which belong together: they are left out.
     */
    List<List<String>> seam(Collection<Node> group) {
        boolean[] inside = inside(group);
        return pairs().stream()
                .filter(pair -> pair.telling() && inside[pair.user()] != inside[pair.used()])
                .map(Pair::symbols)
                .toList();
    }

    /** Pairs of members, user first. */
    Collection<List<String>> uses() {
        return uses;
    }

    /** Pairs of members, user first, without constructors, {@code equals} and their like as users. */
    List<List<String>> tellingUses() {
        if (tellingUses == null) {
            tellingUses = uses.stream().filter(use -> !isRoutine(use.get(0))).toList();
        }
        return tellingUses;
    }

    private static boolean isRoutine(String symbol) {
        return Symbol.isCallable(symbol) && ROUTINE.contains(Symbol.memberName(symbol));
    }

    /** How many pairs of members, user and used, have both in a group. */
    int inner(Collection<Node> group) {
        boolean[] inside = inside(group);
        return (int) pairs().stream()
                .filter(pair -> inside[pair.user()] && inside[pair.used()])
                .count();
    }

    /** By the index of a node; the last place is for members that cannot move. */
    private boolean[] inside(Collection<Node> group) {
        boolean[] inside = new boolean[nodes.size() + 1];
        group.forEach(node -> inside[node.index()] = true);
        return inside;
    }

    private List<Pair> pairs() {
        if (pairs == null) {
            pairs = uses.stream()
                    .map(use -> new Pair(use, index(use.get(0)), index(use.get(1)), !isRoutine(use.get(0))))
                    .toList();
        }
        return pairs;
    }

    private int index(String symbol) {
        return node(symbol).map(Node::index).orElse(nodes.size());
    }

    /** A use, with the places of its members among the nodes. */
    private record Pair(List<String> symbols, int user, int used, boolean telling) {}

    private void collectNodes() {
        Map<String, List<MemberFacts>> byName = new LinkedHashMap<>();
        for (MemberFacts member : type.members()) {
            if (canMove(member)) {
                byName.computeIfAbsent(nodeName(member), name -> new ArrayList<>())
                        .add(member);
            }
        }
        byName.forEach((name, members) -> {
            Node node = new Node(nodes.size(), name, List.copyOf(members));
            nodes.add(node);
            graph.addVertex(node);
            members.forEach(member -> nodeOf.put(member.symbol(), node));
        });
    }

    /** Leaves out what a cut would refuse or what belongs to the class itself. */
    private boolean canMove(MemberFacts member) {
        boolean factory = member.isMethod()
                && member.is(Modifier.STATIC)
                && member.type().replaceAll("<.*", "").equals(type.name());
        boolean plain = member.isField() || member.isMethod();
        boolean pinned = member.is(Modifier.ABSTRACT)
                || member.is(Modifier.NATIVE)
                || member.is(Modifier.SYNCHRONIZED)
                || member.overrides();
        boolean marked = member.annotations().stream().anyMatch(name -> !name.startsWith("java.lang."));
        // What is computed when the class is initialised stays where its moment is.
        boolean momentary = member.isField()
                && member.is(Modifier.STATIC)
                && member.references().stream().anyMatch(MemberGraph::runsOwnCode);
        boolean known = PlatformHooks.isName(member.name());
        return plain && !factory && !pinned && !momentary && !marked && !known;
    }

    private static boolean runsOwnCode(Reference reference) {
        return reference.inProject()
                && (reference.kind() == Reference.Kind.CALL || reference.kind() == Reference.Kind.CREATE);
    }

    private String nodeName(MemberFacts member) {
        if (member.isMethod() && member.codeLines() <= 4 && member.complexity() == 1) {
            List<String> fields =
                    type.fields().map(MemberFacts::symbol).filter(member::uses).toList();
            boolean accessor = fields.size() == 1
                    && member.references().stream().noneMatch(one -> one.kind() == Reference.Kind.CALL);
            String field = accessor ? Symbol.memberName(fields.get(0)) : "";
            if (accessor
                    && accesses(member.name(), field)
                    && canMove(type.member(fields.get(0)).orElseThrow())) {
                return "field " + field;
            }
        }
        return member.isField() ? "field " + member.name() : member.name();
    }

    private static boolean accesses(String method, String field) {
        return method.equalsIgnoreCase(field)
                || method.matches("(?i)(get|set|is|with|has)" + java.util.regex.Pattern.quote(field));
    }

    private void collectUses() {
        Set<String> members = type.members().stream().map(MemberFacts::symbol).collect(Collectors.toSet());
        for (MemberFacts user : type.members()) {
            for (Reference reference : user.references()) {
                boolean own = members.contains(reference.target())
                        && !reference.target().equals(user.symbol());
                if (own) {
                    uses.add(List.of(user.symbol(), reference.target()));
                }
            }
        }
    }

    private void addUseEdges() {
        for (List<String> use : uses) {
            Node from = nodeOf.get(use.get(0));
            Node to = nodeOf.get(use.get(1));
            if (from != null && to != null && from != to) {
                usedBy.computeIfAbsent(to, node -> new LinkedHashSet<>()).add(from);
            }
        }
        for (Node to : nodes) {
            Set<Node> from = usedBy.getOrDefault(to, Set.of());
            double strength = (to.hasState() ? 1.6 : 1.2) / Math.sqrt(from.size());
            from.forEach(user -> strengthen(user, to, strength));
        }
    }

    private void addWordEdges() {
        addLikeness(node -> IdentifierWords.telling(node.name().replace("field ", "")).stream(), WORDS_WEIGHT);
    }

    /** Members that work with the same other types belong together a little, the more so the fewer do. */
    private void addTypeEdges() {
        addLikeness(
                node -> node.members().stream()
                        .flatMap(member -> member.references().stream())
                        .map(Reference::owner)
                        .filter(owner -> !owner.equals(type.name()) && !owner.startsWith("java.lang.")),
                TYPES_WEIGHT);
    }

    /** Binds nodes by what they have in common: by the cosine of their sets, each thing weighted by how rare it is in the class. */
    private void addLikeness(Function<Node, Stream<String>> things, double weight) {
        List<Set<String>> having = new ArrayList<>();
        Map<String, List<Node>> nodesOf = new LinkedHashMap<>();
        for (Node node : nodes) {
            Set<String> own = things.apply(node).collect(Collectors.toCollection(LinkedHashSet::new));
            having.add(own);
            own.forEach(thing ->
                    nodesOf.computeIfAbsent(thing, key -> new ArrayList<>()).add(node));
        }
        Map<String, Double> square = new HashMap<>();
        nodesOf.forEach((thing, named) -> {
            double rarity = Math.log(1 + nodes.size() / (double) named.size());
            square.put(thing, rarity * rarity);
        });
        double[] lengths = having.stream()
                .mapToDouble(
                        own -> Math.sqrt(own.stream().mapToDouble(square::get).sum()))
                .toArray();
        for (Node node : nodes) {
            double[] common = new double[nodes.size()];
            for (String thing : having.get(node.index())) {
                nodesOf.get(thing).forEach(other -> common[other.index()] += square.get(thing));
            }
            for (Node other : nodes.subList(node.index() + 1, nodes.size())) {
                double likeness = common[other.index()] / (lengths[node.index()] * lengths[other.index()]);
                if (common[other.index()] > 0 && likeness >= LIKENESS_LIMIT) {
                    strengthen(node, other, weight * likeness);
                }
            }
        }
    }

    /** Authors put next to each other what belongs together: a hint, no more. */
    private void addOrderEdges() {
        for (boolean fields : new boolean[] {true, false}) {
            Node last = null;
            for (MemberFacts member : type.members()) {
                Node node = nodeOf.get(member.symbol());
                if (member.isField() != fields) {
                    continue;
                }
                if (node != null && last != null && node != last) {
                    strengthen(last, node, ORDER_WEIGHT);
                }
                last = node;
            }
        }
    }

    private void strengthen(Node a, Node b, double weight) {
        DefaultWeightedEdge edge = graph.getEdge(a, b);
        if (edge == null) {
            graph.setEdgeWeight(graph.addEdge(a, b), weight);
        } else {
            graph.setEdgeWeight(edge, graph.getEdgeWeight(edge) + weight);
        }
    }
}
