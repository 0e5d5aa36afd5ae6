package paredown.smell;

import com.fasterxml.jackson.core.type.TypeReference;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import paredown.code.facts.MemberFacts;
import paredown.code.facts.TypeFacts;
import paredown.code.index.CodeBase;
import paredown.code.index.KeptFile;
import paredown.smell.MemberGroups.Group;

/**
 * The member groups of the classes of a code base, each found once however many ask, and kept between runs: they hang on the facts of
 * their class alone.
 */
final class KnownGroups {
    private static final int MOST_ALTERNATIVES = 3;

    /**
     * The groups of a class by the symbols of their members.
     *
     * @param best see {@link MemberGroups#best}
     * @param all see {@link MemberGroups#all}
     */
    private record Kept(List<KeptGroup> best, List<List<String>> all) {}

    /** What a project's file holds, by class. Alternatives are looked for in those few classes only that are findings. */
    private record Content(Map<String, Kept> groups, Map<String, List<KeptGroup>> alternatives) {}

    private record KeptGroup(
            List<String> members, int inner, List<List<String>> seam, int codeLines, boolean hasState) {
        static KeptGroup of(Group group) {
            return new KeptGroup(
                    symbols(group.members()), group.inner(), group.seam(), group.codeLines(), group.hasState());
        }

        Group in(TypeFacts type) {
            return new Group(named(type, members), inner, seam, codeLines, hasState);
        }
    }

    private final KeptFile file;
    private final Content kept;
    private Content saved;
    private final Map<String, String> keys = new ConcurrentHashMap<>();
    private final Map<String, Kept> used = new ConcurrentHashMap<>();
    private final Map<String, List<KeptGroup>> usedAlternatives = new ConcurrentHashMap<>();

    private KnownGroups(CodeBase code) {
        this.file = new KeptFile(code.sources().project(), "groups");
        this.kept = file.readAs(new TypeReference<Content>() {}).orElse(new Content(Map.of(), Map.of()));
        this.saved = kept;
    }

    static KnownGroups of(CodeBase code) {
        return code.once(KnownGroups.class, KnownGroups::new);
    }

    /** Groups of a class that are worth a class of their own, best first. They do not overlap. */
    List<Group> best(TypeFacts type) {
        return known(type).best().stream().map(group -> group.in(type)).toList();
    }

    /** Groups that cut a class another way than the best ones, best first. */
    List<Group> alternatives(TypeFacts type) {
        return usedAlternatives
                .computeIfAbsent(key(type), key -> {
                    List<KeptGroup> before = kept.alternatives().get(key);
                    return before != null
                            ? before
                            : new MemberGroups(type)
                                    .alternatives(best(type)).stream()
                                            .limit(MOST_ALTERNATIVES)
                                            .map(KeptGroup::of)
                                            .toList();
                })
                .stream()
                .map(group -> group.in(type))
                .toList();
    }

    /** All members that could move, each in one group: what belongs together, worth a class of its own or not. */
    List<List<MemberFacts>> all(TypeFacts type) {
        return known(type).all().stream().map(symbols -> named(type, symbols)).toList();
    }

    private String key(TypeFacts type) {
        return keys.computeIfAbsent(type.name(), name -> type.name() + " " + type.fingerprint());
    }

    private Kept known(TypeFacts type) {
        return used.computeIfAbsent(key(type), key -> {
            Kept before = kept.groups().get(key);
            if (before != null) {
                return before;
            }
            MemberGroups groups = new MemberGroups(type);
            return new Kept(
                    groups.best().stream().map(KeptGroup::of).toList(),
                    groups.all().stream().map(KnownGroups::symbols).toList());
        });
    }

    /** Keeps what was asked for since the code was read and what else is known of the same classes, and forgets the rest. */
    void save() {
        Map<String, List<KeptGroup>> alternatives = new HashMap<>(usedAlternatives);
        kept.alternatives().forEach((key, groups) -> {
            if (used.containsKey(key)) {
                alternatives.putIfAbsent(key, groups);
            }
        });
        Content content = new Content(Map.copyOf(used), alternatives);
        if (!content.equals(saved)) {
            file.writeObject(content);
            saved = content;
        }
    }

    private static List<String> symbols(List<MemberFacts> members) {
        return members.stream().map(MemberFacts::symbol).toList();
    }

    private static List<MemberFacts> named(TypeFacts type, List<String> symbols) {
        Map<String, MemberFacts> bySymbol = new HashMap<>();
        type.members().forEach(member -> bySymbol.put(member.symbol(), member));
        return symbols.stream().map(bySymbol::get).toList();
    }
}
