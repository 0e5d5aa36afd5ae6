package paredown.smell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import paredown.code.compile.Symbol;
import paredown.code.facts.LocalFacts;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.Reference;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;

/** Statements inside a method that work on an object of another class alone: they could be a method of that class. */
final class EnviousBlocks {
    private static final Pattern FILLS = Pattern.compile("#(set|add|put|with|append|register|remove)[A-Z(]");
    private static final int FEWEST_LINES = 4;
    private static final int FEWEST_FOREIGN = 4;

    private final FeatureEnvy smell;
    private final CodeBase code;

    private EnviousBlocks(FeatureEnvy smell, CodeBase code) {
        this.smell = smell;
        this.code = code;
    }

    /**
     * A block and the object that it works on.
     *
     * @param properties what it uses of it
     * @param own what it uses of its own object
     */
    private record Envy(Block block, TypeFacts target, String via, Set<String> properties, Set<String> own) {}

    /** At most one for a method; methods that are envious as a whole are another finding. */
    static Stream<Finding> findings(FeatureEnvy smell, CodeBase code, TypeFacts type) {
        if (Roles.readsByTrade(type)) {
            return Stream.empty();
        }
        EnviousBlocks blocks = new EnviousBlocks(smell, code);
        return type.methods()
                .filter(method -> method.codeLines() > 3 * FEWEST_LINES
                        && !Roles.isRoutine(method)
                        && !Roles.carriesOver(method)
                        && asksMuch(method)
                        // Last, as the dearest question.
                        && !smell.isEnvious(code, type, method))
                .flatMap(method -> Block.of(method, FEWEST_LINES).stream()
                        .flatMap(block -> blocks.envy(type, block).stream())
                        .max(Comparator.comparingInt(
                                (Envy envy) -> envy.properties().size()))
                        .map(envy -> blocks.finding(type, envy))
                        .stream());
    }

    /** Whether a method uses much of one variable at all. */
    private static boolean asksMuch(MemberFacts method) {
        Map<String, Set<String>> byVariable = new HashMap<>();
        method.references()
                .forEach(reference -> byVariable
                        .computeIfAbsent(reference.through(), key -> new HashSet<>())
                        .add(reference.target()));
        return method.locals().stream()
                .anyMatch(
                        local -> byVariable.getOrDefault(local.name(), Set.of()).size() >= FEWEST_FOREIGN);
    }

    private Optional<Envy> envy(TypeFacts type, Block block) {
        List<Reference> within = block.within();
        Set<String> own = own(type, within);
        Envy best = null;
        for (LocalFacts local : block.inputs()) {
            Optional<TypeFacts> target = FeatureEnvy.target(code, type, local.type());
            if (target.isEmpty() || local.isWrittenWithin(block.line(), block.endLine())) {
                continue;
            }
            Set<String> properties = new TreeSet<>();
            for (Reference reference : within) {
                if (reference.through().equals(local.name()) && !fills(reference)) {
                    properties.add(Symbol.property(reference.target()));
                }
            }
            boolean works = !FeatureEnvy.writesOut(local.name(), target.get(), properties.size(), within)
                    && !FeatureEnvy.wouldCloseCycle(code, type, target.get(), within);
            if (works && (best == null || properties.size() > best.properties().size())) {
                best = new Envy(block, target.get(), local.name(), properties, own);
            }
        }
        return Optional.ofNullable(best).filter(this::clearly);
    }

    private static boolean fills(Reference reference) {
        return reference.kind() == Reference.Kind.WRITE
                || reference.kind() == Reference.Kind.TYPE
                || FILLS.matcher(reference.target()).find();
    }

    private Set<String> own(TypeFacts type, List<Reference> within) {
        Set<String> own = new TreeSet<>();
        for (Reference reference : within) {
            boolean self = reference.through().isEmpty()
                    || reference.through().equals("this")
                    || reference.through().equals("super");
            boolean member = reference.kind() != Reference.Kind.TYPE && reference.kind() != Reference.Kind.CREATE;
            if (self && member && isOwn(type, reference.owner())) {
                own.add(Symbol.property(reference.target()));
            }
        }
        return own;
    }

    private boolean isOwn(TypeFacts type, String owner) {
        return owner.equals(type.name())
                || code.supertypes(type).stream().anyMatch(above -> above.name().equals(owner));
    }

    private boolean clearly(Envy envy) {
        int foreign = envy.properties().size();
        long objects = envy.block().inputs().stream()
                .filter(local -> local.type().contains(".") && !local.type().startsWith("java.lang."))
                .count();
        return foreign >= FEWEST_FOREIGN && envy.own().size() * 3 <= foreign && objects < 3;
    }

    private Finding finding(TypeFacts type, Envy envy) {
        Block block = envy.block();
        MemberFacts method = block.member();
        String to = envy.target().simpleName();
        int foreign = envy.properties().size();
        CutOffer extract = block.offer(code, type, new HashSet<>());
        List<String> asked = new ArrayList<>(envy.properties());
        double home = foreign / (foreign + envy.own().size() + 1.0);
        double size = Math.min(1, (block.lines() + 6.0) / 40);
        Map<String, Object> next = new LinkedHashMap<>();
        next.put("member", Symbol.plain(type.name()) + "#" + extract.name().orElse("NAME"));
        next.put("to", envy.target().name());
        next.put("via", envy.via());
        return FindingBuilder.about(smell, code, type, method, block.line())
                .key("block " + method.symbol() + " " + envy.target().name())
                .score(0.62 * Math.cbrt(home * size * foreign / (foreign + 4.0)))
                .summary(type.simpleName() + "#" + method.name() + ": lines " + block.line() + " to " + block.endLine()
                        + " use " + foreign + " members of " + to)
                .measured(
                        "foreign members",
                        foreign,
                        "foreign",
                        "they use " + String.join(", ", asked) + " of '" + envy.via() + "' (" + to + ")")
                .counted(
                        "own members",
                        envy.own().size(),
                        envy.own().isEmpty()
                                ? "and nothing of their own object"
                                : "and of their own object " + String.join(", ", envy.own()))
                .counted(
                        "then",
                        1,
                        "pare "
                                + CutOffer.untried("move-method", "", next, List.of(), List.of())
                                        .commandLine())
                .place(type, method, block.line())
                .cut(extract)
                .finding();
    }
}
